import type { NextRequest } from 'next/server';
import { beginBeside } from '@/server';

export const POST = (request: NextRequest): Response => beginBeside(request);

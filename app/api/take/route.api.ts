import type { NextRequest } from 'next/server';
import { answerTake } from '@/server';

export const POST = (request: NextRequest): Promise<Response> => answerTake(request);

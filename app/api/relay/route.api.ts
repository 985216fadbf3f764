import type { NextRequest } from 'next/server';
import { leaveParcel } from '@/server';

export const POST = (request: NextRequest): Promise<Response> => leaveParcel(request);

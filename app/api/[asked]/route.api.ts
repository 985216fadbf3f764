import type { NextRequest } from 'next/server';
import { answer } from '@/server';

interface Context {
  readonly params: Promise<{ readonly asked: string }>;
}

export const POST = async (request: NextRequest, { params }: Context): Promise<Response> =>
  answer((await params).asked, request);

import type { NextRequest } from 'next/server';
import { endBeside, followBeside, tellBeside } from '@/server';

interface Context {
  readonly params: Promise<{ readonly code: string }>;
}

export const GET = async (_: NextRequest, { params }: Context): Promise<Response> => followBeside((await params).code);

export const POST = async (request: NextRequest, { params }: Context): Promise<Response> =>
  tellBeside((await params).code, request);

export const DELETE = async (_: NextRequest, { params }: Context): Promise<Response> => endBeside((await params).code);

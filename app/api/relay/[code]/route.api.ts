import type { NextRequest } from 'next/server';
import { takeParcel } from '@/server';

interface Context {
  readonly params: Promise<{ readonly code: string }>;
}

// Taking it ends it: no GET, which a browser might send ahead of being asked.
export const POST = async (request: NextRequest, { params }: Context): Promise<Response> =>
  takeParcel((await params).code, request);

import { health } from '@/server';

export const dynamic = 'force-dynamic';

export const GET = (): Response => health();

import { schemaDocuments } from '@/server';

export const dynamic = 'force-dynamic';

export const GET = (): Response => schemaDocuments();

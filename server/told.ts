import archive from '@/public/schemas/archive.schema.json';
import bundle from '@/public/schemas/bundle.schema.json';
import drawer from '@/public/schemas/drawer.schema.json';
import entry from '@/public/schemas/entry.schema.json';
import job from '@/public/schemas/job.schema.json';
import plan from '@/public/schemas/plan.schema.json';
import setup from '@/public/schemas/setup.schema.json';
import usual from '@/public/schemas/usual.schema.json';
import { openapi } from './openapi';
import { load } from './pool';

const SCHEMAS = { archive, bundle, drawer, entry, job, plan, setup, usual } as const;

/** Whether it is there, and how busy. */
export const health = (): Response =>
  Response.json(
    { ok: true, lan: process.env['SYMPLEX_LAN'] ?? null, ...load() },
    { headers: { 'Cache-Control': 'no-store' } },
  );

export const schemaDocuments = (): Response => Response.json(SCHEMAS);

export const openapiDocument = (): Response => Response.json(openapi(SCHEMAS));

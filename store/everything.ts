import { type Bundle, FORMAT_VERSION } from '@/core/model';
import { desk } from './desk';

/** Everything that is kept, as one document; documents in the order of their ids, so that equal desks give equal files. */
export async function everythingKept(): Promise<Bundle> {
  const db = desk();
  return db.transaction('r', [db.setups, db.jobs, db.drawers], async () => ({
    format: 'symplex.bundle',
    version: FORMAT_VERSION,
    setups: await db.setups.orderBy('id').toArray(),
    jobs: await db.jobs.orderBy('id').toArray(),
    drawers: await db.drawers.orderBy('id').toArray(),
  }));
}

import { type Bundle, type Catalogue, FORMAT_VERSION } from '@/core/model';
import { database } from './database';
import { reader } from './reader';
import { sorted } from './sound';

const byId = (a: { readonly id: string }, b: { readonly id: string }): number => (a.id < b.id ? -1 : 1);

/**
 * Everything that is kept and whole, as one document that can be read back; in the order of their ids, so that equal desks
 * give equal files. What is set aside is saved by itself.
 */
export async function everythingKept(catalogue: Catalogue): Promise<Bundle> {
  await reader();
  const db = database();
  return db.transaction('r', [db.setups, db.jobs, db.drawers, db.entries], async () => {
    const entries = [...(await sorted('entries', catalogue)).sound].sort(byId);
    return {
      format: 'symplex.bundle',
      version: FORMAT_VERSION,
      setups: [...(await sorted('setups', catalogue)).sound].sort(byId),
      jobs: [...(await sorted('jobs', catalogue)).sound].sort(byId),
      drawers: [...(await sorted('drawers', catalogue)).sound].sort(byId),
      // A desk without a log gives the file that it gave before there was one.
      ...(entries.length > 0 ? { entries } : {}),
    };
  });
}

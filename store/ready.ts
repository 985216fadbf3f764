import type { Catalogue } from '@/core/model';
import { database, openInMemory } from './database';
import { broughtForward } from './forward';
import { reader } from './reader';
import { liveAsUsual } from './usual';

/** Where documents are kept: in the browser; or, where that keeps nothing, in this page's memory, and why. */
export type Where = { readonly in: 'browser' } | { readonly in: 'memory'; readonly why: unknown };

/** Open the database anew, where the browser had closed it upon a fault of the disk. */
export async function reopened(): Promise<void> {
  const db = database();
  if (db.isOpen() && !db.hasFailed()) return;
  db.close({ disableAutoOpen: false });
  await db.open();
}

let readied: Promise<Where> | null = null;
/**
 * Open the database before anything is asked of it. Where the browser refuses to keep anything, as in some private windows or
 * with site data blocked, all works on a database in memory, which is gone with the page.
 */
export const ready = (catalogue: Catalogue): Promise<Where> => {
  readied ??= Promise.all([database().open(), reader()]).then(
    async (): Promise<Where> => {
      // Where there is no room to write, documents are brought forward each time they are read.
      await broughtForward(database(), catalogue).catch(() => undefined);
      await liveAsUsual();
      return { in: 'browser' };
    },
    async (why: unknown): Promise<Where> => {
      const { IDBFactory, IDBKeyRange } = await import('fake-indexeddb');
      const db = openInMemory({ indexedDB: new IDBFactory(), IDBKeyRange });
      await Promise.all([db.open(), reader()]);
      return { in: 'memory', why };
    },
  );
  return readied;
};

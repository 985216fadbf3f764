import Dexie, { type DexieOptions, type EntityTable } from 'dexie';
import { itemAt } from '@/core/algorithms';
import type { Drawer, Entry, Job, PartId, Setup } from '@/core/model';
import { demoDrawer, demoJobs, demoSetups } from '@/demo';

export interface Kept {
  readonly setups: Setup;
  readonly jobs: Job;
  readonly drawers: Drawer;
  readonly entries: Entry;
}
export type Kind = keyof Kept;
export const KINDS: readonly Kind[] = ['setups', 'jobs', 'drawers', 'entries'];

/** One document as it was and as it became; null where it was not there. */
export type Change = {
  readonly [K in Kind]: {
    readonly kind: K;
    readonly id: string;
    readonly before: Kept[K] | null;
    readonly after: Kept[K] | null;
  };
}[Kind];

/** One thing the person did, to be undone as one. */
export interface Step {
  readonly seq: number;
  readonly label: string;
  readonly changes: readonly Change[];
  /** 1 after undo; IndexedDB does not index booleans. */
  readonly undone: 0 | 1;
}

/** What lies open, and how the app looks: kept per browser, not part of any file. */
export interface Setting {
  readonly key:
    | 'job'
    | 'setup'
    | 'drawer'
    | 'theme'
    | 'form'
    | 'backup'
    | 'wish'
    | 'storage'
    | 'crew'
    /** Exercises that were done. */
    | 'practice'
    /** The five choices of a chain that is told. */
    | 'told'
    /** What the browser's names of inputs stand for, as the person told: class ids by name. */
    | 'names'
    /** Codes of a hand-over that is not complete. */
    | 'hand'
    /** That the first choice was made: the demo, or an empty desk. */
    | 'welcome'
    /** What is usual: how numbers are told, and what a new job begins with. */
    | 'usual'
    | `ticks ${string}`
    /** A hunt for a fault of a setup that is not over. */
    | `hunt ${string}`
    /** What is ticked on the run sheet of a setup, and when. */
    | `run ${string}`;
  readonly value: string;
}

/** A recording that is kept: a test take with its setup, or a sample of the library. In this browser only. */
export interface KeptTake {
  readonly id: string;
  /** Of the setup that it was recorded with; of a sample none. */
  readonly setup: string | null;
  readonly name: string;
  readonly date: string;
  readonly file: Blob;
}

/** How a part looks, or what a note of the log is about; kept in this browser, and in the file of everything. */
export interface Photo {
  /** By `photoKey` or `entryPhotoKey`. */
  readonly key: string;
  readonly picture: Blob;
}

export const photoKey = (drawer: string, part: PartId): string => `${drawer}/${part}`;
/** Of an entry of the log; no id has a colon. */
export const entryPhotoKey = (entry: string): string => `entry:${entry}`;

export type Database = Dexie & {
  readonly setups: EntityTable<Setup, 'id'>;
  readonly jobs: EntityTable<Job, 'id'>;
  readonly drawers: EntityTable<Drawer, 'id'>;
  readonly entries: EntityTable<Entry, 'id'>;
  readonly steps: EntityTable<Step, 'seq'>;
  readonly settings: EntityTable<Setting, 'key'>;
  readonly photos: EntityTable<Photo, 'key'>;
  readonly takes: EntityTable<KeptTake, 'id'>;
};

/** Open the person's documents; a browser that has none yet gets the demo ones. */
function openDesk(options?: DexieOptions): Database {
  // Kept is what is on the disk: a full one is known at once, and a power cut takes nothing that was confirmed.
  const db = new Dexie('symplex', { chromeTransactionDurability: 'strict', ...options }) as Database;
  db.version(1).stores({ setups: 'id', jobs: 'id', drawers: 'id', steps: '++seq, undone', settings: 'key' });
  db.version(2).stores({ photos: 'key' });
  db.version(3).stores({ takes: 'id, setup' });
  db.version(4).stores({ entries: 'id' });
  db.on('populate', (tx) => {
    tx.table('setups').bulkAdd([...demoSetups]);
    tx.table('jobs').bulkAdd([...demoJobs]);
    tx.table('drawers').add(demoDrawer);
    tx.table('settings').bulkAdd([
      { key: 'job', value: itemAt(demoJobs, 0).id },
      { key: 'setup', value: itemAt(demoSetups, 1).id },
      { key: 'drawer', value: demoDrawer.id },
    ]);
  });
  return db;
}

let opened: Database | null = null;
/** The one database of this page, opened when first asked for: there is none while pages are built. */
export const database = (): Database => {
  opened ??= openDesk();
  return opened;
};

/** From now on a database in this page's memory. */
export function openInMemory(options: DexieOptions): Database {
  opened = openDesk(options);
  return opened;
}

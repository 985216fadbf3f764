import { type Change, type Database, database, type Kept, type Kind, type Step } from './database';

/** Steps kept for undo. */
export const UNDO_STEPS = 300;

/** What a document should become; null takes it away. */
export type Edit = {
  readonly [K in Kind]: {
    readonly kind: K;
    readonly id: string;
    readonly become: (now: Kept[K] | null) => Kept[K] | null;
  };
}[Kind];

let written = 0;
/** How often this window has written, undo and redo included: what changes beside that, another window did. */
export const ownWrites = (): number => written;

const everything = (db: Database) => [db.setups, db.jobs, db.drawers, db.entries, db.steps];

/**
 * Change documents and note the step for undo, as one transaction: a crash keeps all of it or none. Each edit sees the
 * document as it is now, so that two tabs do not write over one another.
 */
export async function change(label: string, edits: readonly Edit[]): Promise<void> {
  const db = database();
  written += 1;
  await db.transaction('rw', everything(db), async () => {
    const changes: Change[] = [];
    for (const { kind, id, become } of edits) {
      const before = (await db.table(kind).get(id)) ?? null;
      const after = (become as (now: unknown) => Change['after'])(before);
      if (JSON.stringify(before) === JSON.stringify(after)) continue;
      changes.push({ kind, id, before, after } as Change);
      await write(db, kind, id, after);
    }
    if (changes.length === 0) return;
    await db.steps.where('undone').equals(1).delete();
    const seq = await db.steps.add({ label, changes, undone: 0 });
    await db.steps
      .where('seq')
      .belowOrEqual(seq - UNDO_STEPS)
      .delete();
  });
}

/** Take back the last step that stands. @returns its label, or null when there is none. */
export const undo = (): Promise<string | null> => walk('undo');
/** Do again the first step that was taken back. @returns its label, or null when there is none. */
export const redo = (): Promise<string | null> => walk('redo');

async function walk(way: 'undo' | 'redo'): Promise<string | null> {
  const db = database();
  written += 1;
  return db.transaction('rw', everything(db), async () => {
    const { back, forth } = await nextSteps();
    const step = way === 'undo' ? back : forth;
    if (!step) return null;
    const changes = way === 'undo' ? step.changes.toReversed() : step.changes;
    for (const c of changes) await write(db, c.kind, c.id, way === 'undo' ? c.before : c.after);
    await db.steps.update(step.seq, { undone: way === 'undo' ? 1 : 0 });
    return step.label;
  });
}

/** The step that undo would take back and the one that redo would do again. */
export async function nextSteps(): Promise<{ readonly back: Step | null; readonly forth: Step | null }> {
  const steps = database().steps.where('undone');
  const [standing, taken] = [
    await steps.equals(0).sortBy('seq'),
    await database().steps.where('undone').equals(1).sortBy('seq'),
  ];
  return { back: standing.at(-1) ?? null, forth: taken[0] ?? null };
}

async function write(db: Database, kind: Kind, id: string, doc: Change['after']): Promise<void> {
  if (doc) await db.table(kind).put(doc);
  else await db.table(kind).delete(id);
}

import { itemAt } from '@/core/algorithms';
import { type Catalogue, FORMAT_VERSION, same } from '@/core/model';
import { type Change, type Database, KINDS } from './database';
import { readerNow } from './reader';

/**
 * Everything that lies in the browser, and the steps that undo walks, in today's form and in the words of this catalogue: done
 * once for each of these. What cannot be read stays as it is and is set aside. The reader must have been loaded.
 */
export async function broughtForward(db: Database, catalogue: Catalogue): Promise<void> {
  const stamp = stampOf(catalogue);
  if ((await db.settings.get('form'))?.value === stamp) return;
  await db.transaction('rw', [db.setups, db.jobs, db.drawers, db.entries, db.steps, db.settings], async () => {
    for (const kind of KINDS) {
      for (const document of await db.table(kind).toArray()) {
        const today = inTodaysForm(document, catalogue);
        if (today !== document) await db.table(kind).put(today);
      }
    }
    for (const step of await db.steps.toArray()) {
      const changes = step.changes.map(
        (c): Change =>
          ({ ...c, before: inTodaysForm(c.before, catalogue), after: inTodaysForm(c.after, catalogue) }) as Change,
      );
      if (
        changes.some((c, i) => c.before !== itemAt(step.changes, i).before || c.after !== itemAt(step.changes, i).after)
      )
        await db.steps.put({ ...step, changes });
    }
    await db.settings.put({ key: 'form', value: stamp });
  });
}

/** The document as it is read today; itself where that is the same, or where it cannot be read. */
export function inTodaysForm<T>(document: T, catalogue: Catalogue): T {
  if (document === null) return document;
  const read = readerNow().readDocument(JSON.stringify(document), catalogue);
  // What is compared is JSON, of whatever type.
  return read.ok && !same(read.value as never, document as never) ? (read.value as T) : document;
}

/** Another whenever documents could read otherwise than before. */
const stampOf = ({ parts, apps }: Catalogue): string => {
  const words = [...parts.values()].flatMap((c) => [c.id, ...c.ports.map((p) => p.id), ...Object.keys(c.values)]);
  let hash = 0;
  for (const c of [...words, ...apps.keys()].join(' ')) hash = (Math.imul(hash, 31) + c.charCodeAt(0)) | 0;
  return `${FORMAT_VERSION} ${hash >>> 0}`;
};

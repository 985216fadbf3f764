import { type Catalogue, type DocumentProblem, same } from '@/core/model';
import { database, type Kept, KINDS, type Kind } from './database';
import { readerNow } from './reader';

/** A document in the database that this Symplex cannot work with: shown with its fault, kept as it is, in nobody's way. */
export interface SetAside {
  readonly kind: Kind;
  readonly id: string;
  readonly name: string;
  readonly problem: DocumentProblem;
  /** As it is there, for saving. */
  readonly text: string;
}

/** Every id of a kind, of what cannot be read here too: a new document takes none of them. */
export const idsOf = async (kind: Kind): Promise<ReadonlySet<string>> =>
  new Set((await database().table(kind).toCollection().primaryKeys()).map(String));

export interface Sorted<K extends Kind> {
  readonly sound: readonly Kept[K][];
  readonly aside: readonly SetAside[];
}

const FORMATS: Readonly<Record<Kind, string>> = {
  setups: 'symplex.setup',
  jobs: 'symplex.job',
  drawers: 'symplex.drawer',
  entries: 'symplex.entry',
};

type Found = { readonly problem: DocumentProblem } | { readonly today: unknown };

/** What was found of a text is not sought again while it is the same. */
const known = new Map<string, { readonly text: string; readonly found: Found }>();

/**
 * All documents of a kind in today's form, those that are whole apart from those that are not: written by a newer version, by
 * another program, or by a fault of ours. The reader must have been loaded: no database waits for it.
 */
export async function sorted<K extends Kind>(kind: K, catalogue: Catalogue): Promise<Sorted<K>> {
  const sound: Kept[K][] = [];
  const aside: SetAside[] = [];
  for (const document of (await database().table(kind).toArray()) as Kept[K][]) {
    const id = String(document.id);
    const text = JSON.stringify(document);
    const found = foundOf(kind, id, text, catalogue);
    // What is compared is JSON, of whatever type.
    if ('today' in found)
      sound.push(same(found.today as never, document as never) ? document : (found.today as Kept[K]));
    else aside.push({ kind, id, name: typeof document.name === 'string' ? document.name : id, text, ...found });
  }
  return { sound, aside };
}

function foundOf(kind: Kind, id: string, text: string, catalogue: Catalogue): Found {
  const key = `${kind} ${id}`;
  const before = known.get(key);
  if (before?.text === text) return before.found;
  const read = readerNow().readDocument(text, catalogue);
  const isStray = read.ok && read.value.format !== FORMATS[kind];
  const found: Found = isStray
    ? { problem: { pointer: '/format', message: `It lies among the ${kind} and is none.` } }
    : read.ok
      ? { today: read.value }
      : { problem: read.problem };
  known.set(key, { text, found });
  return found;
}

/** Everything that is set aside. */
export async function setAside(catalogue: Catalogue): Promise<readonly SetAside[]> {
  const all = await Promise.all(KINDS.map((kind) => sorted(kind, catalogue)));
  return all.flatMap((s) => s.aside);
}

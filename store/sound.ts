import type { Catalogue, DocumentProblem } from '@/core/model';
import { desk, type Kept, KINDS, type Kind } from './desk';
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

export interface Sorted<K extends Kind> {
  readonly sound: readonly Kept[K][];
  readonly aside: readonly SetAside[];
}

const FORMATS: Readonly<Record<Kind, string>> = {
  setups: 'symplex.setup',
  jobs: 'symplex.job',
  drawers: 'symplex.drawer',
};

/** What was found of a text is not sought again while it is the same. */
const known = new Map<string, { readonly text: string; readonly problem: DocumentProblem | null }>();

/**
 * All documents of a kind as they are in the database, those that are whole apart from those that are not: written by a
 * newer version, by another program, or by a fault of ours. The reader must have been loaded: no database waits for it.
 */
export async function sorted<K extends Kind>(kind: K, catalogue: Catalogue): Promise<Sorted<K>> {
  const sound: Kept[K][] = [];
  const aside: SetAside[] = [];
  for (const document of (await desk().table(kind).toArray()) as Kept[K][]) {
    const id = String(document.id);
    const text = JSON.stringify(document);
    const problem = problemOf(kind, id, text, catalogue);
    if (problem) aside.push({ kind, id, name: typeof document.name === 'string' ? document.name : id, problem, text });
    else sound.push(document);
  }
  return { sound, aside };
}

function problemOf(kind: Kind, id: string, text: string, catalogue: Catalogue): DocumentProblem | null {
  const key = `${kind} ${id}`;
  const before = known.get(key);
  if (before?.text === text) return before.problem;
  const { checkDocument, readDocument } = readerNow();
  const read = readDocument(text);
  const problem = !read.ok
    ? read.problem
    : read.value.format !== FORMATS[kind]
      ? { pointer: '/format', message: `It lies among the ${kind} and is none.` }
      : checkDocument(read.value, catalogue);
  known.set(key, { text, problem });
  return problem;
}

/** Everything that is set aside. */
export async function setAside(catalogue: Catalogue): Promise<readonly SetAside[]> {
  const all = await Promise.all(KINDS.map((kind) => sorted(kind, catalogue)));
  return all.flatMap((s) => s.aside);
}

import type { Bundle, Catalogue, Document, DocumentProblem } from '@/core/model';
import { database, type Kind } from './database';
import { change, type Edit } from './history';
import { reader } from './reader';

export type Brought =
  | { readonly ok: true; readonly names: readonly string[] }
  | { readonly ok: false; readonly problem: DocumentProblem };

/** Read a text as a file is read, and change nothing. */
export async function readText(text: string, catalogue: Catalogue) {
  const { readDocument } = await reader();
  return readDocument(text, catalogue);
}

/** Bring in the text of a file, as one step that undo takes back. A file with a fault changes nothing. */
export async function bringIn(text: string, fileName: string, catalogue: Catalogue): Promise<Brought> {
  const read = await readText(text, catalogue);
  return read.ok ? bringDocument(read.value, fileName) : read;
}

/** Bring in a document that was read, as one step; the first of each kind lies open then. */
export async function bringDocument(document: Document, fileName: string): Promise<Brought> {
  const edits = editsOf(document);
  await change(`Open ${fileName}`, edits);
  const first = (kind: Edit['kind']) => edits.find((e) => e.kind === kind)?.id;
  for (const [key, kind] of [
    ['setup', 'setups'],
    ['job', 'jobs'],
    ['drawer', 'drawers'],
  ] as const) {
    const id = first(kind);
    if (id) await database().settings.put({ key, value: id });
  }
  return { ok: true, names: namesOf(document) };
}

/** A document that holds no others. */
export type Single = Exclude<Document, Bundle>;

/** The table that a document is kept in. */
export const kindOf = ({ format }: Single): Kind =>
  (
    ({
      'symplex.setup': 'setups',
      'symplex.job': 'jobs',
      'symplex.drawer': 'drawers',
      'symplex.entry': 'entries',
    }) as const
  )[format];

export const inside = ({ setups, jobs, drawers, entries = [] }: Bundle): readonly Single[] => [
  ...setups,
  ...jobs,
  ...drawers,
  ...entries,
];

function editsOf(document: Document): readonly Edit[] {
  switch (document.format) {
    case 'symplex.setup':
      return [{ kind: 'setups', id: document.id, become: () => document }];
    case 'symplex.job':
      return [{ kind: 'jobs', id: document.id, become: () => document }];
    case 'symplex.drawer':
      return [{ kind: 'drawers', id: document.id, become: () => document }];
    case 'symplex.entry':
      return [{ kind: 'entries', id: document.id, become: () => document }];
    case 'symplex.bundle':
      return inside(document).flatMap(editsOf);
  }
}

const namesOf = (document: Document): readonly string[] =>
  document.format === 'symplex.bundle' ? inside(document).map((d) => d.name) : [document.name];

import type { Bundle, Catalogue, Document, DocumentProblem } from '@/core/model';
import { database } from './database';
import { change, type Edit } from './history';
import { reader } from './reader';

export type Brought =
  | { readonly ok: true; readonly names: readonly string[] }
  | { readonly ok: false; readonly problem: DocumentProblem };

/** Bring in the text of a file, as one step that undo takes back. A file with a fault changes nothing. */
export async function bringIn(text: string, fileName: string, catalogue: Catalogue): Promise<Brought> {
  const { readDocument } = await reader();
  const read = readDocument(text, catalogue);
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

const inside = ({ setups, jobs, drawers, entries = [] }: Bundle): readonly Exclude<Document, Bundle>[] => [
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

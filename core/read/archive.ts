import { fail, ok, type Result } from '../circuit';
import type { DocumentProblem, Usual } from '../model';
import * as validators from './generated/validators';
import { firstFault } from './read';

export const ARCHIVE_VERSION = 2;
/** The names of what is always there. */
export const MANIFEST = 'symplex.json';
export const DOCUMENTS = 'documents.bundle.json';

/** What lies in a .symplex file beside the documents, by the entries that hold it. */
export interface Archive {
  readonly format: 'symplex.archive';
  readonly version: number;
  readonly documents: typeof DOCUMENTS;
  readonly takes: readonly {
    readonly id: string;
    readonly setup: string | null;
    readonly name: string;
    readonly date: string;
    readonly file: string;
    readonly type: string;
  }[];
  readonly photos: readonly { readonly key: string; readonly file: string; readonly type: string }[];
  /** What was done, in words, the last of it last: for reading, not for undoing. */
  readonly log: readonly string[];
  /** Since version 2, and only where something was chosen. */
  readonly usual?: Usual;
}

/**
 * The list of contents of a .symplex file, from its text.
 * @returns its first fault with its JSON pointer where it cannot be worked with.
 */
export function readArchive(text: string): Result<Archive, DocumentProblem> {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    return fail({ pointer: '', message: `Its ${MANIFEST} is not JSON.` });
  }
  const { version } = (data ?? {}) as { readonly version?: unknown };
  if (typeof version === 'number' && version > ARCHIVE_VERSION) {
    const message = `The file is of version ${version}; this Symplex reads up to ${ARCHIVE_VERSION}. Use a newer Symplex.`;
    return fail({ pointer: '/version', message });
  }
  if (!validators.archive(data)) return fail(firstFault(validators.archive.errors?.[0]));
  return ok(data as Archive);
}

/** What is usual, from the text that is kept of it; null where that cannot be worked with. */
export function readUsual(text: string): Usual | null {
  try {
    const data: unknown = JSON.parse(text);
    return validators.usual(data) ? (data as Usual) : null;
  } catch {
    return null;
  }
}

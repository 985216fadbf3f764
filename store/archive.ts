import { itemAt } from '@/core/algorithms';
import { type Catalogue, type Document, type DocumentProblem, type Usual, writeDocument } from '@/core/model';
import type { Archive } from '@/core/read';
import { type Brought, bringDocument } from './bring-in';
import { database, type KeptTake, type Photo } from './database';
import { everythingKept } from './everything';
import { reader } from './reader';
import { chosenUsual } from './usual';

/** How far it is, 0 to 1, and a way to end it. */
export interface Underway {
  readonly signal?: AbortSignal;
  readonly told?: (share: number) => void;
}

/** Reads and writes .zip as a stream, with the browser's own compression: asked for only when a file is wanted. */
const zip = () => import('@zip.js/zip.js/lib/zip-core-native.js');

/** Sound and pictures are compressed as far as they can be. */
const STORED = { level: 0 } as const;

/**
 * Everything that is kept, recordings and photographs too, as one file that can be read back. Written piece by piece: what is
 * large is never whole in memory.
 */
export async function everythingAsFile(catalogue: Catalogue, { signal, told }: Underway = {}): Promise<Blob> {
  const { ARCHIVE_VERSION, DOCUMENTS, MANIFEST } = await reader();
  const { BlobReader, BlobWriter, TextReader, ZipWriter } = await zip();
  const db = database();
  const [documents, takes, photos, steps, usual] = [
    await everythingKept(catalogue),
    await db.takes.orderBy('id').toArray(),
    await db.photos.orderBy('key').toArray(),
    await db.steps.orderBy('seq').toArray(),
    await chosenUsual(),
  ];
  const contents: Archive = {
    format: 'symplex.archive',
    version: ARCHIVE_VERSION,
    documents: DOCUMENTS,
    takes: takes.map(({ id, setup, name, date, file }, i) => ({
      id,
      setup,
      name,
      date,
      file: `takes/${i}`,
      type: file.type,
    })),
    photos: photos.map(({ key, picture }, i) => ({ key, file: `photos/${i}`, type: picture.type })),
    log: steps.filter((s) => s.undone === 0).map((s) => s.label.slice(0, 400)),
    ...(usual ? { usual } : {}),
  };
  const blobs = [
    ...takes.map((t, i) => [itemAt(contents.takes, i).file, t.file] as const),
    ...photos.map((p, i) => [itemAt(contents.photos, i).file, p.picture] as const),
  ];
  const all = Math.max(
    1,
    blobs.reduce((sum, [, blob]) => sum + blob.size, 0),
  );
  const writer = new ZipWriter(new BlobWriter('application/zip'), {
    useWebWorkers: false,
    ...(signal ? { signal } : {}),
  });
  await writer.add(MANIFEST, new TextReader(`${JSON.stringify(contents, null, 2)}\n`));
  await writer.add(DOCUMENTS, new TextReader(writeDocument(documents)));
  let done = 0;
  for (const [name, blob] of blobs) {
    signal?.throwIfAborted();
    await writer.add(name, new BlobReader(blob), {
      ...STORED,
      onprogress: (bytes) => void told?.((done + bytes) / all),
    });
    done += blob.size;
  }
  return writer.close();
}

/** What a file may hold in all once it is unpacked; more is no file of ours. */
const LARGEST_BYTES = 64e9;
/** At most, in UTF-8. */
const BYTES_PER_LETTER = 3;

/**
 * Bring in a file of everything: documents as one step that undo takes back, with the recordings and photographs. A file with
 * a fault changes nothing.
 */
export async function bringInFile(
  file: Blob,
  fileName: string,
  catalogue: Catalogue,
  way: Underway = {},
): Promise<Brought> {
  const { signal, told } = way;
  const { BlobReader, BlobWriter, TextWriter, ZipReader } = await zip();
  const { DOCUMENTS, LARGEST_TEXT, MANIFEST, readArchive, readDocument } = await reader();
  const refused = (message: string, pointer = ''): Brought => ({ ok: false, problem: { pointer, message } });
  const opened = new ZipReader(new BlobReader(file), {
    useWebWorkers: false,
    checkSignature: true,
    ...(signal ? { signal } : {}),
  });
  let keep: {
    document: Document;
    takes: readonly KeptTake[];
    photos: readonly Photo[];
    usual: Usual | undefined;
  };
  try {
    const entries = new Map(
      (await opened.getEntries()).flatMap((e) => (e.directory ? [] : [[e.filename, e] as const])),
    );
    const total = [...entries.values()].reduce((sum, e) => sum + e.uncompressedSize, 0);
    if (total > LARGEST_BYTES) return refused('Unpacked it would be far larger than any file of ours.');
    const textOf = async (name: string): Promise<string | null> => {
      const entry = entries.get(name);
      return entry && entry.uncompressedSize <= BYTES_PER_LETTER * LARGEST_TEXT
        ? entry.getData(new TextWriter())
        : null;
    };
    const list = await textOf(MANIFEST);
    if (list === null) return refused(`It holds no ${MANIFEST}: it is no file of ours.`);
    const contents = readArchive(list);
    if (!contents.ok) return contents;
    const text = await textOf(DOCUMENTS);
    if (text === null) return refused(`It holds no ${DOCUMENTS}.`);
    const documents = readDocument(text, catalogue);
    if (!documents.ok) return inside(documents.problem, DOCUMENTS);
    let done = 0;
    const blobOf = async (name: string, type: string): Promise<Blob | null> => {
      const entry = entries.get(name);
      if (!entry) return null;
      const blob = await entry.getData(new BlobWriter(type), { onprogress: (b) => void told?.((done + b) / total) });
      done += entry.uncompressedSize;
      return blob;
    };
    const takes: KeptTake[] = [];
    for (const { file: name, type, ...take } of contents.value.takes) {
      const sound = await blobOf(name, type);
      if (!sound) return refused(`${take.name} is named and not there.`, '/takes');
      takes.push({ ...take, file: sound });
    }
    const photos: Photo[] = [];
    for (const { file: name, type, key } of contents.value.photos) {
      const picture = await blobOf(name, type);
      if (!picture) return refused(`The photograph of ${key} is named and not there.`, '/photos');
      photos.push({ key, picture });
    }
    signal?.throwIfAborted();
    keep = { document: documents.value, takes, photos, usual: contents.value.usual };
  } catch (e) {
    if (signal?.aborted) return refused('It was stopped, and nothing was changed.');
    return refused(`The file cannot be unpacked: ${e instanceof Error ? e.message : String(e)}.`);
  } finally {
    await opened.close().catch(() => undefined);
  }
  // What the browser cannot keep is no fault of the file: that is said where all such is said.
  const db = database();
  const tables = [db.setups, db.jobs, db.drawers, db.entries, db.steps, db.settings, db.takes, db.photos];
  return db.transaction('rw', tables, async () => {
    await db.takes.bulkPut([...keep.takes]);
    await db.photos.bulkPut([...keep.photos]);
    // What was chosen here stands. The page and its threads write numbers as they began: it counts from the next opening on.
    const isNew = keep.usual !== undefined && !(await db.settings.get('usual'));
    if (isNew) await db.settings.put({ key: 'usual', value: JSON.stringify(keep.usual) });
    const brought = await bringDocument(keep.document, fileName);
    return isNew && brought.ok
      ? { ...brought, names: [...brought.names, 'settings, from the next opening on'] }
      : brought;
  });
}

const inside = ({ pointer, message }: DocumentProblem, name: string): Brought => ({
  ok: false,
  problem: { pointer: `${name} ${pointer}`, message },
});

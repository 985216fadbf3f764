import { csvFormatRows } from 'd3-dsv';
import { Files, FolderOpen } from 'lucide-react';
import { useRef, useState } from 'react';
import { type ChangedFigure, changedFigures, type Edit, figureText, forAny } from '@/core/edit';
import { capital, countText } from '@/core/format';
import { editClip, stopTake } from '@/workers';
import { Button, failing } from '../components';
import { saveFile } from '../shell';
import { loadClip } from './load-clip';

interface Told {
  readonly name: string;
  readonly changed: readonly ChangedFigure[];
  readonly problem: string | null;
}

const isSound = (f: File): boolean =>
  /^(audio|video)\//.test(f.type) || /\.(wav|mp3|m4a|aac|ogg|opus|flac)$/i.test(f.name);

/** The same edits done to other takes, or to a folder of them, and all of them saved in one archive with what changed. */
export function OtherTakes({ edits }: { readonly edits: readonly Edit[] }) {
  const [at, setAt] = useState<{ readonly done: number; readonly of: number } | null>(null);
  const [told, setTold] = useState<readonly Told[]>([]);
  const [note, setNote] = useState<string | null>(null);
  const stopped = useRef(false);
  const same = forAny(edits);
  const go = async (files: readonly File[]) => {
    stopped.current = false;
    const { BlobReader, BlobWriter, TextReader, ZipWriter } = await import('@zip.js/zip.js/lib/zip-core-native.js');
    const writer = new ZipWriter(new BlobWriter('application/zip'), { useWebWorkers: false });
    const all: Told[] = [];
    const names = new Set<string>();
    for (const [n, file] of files.entries()) {
      setAt({ done: n, of: files.length });
      const outcome = await edited(file, same);
      if (stopped.current) break;
      all.push({ name: file.name, changed: outcome.changed, problem: outcome.problem });
      setTold([...all]);
      if (!outcome.file) continue;
      await writer.add(freeName(file.name, names), new BlobReader(outcome.file), { level: 0 });
    }
    setAt(null);
    if (stopped.current)
      setNote(`Stopped after ${countText(all.length, 'take')} of ${files.length}. What was done is saved.`);
    if (!all.some((t) => t.problem === null)) return;
    const rows = all.flatMap((t) =>
      t.problem
        ? [[t.name, t.problem, '', '', '']]
        : t.changed.map((c) => [t.name, c.what, numberOf(c.before), numberOf(c.value), c.unit]),
    );
    await writer.add(
      'before and after.csv',
      new TextReader(csvFormatRows([['Take', 'Measured', 'Before', 'Now', 'Unit'], ...rows])),
    );
    saveFile('edited takes.zip', await writer.close());
  };
  const bring = (list: FileList | null) => {
    const all = [...(list ?? [])];
    const files = all.filter(isSound);
    setTold([]);
    const others = all.length - files.length;
    setNote(others > 0 ? `${capital(countText(others, 'file'))} left out: no sound by name or type.` : null);
    if (files.length === 0) return;
    void go(files)
      .catch(failing('Editing other takes'))
      .finally(() => setAt(null));
  };
  const isOff = same.length === 0 || at !== null;
  return (
    <div className="flex flex-col gap-2">
      <div className="flex flex-wrap items-center gap-2">
        <Chosen label="Do the same to other takes" isOff={isOff} onFiles={bring} />
        <Chosen label="Or to a folder" isOff={isOff} isFolder onFiles={bring} />
        {at && (
          <>
            <progress
              value={at.done}
              max={at.of}
              aria-label="Editing other takes"
              className="h-3 w-40 accent-(--accent)"
            />
            <span className="font-mono">
              {at.done + 1} of {at.of}
            </span>
            <Button
              look="quiet"
              onClick={() => {
                stopped.current = true;
                void stopTake();
              }}
            >
              Stop
            </Button>
          </>
        )}
      </div>
      {same.length === 0 && <p className="text-soft">Edit this take first: then others can be done alike.</p>}
      {same.length < edits.length && same.length > 0 && (
        <p className="text-soft">
          A trim and a pitch belong to this take alone: the others are left as long and as high as they are.
        </p>
      )}
      {note && <p role="status">{note}</p>}
      {told.length > 0 && (
        <ul aria-label="Other takes" className="flex flex-col gap-1">
          {told.map((t) => (
            <li key={t.name}>
              <b>{t.name}</b>: {t.problem ?? wordsOf(t.changed)}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

const numberOf = (value: number | null): string => (value === null ? '' : value.toFixed(1));

const wordsOf = (changed: readonly ChangedFigure[]): string =>
  changed.length === 0
    ? 'nothing that is measured has changed.'
    : `${changed.map((c) => `${c.what.toLowerCase()} ${figureText(c.before, c.unit)} to ${figureText(c.value, c.unit)}`).join('; ')}.`;

async function edited(
  file: File,
  edits: readonly Edit[],
): Promise<{
  readonly changed: readonly ChangedFigure[];
  readonly problem: string | null;
  readonly file: Blob | null;
}> {
  const none = { changed: [], file: null };
  try {
    const loaded = await loadClip(file);
    if (!loaded.ok) return { ...none, problem: loaded.problem };
    const before = await editClip(loaded.value, []);
    const now = before && (await editClip(loaded.value, edits));
    if (!before || !now) return { ...none, problem: 'It was stopped.' };
    return { changed: changedFigures(before.figures, now.figures), problem: null, file: now.file };
  } catch (e) {
    return { ...none, problem: e instanceof Error ? e.message : String(e) };
  }
}

/** A name that none in the archive has yet. */
function freeName(name: string, taken: Set<string>): string {
  const stem = name.replace(/\.[^.]*$/, '');
  let free = `${stem}.wav`;
  for (let n = 2; taken.has(free); n++) free = `${stem} ${n}.wav`;
  taken.add(free);
  return free;
}

interface ChosenProps {
  readonly label: string;
  readonly isOff: boolean;
  readonly isFolder?: boolean;
  readonly onFiles: (files: FileList | null) => void;
}

function Chosen({ label, isOff, isFolder = false, onFiles }: ChosenProps) {
  return (
    <label
      className={`inline-flex min-h-10 items-center gap-2 rounded-lg border border-rule bg-card px-3 font-medium focus-within:outline-2 focus-within:outline-offset-2 focus-within:outline-accent ${isOff ? 'opacity-50' : 'cursor-pointer hover:border-accent'}`}
    >
      {isFolder ? <FolderOpen size={18} aria-hidden /> : <Files size={18} aria-hidden />} {label}
      <input
        type="file"
        multiple
        disabled={isOff}
        accept={isFolder ? undefined : 'audio/*,video/*,.wav'}
        {...(isFolder && { webkitdirectory: '' })}
        className="sr-only"
        onChange={(e) => {
          onFiles(e.target.files);
          e.target.value = '';
        }}
      />
    </label>
  );
}

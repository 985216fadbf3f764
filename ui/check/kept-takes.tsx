'use client';
import { useLiveQuery } from 'dexie-react-hooks';
import { Download, RotateCcw, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { database, type KeptTake } from '@/store';
import { attempt, Button, today } from '../components';
import { saveFile, tell } from '../shell';

/** Keep a recording in this browser; with a setup, or as a sample of the library. */
export async function keepTake(file: File, setup: string | null): Promise<void> {
  try {
    await database().takes.put({
      id: crypto.randomUUID(),
      setup,
      name: file.name,
      date: today(),
      file,
    });
  } catch (e) {
    tell(`${file.name} could not be kept in this browser (${e instanceof Error ? e.message : e}). Save it to a file.`);
  }
}

export function useKeptTakes(setup: string | null): readonly KeptTake[] {
  return useLiveQuery(async () => (await database().takes.toArray()).filter((t) => t.setup === setup), [setup]) ?? [];
}

interface Props {
  readonly title: string;
  readonly takes: readonly KeptTake[];
  readonly onOpen: (file: File) => void;
}

/** Recordings that are kept, to be opened again or thrown away. */
export function KeptTakes({ title, takes, onOpen }: Props) {
  // No step of the desk's undo: recordings are large. The last one stays at hand until the page is left.
  const [gone, setGone] = useState<KeptTake | null>(null);
  if (takes.length === 0 && !gone) return null;
  return (
    <section aria-label={title}>
      <h2 className="font-bold">{title}</h2>
      <ul className="mt-1 flex flex-wrap gap-2">
        {takes.map((t) => (
          <li key={t.id} className="flex">
            <button
              type="button"
              onClick={() => onOpen(new File([t.file], t.name, { type: t.file.type }))}
              className="min-h-10 rounded-l-lg border border-rule bg-card px-3 text-left hover:border-accent"
            >
              {t.name} <span className="font-mono text-soft text-sm">{t.date}</span>
            </button>
            <button
              type="button"
              aria-label={`Save ${t.name} to a file`}
              onClick={() => saveFile(t.name, t.file)}
              className="min-h-10 min-w-10 border border-rule border-l-0 bg-card text-soft hover:text-ink"
            >
              <Download size={16} className="mx-auto" aria-hidden />
            </button>
            <button
              type="button"
              aria-label={`Throw ${t.name} away`}
              onClick={() => {
                void attempt(() => database().takes.delete(t.id)).then(() => setGone(t));
              }}
              className="min-h-10 min-w-10 rounded-r-lg border border-rule border-l-0 bg-card text-soft hover:text-fail"
            >
              <Trash2 size={16} className="mx-auto" aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      {gone && (
        <p className="mt-1 flex flex-wrap items-center gap-2" role="status">
          {gone.name} is thrown away.
          <Button
            onClick={() => {
              void attempt(() => database().takes.put(gone)).then((id) => id !== null && setGone(null));
            }}
          >
            <RotateCcw size={16} aria-hidden /> Bring it back
          </Button>
        </p>
      )}
    </section>
  );
}

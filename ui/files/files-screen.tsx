'use client';
import { FileUp, Save } from 'lucide-react';
import { type DragEvent, useId, useRef, useState } from 'react';
import { catalogue } from '@/catalogue';
import { type Document, type DocumentProblem, writeDocument } from '@/core/model';
import { bringIn, bringInFile } from '@/store';
import { attempt, Button, bringDemoBack, keepChange, putDemoAway, useAll, useSetAside } from '../components';
import { Screen, saveFile, tell, useArrived } from '../shell';
import { Everything } from './everything';
import { Progress } from './progress';

type Outcome =
  | { readonly kind: 'in'; readonly file: string; readonly names: readonly string[] }
  | { readonly kind: 'refused'; readonly file: string; readonly problem: DocumentProblem };

/** Told by how it begins, whatever it is called. */
const isZip = async (file: File): Promise<boolean> => (await file.slice(0, 2).text()) === 'PK';

/** Larger than any document of ours: not even read. */
const LARGEST_BYTES = 750e6;

export function FilesScreen() {
  const [outcomes, setOutcomes] = useState<readonly Outcome[]>([]);
  const [share, setShare] = useState<number | null>(null);
  const stop = useRef<AbortController | null>(null);
  const bring = async (files: readonly File[]) => {
    const all: Outcome[] = [];
    stop.current = new AbortController();
    const { signal } = stop.current;
    for (const file of files) {
      const brought = (await isZip(file))
        ? await attempt(() => bringInFile(file, file.name, catalogue, { signal, told: setShare }))
        : file.size > LARGEST_BYTES
          ? { ok: false as const, problem: { pointer: '', message: 'The file is far larger than any of ours.' } }
          : await attempt(async () => bringIn(await file.text(), file.name, catalogue));
      setShare(null);
      // Refused by the browser: that is said above, and stays there.
      if (!brought) continue;
      all.push(
        brought.ok
          ? { kind: 'in', file: file.name, names: brought.names }
          : { kind: 'refused', file: file.name, problem: brought.problem },
      );
    }
    setOutcomes(all);
  };
  useArrived('files', bring);
  const [setups, jobs, drawers] = [useAll('setups'), useAll('jobs'), useAll('drawers')];
  const demoBack = async () => {
    if (await bringDemoBack()) tell('The demo is back as it was. Undo takes it away again.');
  };
  const demoAway = async () => {
    if (await putDemoAway()) tell('The demo is put away; what you changed in it stays. Undo brings it back.');
  };
  return (
    <Screen title="Files" under="All of it lies in this browser and nowhere else. Files take it with you.">
      <div className="grid grid-cols-[minmax(0,1fr)] gap-5 desk:grid-cols-[minmax(0,1fr)_25rem] desk:items-start">
        <div className="order-2 flex flex-col gap-4 desk:order-1">
          <Aside />
          {/* All at once: one that comes later would push the others down. */}
          {setups && jobs && drawers && (
            <>
              <Kept title="Setups" documents={setups} />
              <Kept title="Jobs" documents={jobs} />
              <Kept title="Drawers" documents={drawers} />
            </>
          )}
        </div>
        <div className="order-1 flex flex-col gap-3 desk:order-2">
          <Everything />
          <OpenFiles onFiles={bring} />
          {share !== null && <Progress share={share} label="Opening" onStop={() => stop.current?.abort()} />}
          <div aria-live="polite" className="flex flex-col gap-2">
            {outcomes.map((o) =>
              o.kind === 'in' ? (
                <p key={o.file} className="rounded-xl border border-pass bg-pass-wash p-3">
                  <b>{o.file}</b> is in: {o.names.join(', ')}.
                </p>
              ) : (
                <div key={o.file} role="alert" className="rounded-xl border border-fail bg-fail-wash p-3">
                  <p>
                    <b>{o.file}</b> was refused, and nothing was changed.
                  </p>
                  <p className="mt-1 break-words">
                    At <code className="font-mono">{o.problem.pointer || 'the top'}</code>: {o.problem.message}
                  </p>
                </div>
              ),
            )}
          </div>
          <div className="flex flex-wrap gap-2">
            <Button className="flex-1" onClick={demoBack}>
              Bring the demo back
            </Button>
            <Button className="flex-1" onClick={demoAway}>
              Put the demo away
            </Button>
          </div>
        </div>
      </div>
    </Screen>
  );
}

/** What is in the browser and cannot be worked with: its fault, its raw text, and a way to be rid of it. */
function Aside() {
  const aside = useSetAside();
  if (aside.length === 0) return null;
  return (
    <section aria-label="Set aside" className="rounded-xl border border-fail bg-fail-wash p-3">
      <h2 className="font-bold">Set aside: this Symplex cannot work with it</h2>
      <ul className="mt-1 flex flex-col gap-2">
        {aside.map((a) => (
          <li key={`${a.kind} ${a.id}`} className="flex flex-wrap items-center justify-between gap-2">
            <span className="min-w-0 flex-1 basis-60 break-words">
              <b>{a.name}</b>: at <code className="font-mono">{a.problem.pointer || 'the top'}</code>:{' '}
              {a.problem.message}
            </span>
            <span className="flex gap-2">
              <Button onClick={() => saveFile(`${a.id}.raw.json`, a.text)}>
                <Save size={18} aria-hidden /> Save as it is
              </Button>
              <Button
                onClick={() => void keepChange(`Remove ${a.name}`, [{ kind: a.kind, id: a.id, become: () => null }])}
              >
                Remove
              </Button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function OpenFiles({ onFiles }: { readonly onFiles: (files: readonly File[]) => void }) {
  const id = useId();
  const [over, setOver] = useState(false);
  const drop = (e: DragEvent) => {
    e.preventDefault();
    setOver(false);
    onFiles([...e.dataTransfer.files]);
  };
  return (
    <label
      htmlFor={id}
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
      className={`flex flex-col items-center gap-1 rounded-xl border-2 border-dashed p-6 text-center has-focus-visible:outline-3 has-focus-visible:outline-accent ${over ? 'border-accent bg-accent-wash' : 'border-soft bg-card hover:border-accent'}`}
    >
      <FileUp size={30} aria-hidden className="text-accent" />
      <span className="font-bold">Open a file</span>
      <span className="text-soft text-sm">or drop it here: a setup, a job, a drawer, or everything</span>
      <input
        id={id}
        type="file"
        multiple
        accept=".symplex,.json,application/json"
        className="sr-only"
        onChange={(e) => {
          onFiles([...(e.target.files ?? [])]);
          e.target.value = '';
        }}
      />
    </label>
  );
}

interface KeptProps {
  readonly title: string;
  readonly documents: readonly Exclude<Document, { format: 'symplex.bundle' }>[];
}

/** Documents of a kind, each to be saved to a file of its own. */
function Kept({ title, documents }: KeptProps) {
  return (
    <section aria-label={title}>
      <h2 className="mb-1.5 font-bold">{title}</h2>
      <ul className="flex flex-col gap-1.5">
        {documents.map((d) => {
          const file = `${d.id}.${d.format.replace('symplex.', '')}.json`;
          return (
            <li
              key={d.id}
              className="flex items-center justify-between gap-3 rounded-xl border border-rule bg-card py-1 pr-1 pl-3"
            >
              <span className="min-w-0">
                <span className="block truncate font-semibold">{d.name}</span>
                <span className="block truncate font-mono text-soft text-sm">{file}</span>
              </span>
              <Button aria-label={`Save ${d.name} to a file`} onClick={() => saveFile(file, writeDocument(d))}>
                <Save size={18} aria-hidden /> <span className="hidden sm:inline">Save</span>
              </Button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

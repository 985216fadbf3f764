import { Archive, Save, Undo2, Wand2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { itemAt } from '@/core/algorithms';
import {
  centsAbove,
  courseOf,
  type Edit,
  editWords,
  figuresOf,
  humOf,
  nearestNote,
  OUT_LUFS,
  repairsFor,
} from '@/core/edit';
import { capital, clockText, figure, listText, signed } from '@/core/format';
import type { TakeReport } from '@/core/take';
import { Button } from '../components';
import { saveFile, tell } from '../shell';
import { AsSample } from './as-sample';
import { EditButtons } from './edit-buttons';
import { EditChanges } from './edit-changes';
import { HeardEdit } from './heard-edit';
import { keepTake } from './kept-takes';
import { OtherTakes } from './other-takes';
import { Trim } from './trim';
import { useEdits } from './use-edits';

interface Props {
  readonly name: string;
  readonly file: File;
  readonly measured: TakeReport;
}

/** A short take is put right or made into a sample: each edit is a step that can be taken back. The file stays as it is. */
export function Editor({ name, file, measured }: Props) {
  const { problem, working, steps, now, before, add, back, stop } = useEdits(file);
  const [handles, setHandles] = useState<{ readonly of: object; readonly ends: readonly [number, number] } | null>(
    null,
  );
  const [title, setTitle] = useState(name.replace(/\.[^.]*$/, ''));
  const [sampling, setSampling] = useState(false);
  const course = useMemo(() => courseOf(repairsFor(measured, OUT_LUFS), measured), [measured]);
  const first = useMemo(() => figuresOf(measured), [measured]);
  if (!now) return problem ? <p role="alert">{problem}</p> : <p className="text-soft">Opening...</p>;
  const seconds = itemAt(now.channels, 0).length / now.rateHz;
  // Handles stand on one state of the clip.
  const ends = handles?.of === now ? handles.ends : null;
  const [fromS, toS] = ends ?? [0, seconds];
  const edits = steps.flat();
  const act = (edit: Edit) => add([edit]);
  // Loudness is set last: whatever is done after it is set to it again.
  const left = course.filter((c) => (c.do === 'loudness' ? edits.at(-1) !== c : !edits.some((e) => e.do === c.do)));
  const isReady = left.length === 0;
  const shown = (what: string) => now.figures.find((f) => f.what === what)?.value ?? null;
  const [lufs, peak] = [shown('Loudness'), shown('True peak')];
  const out = () => new File([now.file], `${title || 'take'}.wav`, { type: 'audio/wav' });
  const { pitch } = now;
  return (
    <div className="flex flex-col gap-3">
      {problem && (
        <p role="alert" className="rounded-xl border border-fail bg-fail-wash p-3">
          <b>That step could not be done.</b> {problem}
        </p>
      )}
      <Trim clip={now} fromS={fromS} toS={toS} onChange={(a, b) => setHandles({ of: now, ends: [a, b] })} />
      <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
        <span className="font-mono">
          {clockText(fromS, 2)} to {clockText(toS, 2)}
        </span>
        <span>
          <span className="font-mono">{lufs === null ? 'no loudness' : `${figure(lufs, 1)} LUFS`}</span>
          {peak !== null && (
            <>
              , peaks <span className="font-mono">{figure(peak, 1)} dBTP</span>
            </>
          )}
        </span>
        {pitch && (
          <span>
            pitch <span className="font-mono">{figure(pitch.hz, 1)} Hz</span>, {nearestNote(pitch.hz).name}{' '}
            {signed(centsAbove(pitch.hz, nearestNote(pitch.hz).hz))} cents
          </span>
        )}
      </div>
      <HeardEdit name={title} now={now} before={before} last={steps.at(-1) ?? null} />
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
        <Button look="main" disabled={working || isReady} onClick={() => add(left)}>
          <Wand2 size={18} aria-hidden /> Make it ready to go out
        </Button>
        <Button disabled={steps.length === 0 || working} onClick={back}>
          <Undo2 size={18} aria-hidden /> Step back
        </Button>
        {working ? (
          <span role="status" className="inline-flex items-center gap-2">
            <progress aria-label="Editing" className="h-3 w-32 accent-(--accent)" /> Working...
            <Button look="quiet" onClick={() => void stop()}>
              Stop
            </Button>
          </span>
        ) : (
          !isReady && <span className="text-soft">What it needs: {listText(left.map(editWords))}.</span>
        )}
      </div>
      {edits.length > 0 && (
        <>
          <p className="text-soft">Done: {edits.map(editWords).join(', ')}. The file itself is not changed.</p>
          <EditChanges first={first} now={now.figures} />
          {now.wrong.length > 0 && (
            <div>
              <p className="font-semibold">No edit has mended this:</p>
              <ul aria-label="Left wrong" className="list-disc pl-5">
                {now.wrong.map((w) => (
                  <li key={w}>{capital(w)}</li>
                ))}
              </ul>
            </div>
          )}
        </>
      )}
      <EditButtons clip={now} hums={humOf(measured)} ends={ends} disabled={working} onEdit={act} />
      <div className="flex flex-wrap items-end gap-2">
        <label className="block min-w-48 flex-1 text-sm">
          Name
          <input
            value={title}
            maxLength={80}
            onChange={(e) => setTitle(e.target.value)}
            className="mt-0.5 block min-h-10 w-full rounded-lg border border-soft bg-paper px-2 text-base"
          />
        </label>
        <Button look="main" onClick={() => saveFile(`${title || 'take'}.wav`, out())}>
          <Save size={18} aria-hidden /> Save as WAV
        </Button>
        <Button
          onClick={() =>
            void keepTake(new File([now.file], title || 'sample', { type: 'audio/wav' }), null).then(() =>
              tell(`${title || 'sample'} is in the library.`),
            )
          }
        >
          <Archive size={18} aria-hidden /> Keep in the library
        </Button>
      </div>
      <OtherTakes edits={edits} />
      <details className="border-rule border-t pt-1" onToggle={(e) => setSampling(e.currentTarget.open)}>
        <summary className="min-h-10 cursor-pointer py-2 font-bold">As a sample: pitch, keys, a loop</summary>
        {sampling && <AsSample clip={now} disabled={working} onEdit={act} />}
      </details>
    </div>
  );
}

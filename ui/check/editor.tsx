import { Archive, Repeat, Save, Square, Undo2 } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { itemAt } from '@/core/algorithms';
import { type Clip, centsAbove, type Edit, nearestNote } from '@/core/edit';
import { clockText, figure, signed } from '@/core/format';
import type { TakeReport } from '@/core/take';
import { writeWav } from '@/core/wav';
import { type EditedClip, editClip } from '@/workers';
import { Button, NumberField } from '../components';
import { saveFile, tell } from '../shell';
import { keepTake } from './kept-takes';
import { loadClip } from './load-clip';
import { Player } from './player';
import { Trim } from './trim';
import { useLoop } from './use-loop';

interface Props {
  readonly name: string;
  readonly file: File;
  readonly measured: TakeReport;
}

/** Loudness that is asked for, and the ceiling of the peaks (EBU R 128; streams, common practice). */
const LOUDNESSES = [
  { lufs: -23, name: 'To −23 LUFS, broadcast' },
  { lufs: -16, name: 'To −16 LUFS, stream' },
  { lufs: -14, name: 'To −14 LUFS, loud stream' },
] as const;
const MOST_DBTP = -1;
/** Below this lies no voice but the deepest; common practice. */
const LOW_CUT_HZ = 75;

const told: Readonly<Record<Edit['do'], string>> = {
  trim: 'trimmed',
  'trim-silence': 'silence cut off',
  'both-sides': 'one side on both',
  polarity: 'polarity turned',
  loudness: 'loudness set',
  notch: 'hum taken out',
  'low-cut': 'what lies low cut off',
  denoise: 'noise turned down',
  declick: 'clicks made new',
  ride: 'level ridden',
  fade: 'faded',
  reverse: 'reversed',
  pitch: 'pitch moved',
  envelope: 'attack and decay',
};

/** A short take is put right or made into a sample: each edit is a step that can be taken back. The file stays as it is. */
export function Editor({ name, file, measured }: Props) {
  const [clip, setClip] = useState<Clip | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [edits, setEdits] = useState<readonly Edit[]>([]);
  const [now, setNow] = useState<EditedClip | null>(null);
  const [ends, setEnds] = useState<readonly [number, number] | null>(null);
  const [reference, setReference] = useState(440);
  const [title, setTitle] = useState(name.replace(/\.[^.]*$/, ''));
  const loop = useLoop();
  useEffect(() => {
    let wanted = true;
    void loadClip(file).then((l) => {
      if (!wanted) return;
      if (l.ok) setClip(l.value);
      else setProblem(l.problem);
    });
    return () => {
      wanted = false;
    };
  }, [file]);
  const asked = useRef(0);
  useEffect(() => {
    if (!clip) return;
    asked.current += 1;
    const mine = asked.current;
    void editClip(clip, edits).then(
      (done) => {
        if (asked.current !== mine) return;
        setNow(done);
        setEnds(null);
      },
      (e: unknown) => setProblem(String(e)),
    );
  }, [clip, edits]);
  const out = useMemo(
    () => (now ? new File([writeWav(now.rateHz, now.channels)], `${title}.wav`, { type: 'audio/wav' }) : null),
    [now, title],
  );
  if (problem) return <p role="alert">{problem}</p>;
  if (!now || !out) return <p className="text-soft">Opening...</p>;
  const seconds = itemAt(now.channels, 0).length / now.rateHz;
  const [fromS, toS] = ends ?? [0, seconds];
  const add = (edit: Edit) => {
    loop.stop();
    setEdits((all) => [...all, edit]);
  };
  const hums = measured.perChannel.flatMap((c) => c.hum?.harmonics.map((h) => h.hz) ?? []);
  const stereo = now.channels.length >= 2;
  const { pitch } = now;
  return (
    <div className="flex flex-col gap-3">
      <Trim clip={now} fromS={fromS} toS={toS} onChange={(a, b) => setEnds([a, b])} />
      <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
        <span className="font-mono">
          {clockText(fromS, 2)} to {clockText(toS, 2)}
        </span>
        <span>
          <span className="font-mono">{now.lufs === null ? 'no loudness' : `${figure(now.lufs, 1)} LUFS`}</span>, peaks{' '}
          <span className="font-mono">{figure(now.peakDbtp, 1)} dBTP</span>
        </span>
        {pitch && (
          <span>
            pitch <span className="font-mono">{figure(pitch.hz, 1)} Hz</span>, {nearestNote(pitch.hz).name}{' '}
            {signed(centsAbove(pitch.hz, nearestNote(pitch.hz).hz))} cents
          </span>
        )}
      </div>
      <Player name={`${title} as it is now`} file={out} />
      <fieldset aria-label="Edits" className="flex flex-wrap gap-2">
        <Button disabled={edits.length === 0} onClick={() => setEdits(edits.slice(0, -1))}>
          <Undo2 size={18} aria-hidden /> Step back
        </Button>
        <Button disabled={!ends} onClick={() => add({ do: 'trim', fromS, toS })}>
          Trim to the handles
        </Button>
        <Button onClick={() => add({ do: 'trim-silence' })}>Cut off silence</Button>
        {stereo && (
          <>
            <Button onClick={() => add({ do: 'both-sides', of: 0 })}>Left to both</Button>
            <Button onClick={() => add({ do: 'both-sides', of: 1 })}>Right to both</Button>
            <Button onClick={() => add({ do: 'polarity', of: 1 })}>Turn the right's polarity</Button>
          </>
        )}
        {hums.length > 0 && <Button onClick={() => add({ do: 'notch', hz: hums })}>Take out hum</Button>}
        <Button onClick={() => add({ do: 'low-cut', hz: LOW_CUT_HZ })}>Low cut at {LOW_CUT_HZ} Hz</Button>
        <Button onClick={() => add({ do: 'fade', inS: 0.05, outS: 0.3 })}>Fade both ends</Button>
        <Button onClick={() => add({ do: 'reverse' })}>Reverse</Button>
        {LOUDNESSES.map((l) => (
          <Button key={l.lufs} onClick={() => add({ do: 'loudness', lufs: l.lufs, mostDbtp: MOST_DBTP })}>
            {l.name}
          </Button>
        ))}
      </fieldset>
      <fieldset aria-label="As a sample" className="flex flex-wrap items-end gap-2">
        <div className="w-28">
          <NumberField label="Reference, Hz" value={reference} min={20} max={5000} step={0.1} onValue={setReference} />
        </div>
        <Button disabled={!pitch} onClick={() => pitch && add({ do: 'pitch', cents: centsAbove(reference, pitch.hz) })}>
          To the reference
        </Button>
        {[-100, -5, 5, 100].map((cents) => (
          <Button key={cents} onClick={() => add({ do: 'pitch', cents })}>
            {Math.abs(cents) === 100 ? `${signed(cents / 100)} semitone` : `${signed(cents)} cents`}
          </Button>
        ))}
        <Button onClick={() => add({ do: 'envelope', attackS: 0.02, decayS: 0 })}>Softer attack</Button>
        <Button onClick={() => add({ do: 'envelope', attackS: 0, decayS: 1.2 * seconds })}>Die away</Button>
        <Button onClick={() => (loop.playing ? loop.stop() : loop.start(now))} aria-pressed={loop.playing}>
          {loop.playing ? <Square size={18} aria-hidden /> : <Repeat size={18} aria-hidden />}{' '}
          {loop.playing ? 'Stop' : 'Loop'}
        </Button>
      </fieldset>
      {edits.length > 0 && (
        <p className="text-soft">Done: {edits.map((e) => told[e.do]).join(', ')}. The file itself is not changed.</p>
      )}
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
        <Button look="main" onClick={() => saveFile(`${title || 'take'}.wav`, out)}>
          <Save size={18} aria-hidden /> Save as WAV
        </Button>
        <Button
          onClick={() =>
            void keepTake(new File([out], title || 'sample', { type: 'audio/wav' }), null).then(() =>
              tell(`${title || 'sample'} is in the library.`),
            )
          }
        >
          <Archive size={18} aria-hidden /> Keep in the library
        </Button>
      </div>
    </div>
  );
}

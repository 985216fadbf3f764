import { CircleStop, Ear, Footprints, Hand, Mic, Volume1 } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import type { Report } from '@/core/assess';
import { MeterWatch, seenInStillness } from '@/core/diagnose';
import { figure } from '@/core/format';
import type { Setup } from '@/core/model';
import { BEAT_S, channelName, type LiveReading, NEAR_BEATS, stilled, walked } from '@/core/take';
import { writeWav } from '@/core/wav';
import { measureSound } from '@/workers';
import { HISTORY_S, Meter } from '../beside';
import { Button, failing, StatusMark } from '../components';
import { BesidePhone } from './beside-phone';
import { db, type Outcome, tapOutcome, walkOutcome } from './outcomes';
import { Probe } from './probe';
import { ToMend } from './to-mend';
import { useLive } from './use-live';

interface Props {
  readonly setup: Setup;
  readonly report: Report | null;
  /** A take that was recorded here. */
  readonly onTake: (file: File) => void;
  /** Of a desk that asks to see the levels; null where none does. */
  readonly deskCode: string | null;
  readonly onDeskOver: () => void;
}

/** What is under way: the tap test has two halves. */
type Doing =
  | { readonly is: 'tap'; readonly half: 'outer' | 'device'; readonly from: number; readonly outer: readonly number[] }
  | { readonly is: 'noise' | 'take' | 'walk'; readonly from: number; readonly seconds: number }
  | null;

const TAP_S = 6;
const WALK_S = 60;
const TAKE_S = 120;

/** The input of this very device: its meter, and four tests of a minute at most. */
export function Live({ setup, report, onTake, deskCode, onDeskOver }: Props) {
  const live = useLive();
  const { input, inputs, outputs, trouble, reading, history } = live;
  const [wanted, setWanted] = useState('');
  const [doing, setDoing] = useState<Doing>(null);
  const [outcome, setOutcome] = useState<Outcome | null>(null);
  const now = reading?.seconds ?? 0;
  const latest = useRef<LiveReading | null>(null);
  latest.current = reading;

  // The tap test goes by the clock of what is heard.
  useEffect(() => {
    if (doing?.is !== 'tap' || now - doing.from < TAP_S) return;
    const heard = (latest.current?.knocks ?? []).filter((k) => k.at >= doing.from).map((k) => k.dbfs);
    if (doing.half === 'outer') {
      setDoing({ is: 'tap', half: 'device', from: now, outer: heard });
      return;
    }
    setDoing(null);
    setOutcome(tapOutcome(doing.outer, heard));
  }, [doing, now]);
  useEffect(() => {
    if (!input) setDoing(null);
  }, [input]);

  const offered = useOffered(setup, reading);

  const begin = (next: Doing) => {
    setOutcome(null);
    setDoing(next);
  };
  const noise = async (seconds: number) => {
    begin({ is: 'noise', from: now, seconds });
    const rateHz = input!.rateHz;
    const recorded = await live.record(seconds);
    setDoing(null);
    const short = cutShort(recorded, rateHz, seconds);
    if (short !== null && short < LEAST_STILL_S) {
      setOutcome({ status: 'caution', text: `Cut short after ${short} s: too little to tell. Measure again.` });
      return;
    }
    const report = await measured(rateHz, recorded);
    if (!report) return;
    const still = stilled(report.perChannel);
    const { outcome, dbfsA, rmsDbfs, hum: mains, whine: tone, humIn, whineIn } = still;
    const seen = seenInStillness(still);
    const on = (channel: number | null) =>
      channel === null ? '' : ` on ${channelName(channel, report.perChannel.length)}`;
    if (outcome === 'silent') {
      setOutcome({
        status: 'fail',
        text: 'Digital silence: the input gives nothing at all. Look at its switch, and at the list of inputs.',
        seen,
      });
      return;
    }
    const hum = mains
      ? ` Mains at ${figure(mains.mainsHz, 1)} Hz with ${mains.harmonics.length} harmonics${on(humIn)}, ${db(mains.dbfs)}.`
      : ' No mains hum.';
    const whine = tone ? ` A tone at ${figure(tone.hz / 1000, 1)} kHz${on(whineIn)}, ${db(tone.dbfs)}.` : '';
    setOutcome({
      status: outcome === 'still' && short === null ? 'pass' : 'caution',
      text:
        outcome === 'spoken'
          ? 'Somebody spoke or something moved: be still and measure again.'
          : `Noise ${db(dbfsA)}(A), ${db(rmsDbfs)} unweighted, over ${short ?? seconds} s${short === null ? '' : ': it was cut short'}.${hum}${whine}`,
      seen,
    });
  };
  const walk = async () => {
    begin({ is: 'walk', from: now, seconds: WALK_S });
    const { rateHz } = input!;
    const from = latest.current?.seconds ?? 0;
    const recorded = await live.record(WALK_S);
    setDoing(null);
    if (recorded.length === 0) return;
    // What is measured is handed over: the walk is judged by what stays here.
    const measure = await measured(
      rateHz,
      recorded.map((c) => c.slice()),
    );
    if (!measure) return;
    // A loss on the softer of two packs is a loss.
    const holes = measure.perChannel.flatMap((c) => c.dropouts.marks.map((m) => ({ at: m.at, seconds: 0 })));
    const own = live.gaps().map((g) => ({ ...g, at: g.at - from }));
    const inWalk = own.filter((g) => g.at + g.seconds > 0 && g.at < WALK_S).length;
    setOutcome(
      walkOutcome(walked(recorded, rateHz, holes, own), recorded.length, inWalk, cutShort(recorded, rateHz, WALK_S)),
    );
  };
  const take = async () => {
    begin({ is: 'take', from: now, seconds: TAKE_S });
    const rateHz = input!.rateHz;
    const recorded = await live.record(TAKE_S);
    setDoing(null);
    if (recorded.length === 0) return;
    const name = `test take ${new Date().toLocaleTimeString('en-GB').replaceAll(':', '.')}.wav`;
    onTake(new File([writeWav(rateHz, recorded)], name, { type: 'audio/wav' }));
  };

  // It stays when the input is gone, as where that ended a test.
  const result = outcome && (
    <div className="flex flex-col gap-2 rounded-xl border border-rule bg-card p-3">
      <p role="status" className="flex items-start gap-2 text-lg">
        <StatusMark status={outcome.status} size={26} /> {outcome.text}
      </p>
      {outcome.seen && <ToMend setup={setup} seen={outcome.seen} />}
    </div>
  );
  const shown =
    input && reading ? { input: input.label, reading, peaks: history, finding: outcome?.text ?? null } : null;
  return (
    <div className="flex flex-col gap-3">
      {deskCode !== null && <BesidePhone code={deskCode} shown={shown} onEnd={onDeskOver} />}
      <div className="flex flex-wrap items-end gap-3">
        {inputs.length > 1 && (
          <label className="block min-w-0 text-sm">
            Input
            <select
              value={wanted}
              onChange={(e) => {
                setWanted(e.target.value);
                if (input) void live.open(e.target.value || null);
              }}
              className="mt-0.5 block min-h-11 max-w-full rounded-lg border border-soft bg-card px-2 text-base"
            >
              <option value="">what the browser takes by itself</option>
              {inputs
                .filter((d) => d.deviceId !== '')
                .map((d, i) => (
                  <option key={d.deviceId} value={d.deviceId}>
                    {d.label || `Input ${i + 1}`}
                  </option>
                ))}
            </select>
          </label>
        )}
        {input ? (
          <Button onClick={live.close}>
            <CircleStop size={20} aria-hidden /> Stop listening
          </Button>
        ) : (
          <Button look="main" className="min-h-11" onClick={() => void live.open(wanted || null)}>
            <Ear size={20} aria-hidden /> Listen
          </Button>
        )}
        {input && (
          <p className="text-soft">
            <b className="text-ink">{input.label}</b>
            {input.ownRateHz !== null && (
              <>
                , <span className="font-mono">{input.ownRateHz / 1000}</span> kHz
              </>
            )}
          </p>
        )}
      </div>
      {!input && !trouble && (
        <p className="text-soft">
          Plug the whole chain in first. The browser asks whether this page may listen; the sound stays on this machine.
          Do not turn loudspeakers up: the input is not played.
        </p>
      )}
      {trouble && (
        <p role="alert" className="rounded-xl border border-fail bg-fail-wash p-3">
          {trouble}
        </p>
      )}
      {input?.remarks.map((r) => (
        <p key={r} className="flex items-start gap-2 rounded-xl border border-caution bg-caution-wash p-3">
          <StatusMark status="caution" /> {r}
        </p>
      ))}
      {input && reading && (
        <>
          <Meter reading={reading} history={history} historyS={HISTORY_S} onClear={live.clearClips} />
          {doing && (
            <div
              // A count that is read out would be heard as one.
              aria-live={doing.is === 'walk' ? 'off' : 'polite'}
              className="flex flex-wrap items-center gap-3 rounded-xl border border-accent bg-accent-wash p-3 text-lg"
            >
              <b className="min-w-0 flex-1">{said(doing, now)}</b>
              {doing.is === 'walk' && <b className="min-w-16 text-center font-mono text-5xl">{countOf(doing, now)}</b>}
              {doing.is !== 'tap' && <Button onClick={live.finish}>Enough</Button>}
              {doing.is === 'tap' && <Button onClick={() => setDoing(null)}>Leave it</Button>}
            </div>
          )}
          {result}
          {!doing && !outcome?.seen && <ToMend setup={setup} seen={offered} />}
          <section aria-label="Tests" className="grid grid-cols-2 gap-2 desk:grid-cols-5">
            <Test
              icon={Hand}
              name="Tap test"
              under="is it the outer one?"
              disabled={doing !== null}
              onClick={() => begin({ is: 'tap', half: 'outer', from: now, outer: [] })}
            />
            <Test
              icon={Volume1}
              name="Noise, 10 s"
              under="nobody speaks"
              disabled={doing !== null}
              onClick={() => void noise(10)}
            />
            <Test
              icon={Volume1}
              name="Noise, a minute"
              under="for hum and whine"
              disabled={doing !== null}
              onClick={() => void noise(60)}
            />
            <Test
              icon={Footprints}
              name="Walk test"
              under="a minute, counting aloud"
              disabled={doing !== null}
              onClick={() => void walk()}
            />
            <Test
              icon={Mic}
              name="Test take"
              under="two minutes at most"
              disabled={doing !== null}
              onClick={() => void take()}
            />
          </section>
        </>
      )}
      {!(input && reading) && result}
      {report && <Probe setup={setup} report={report} inputs={inputs} outputs={outputs} />}
    </div>
  );
}

const NOTHING = { noticed: [], absent: [] };

/** What the meter alone gives a hunt to begin with. Where each voice has a side, one of them is silent by right. */
function useOffered(setup: Setup, reading: LiveReading | null): ReturnType<MeterWatch['push']> {
  const watch = useRef<MeterWatch | null>(null);
  const [seen, setSeen] = useState<ReturnType<MeterWatch['push']>>(NOTHING);
  const isApart = setup.job.arrangement === 'side-each';
  useEffect(() => {
    if (!reading) {
      watch.current = null;
      setSeen(NOTHING);
      return;
    }
    watch.current ??= new MeterWatch();
    const heard = watch.current.push(reading);
    const said = heard.noticed.filter((id) => !(isApart && id === 'one-side'));
    // Many readings a second: what says the same stays the same.
    setSeen((before) => (before.noticed.join() === said.join() ? before : { ...heard, noticed: said }));
  }, [reading, isApart]);
  return seen;
}

/** In less nothing steady is told from a noise that passes (core/take needs as much for hum). */
const LEAST_STILL_S = 6;

/** How many seconds were heard, where that is less than was meant; null where it is all. */
function cutShort(recorded: readonly Float32Array[], rateHz: number, wanted: number): number | null {
  const heard = (recorded[0]?.length ?? 0) / rateHz;
  return heard < 0.98 * wanted ? Math.floor(heard) : null;
}

const measured = (rateHz: number, recorded: readonly Float32Array[]) =>
  measureSound(rateHz, recorded).catch(failing('The measurement'));

const countOf = (doing: { readonly from: number }, now: number): number => Math.floor((now - doing.from) / BEAT_S) + 1;

function said(doing: NonNullable<Doing>, now: number): string {
  const left = Math.max(0, Math.ceil((doing.is === 'tap' ? TAP_S : doing.seconds) - (now - doing.from)));
  if (doing.is === 'tap') {
    return doing.half === 'outer'
      ? `Tap the outer microphone three times. ${left} s`
      : `Now tap the device itself three times. ${left} s`;
  }
  if (doing.is === 'noise') return `Be still. ${left} s`;
  if (doing.is === 'walk') {
    return `${countOf(doing, now) <= NEAR_BEATS ? 'Stand beside the receiver' : 'Walk the way you will walk'}, and count aloud:`;
  }
  return `Recording: five seconds of nobody, then your loudest words. ${left} s left`;
}

interface TestProps {
  readonly icon: typeof Mic;
  readonly name: string;
  readonly under: string;
  readonly disabled: boolean;
  readonly onClick: () => void;
}

const Test = ({ icon: Icon, name, under, disabled, onClick }: TestProps) => (
  <button
    type="button"
    disabled={disabled}
    onClick={onClick}
    className="flex min-h-14 items-center gap-3 rounded-xl border border-rule bg-card px-3 py-2 text-left hover:border-accent disabled:opacity-50"
  >
    <Icon size={22} className="shrink-0 text-accent" aria-hidden />
    <span>
      <b className="block">{name}</b>
      <span className="block text-soft text-sm">{under}</span>
    </span>
  </button>
);

import type { Compiled } from '../compile';
import { appIn, callersOf, HERE, hearsFarEnd, mayHear, type PartId, partName, takeId } from '../model';
import { heardFrom, PROGRAMME_DBFS, playedVolt, type Readings, turnedDownDb } from '../readings';
import { converterMs, totalMs } from '../routing';
import { dbu, peakDbu, voiceVolt } from '../signal';
import { echoLoss } from './tolerance';

/** Somebody who speaks, or something that sounds, and can be heard somewhere. */
export interface Voice {
  /** Of a source its own; of somebody at the other end `caller n`. */
  readonly id: string;
  readonly name: string;
  readonly kind: 'here' | 'by wire' | 'caller';
}

/** Somebody who listens, or what is recorded or streamed. */
export interface Listener {
  /** Of headphones their part; else `caller n` or `take n`. */
  readonly id: string;
  readonly name: string;
  readonly kind: 'here' | 'caller' | 'take';
  /** The headphones, or the device. */
  readonly part: PartId;
  /** The input that the line leads to is in use; of headphones always. Where it is not, nobody knows what they hear. */
  readonly connected: boolean;
  /** Noise there, in the scale of what is heard there; null where it is not computed. */
  readonly noiseDb: number | null;
}

/** One voice at one listener. */
export interface Heard {
  readonly from: string;
  readonly to: string;
  /** Average: dB SPL at headphones, else dB below full scale of what is sent or recorded; null where nothing comes. */
  readonly levelDb: number | null;
  /** Below the loudest voice that is meant for this listener; null where nothing comes. */
  readonly underDb: number | null;
  /** From the mouth to the ear; of an echo there and back; null for a recording. */
  readonly delayMs: number | null;
  /** `self` is one's own voice, come back; of the rest, whether they are to hear it. */
  readonly want: 'must' | 'wish' | 'either' | 'not' | 'self';
  /** Of one's own voice: what is lost on the way back, and the least that is to be. */
  readonly echo: { readonly lossDb: number; readonly leastDb: number; readonly through: PartId | null } | null;
  /** `fine` where what is wanted is so. */
  readonly is: 'fine' | 'faint' | 'clips' | 'missing' | 'unwanted' | 'echo' | 'not known';
}

/** Who hears whom: every voice at every listener. */
export interface Hearings {
  readonly voices: readonly Voice[];
  readonly listeners: readonly Listener[];
  readonly heard: readonly Heard[];
}

/** So far under the loudest, a voice is lost beside it; est, half way down from speech that masks to speech that is missed. */
export const FAINT_UNDER_DB = 20;
/** A voice that must not be heard somewhere is to lie so far under the others; est. */
export const UNHEARD_UNDER_DB = 40;

/**
 * Who hears whom, computed from the solved circuit: people at microphones, what comes by wire, and everybody at the other
 * end of a call, at every pair of headphones, every other end and every recording. A caller speaks as loud as ordinary
 * programme, and its device is turned down to a usual loudness at the loudest ear, as for the echo.
 * @param views the setup as seen from each of its devices, the job's own first
 * @returns voices, listeners, and one entry for each of both; nothing where no app calls anybody
 * @example whoHearsWhom([a.readings, ...a.also]).heard.filter((h) => h.is !== 'fine');
 */
export function whoHearsWhom(views: readonly Readings[]): Hearings {
  const first = views[0];
  if (!first || !views.some((v) => v.callers.length > 0)) return { voices: [], listeners: [], heard: [] };
  const { job } = first.compiled.setup;
  const callers = callersOf(job, first.compiled.catalogue);
  const wired = new Set(first.responses.feeds.filter((f) => f.capsule.wired).map((f) => f.source));
  const voices: readonly Voice[] = [
    ...job.sources.map((s): Voice => ({ id: s.id, name: s.name, kind: wired.has(s.id) ? 'by wire' : 'here' })),
    ...callers.map((c): Voice => ({ id: c.id, name: c.name, kind: 'caller' })),
  ];
  const listeners: readonly Listener[] = [
    ...earsOf(first.compiled).map(
      (part): Listener => ({
        id: part,
        name: nameIn(first.compiled, part),
        kind: 'here',
        part,
        connected: true,
        noiseDb: null,
      }),
    ),
    ...views.flatMap((view, at): readonly Listener[] => {
      const part = view.compiled.device.part.id;
      const here = { part, connected: view.inUse, noiseDb: noiseOf(view) };
      const own = callers.filter((c) => c.destination === at);
      return own.length > 0
        ? own.map((c) => ({ id: c.id, name: c.name, kind: 'caller', ...here }))
        : [
            {
              id: takeId(at),
              name: `${view.app.networkMs === undefined ? 'Take' : 'Call'} on ${nameIn(first.compiled, part)}`,
              kind: 'take',
              ...here,
            },
          ];
    }),
  ];
  const viewOf = (id: string) => views[callers.find((c) => c.id === id)?.destination ?? -1];
  const wantOf = (voice: Voice, to: Listener): Heard['want'] => {
    if (voice.id === to.id) return 'self';
    const told = mayHear(job, voice.id, to.kind === 'here' ? HERE : to.id);
    if (told) return told;
    // One's own voice in one's own ears, and what is played here, are asked for by the job's hearing.
    if (to.kind === 'here') return voice.kind === 'caller' && hearsFarEnd(job.hearing) ? 'must' : 'either';
    return voice.kind === 'caller' && to.kind === 'take' ? 'wish' : 'must';
  };
  const raw = listeners.flatMap((to) =>
    voices.map((voice) => {
      const want = wantOf(voice, to);
      const view = to.kind === 'here' ? first : views.find((v) => v.compiled.device.part.id === to.part)!;
      return { voice, to, want, ...reaches(voice, to, view, viewOf(voice.id), first) };
    }),
  );
  const heard = raw.map(({ voice, to, want, levelDb, delayMs, echo }): Heard => {
    const meant = raw.filter((r) => r.to === to && (r.want === 'must' || r.want === 'wish' || r.want === 'either'));
    const loudest = Math.max(...meant.map((r) => r.levelDb ?? Number.NEGATIVE_INFINITY));
    const underDb = levelDb === null || !Number.isFinite(loudest) ? null : Math.max(0, loudest - levelDb);
    const is = to.connected ? isAsWanted(want, underDb, levelDb, to, echo) : 'not known';
    return { from: voice.id, to: to.id, want, levelDb, underDb, delayMs, echo, is };
  });
  return { voices, listeners, heard };
}

const nameIn = ({ setup, catalogue }: Compiled, part: PartId): string => partName(setup, catalogue, part);

const earsOf = ({ drivers }: Compiled): readonly PartId[] => [...new Set(drivers.map((d) => d.part))];

/** A-weighted noise of the quietest channel, below full scale. */
function noiseOf({ channels }: Readings): number | null {
  if (channels.length === 0) return null;
  return Math.min(...channels.map((c) => dbu(c.noise.aWeightedVolt) - c.input.fullScaleDbu));
}

type Reached = Pick<Heard, 'levelDb' | 'delayMs' | 'echo'>;

/** Below this, dB SPL or against full scale, nothing is there: crosstalk through a common wire, no path. */
const NOTHING_SPL = 10;
const NOTHING_DBFS = -110;

/** What comes of one voice at one listener. */
function reaches(voice: Voice, to: Listener, view: Readings, calling: Readings | undefined, first: Readings): Reached {
  if (to.kind === 'here') {
    const levelDb = calling ? calledSpl(calling, to.part) : spokenSpl(first, voice.id, to.part);
    const delayMs = calling ? hereMs(calling) : totalMs(first.delays.direct);
    return levelDb > NOTHING_SPL ? { levelDb, delayMs, echo: null } : { levelDb: null, delayMs: null, echo: null };
  }
  if (voice.id === to.id) return echoOf(view);
  // Those of one call hear each other by the call itself: nothing here has a say in it.
  if (calling === view) return { levelDb: PROGRAMME_DBFS, delayMs: 2 * (view.app.networkMs ?? 0), echo: null };
  const levelDb = calling ? calledDbfs(calling, view) : spokenDbfs(view, voice.id);
  if (levelDb <= NOTHING_DBFS) return { levelDb: null, delayMs: null, echo: null };
  const there = totalMs(view.delays.far);
  const delayMs = to.kind === 'take' ? null : calling ? hereMs(calling) + awayMs(view) : there;
  return { levelDb, delayMs, echo: null };
}

/** From a caller's mouth to the output of the part that plays it here. */
const hereMs = (view: Readings): number =>
  (view.app.networkMs ?? 0) + view.app.bufferMs + converterMs(view.compiled, view.playbackPart);

/** From the input of what a device records to the other end. */
const awayMs = (view: Readings): number =>
  (view.intended ? converterMs(view.compiled, view.intended.part) : 0) + view.app.bufferMs + (view.app.networkMs ?? 0);

function spokenSpl({ compiled, responses }: Readings, source: string, part: PartId): number {
  const levels = compiled.drivers
    .filter((d) => d.part === part)
    .map((d) => d.splAtOneVolt + 20 * Math.log10(voiceVolt(responses, source, d.p, d.n)));
  return Math.max(...levels);
}

function calledSpl(view: Readings, part: PartId): number {
  const ear = view.ears.find((e) => e.part === part);
  return ear ? Math.max(ear.leftSpl, ear.rightSpl) - turnedDownDb(view.ears) : 0;
}

const loudestOf = (levels: readonly number[]): number => Math.max(...levels, Number.NEGATIVE_INFINITY);

const spokenDbfs = ({ channels }: Readings, source: string): number =>
  loudestOf(
    channels.map(
      (c) =>
        (c.arrivals.find((a) => a.source === source)?.averageDbu ?? Number.NEGATIVE_INFINITY) - c.input.fullScaleDbu,
    ),
  );

/** A caller of one device in what another records. */
function calledDbfs(calling: Readings, { channels }: Readings): number {
  const { compiled, responses, playbackPart, ears } = calling;
  const volt = playedVolt(compiled, responses, playbackPart, true);
  return loudestOf(
    channels.map(({ input }) => dbu(volt(input.p, input.n)) - input.fullScaleDbu + PROGRAMME_DBFS - turnedDownDb(ears)),
  );
}

function echoOf(view: Readings): Reached {
  const worst = [...view.echo].sort((a, b) => heardFrom(a) - heardFrom(b))[0];
  if (!worst) return { levelDb: null, delayMs: null, echo: null };
  const lossDb = heardFrom(worst);
  const oneWayMs = totalMs(view.delays.far);
  const { leastDb } = echoLoss(oneWayMs);
  const levelDb = PROGRAMME_DBFS - lossDb;
  return {
    levelDb: levelDb > NOTHING_DBFS ? levelDb : null,
    delayMs: 2 * oneWayMs,
    echo: { lossDb, leastDb, through: worst.through },
  };
}

function isAsWanted(
  want: Heard['want'],
  underDb: number | null,
  levelDb: number | null,
  to: Listener,
  echo: Heard['echo'],
): Heard['is'] {
  if (want === 'self') return echo && echo.lossDb < echo.leastDb ? 'echo' : 'fine';
  if (want === 'either') return 'fine';
  if (want === 'not') return underDb !== null && underDb < UNHEARD_UNDER_DB ? 'unwanted' : 'fine';
  if (levelDb === null || underDb === null || underDb >= UNHEARD_UNDER_DB) return 'missing';
  if (to.kind !== 'here' && peakDbu(levelDb) > 0) return 'clips';
  const overNoise = to.noiseDb === null ? Number.POSITIVE_INFINITY : levelDb - to.noiseDb;
  return underDb > FAINT_UNDER_DB || overNoise < LEAST_OVER_NOISE_DB ? 'faint' : 'fine';
}

/** A voice is followed without effort from here over the noise; common practice. */
const LEAST_OVER_NOISE_DB = 15;

/** Whether an app of these devices calls somebody. */
export const callsSomebody = ({ hosts, catalogue }: Compiled): boolean =>
  hosts.some((h) => appIn(catalogue, h.app).networkMs !== undefined);

import { dbOf } from '../meters';
import type { ChannelFigures } from '../reading';

/** A wireless line that fades so far is at its end; est. */
const FADED_DB = 20;
/** Levels of so short a time follow the syllables. */
const STEP_S = 0.05;
const STEPS_A_SECOND = Math.round(1 / STEP_S);
/** In a second in which somebody speaks, its loud and its low parts lie so far apart; noise alone is steadier. Est. */
const SPOKEN_DB = 8;
/** Seconds that are judged together, and in how many of them somebody must speak. */
const [WINDOW_S, LEAST_SPOKEN] = [3, 2];

/** What a walk with a wireless line brought. */
export interface Walked {
  readonly outcome: 'kept' | 'faded' | 'dropped' | 'nobody spoke';
  /** Between the loudest three seconds in which somebody spoke and the lowest; null where nobody did. */
  readonly fadeDb: number | null;
  readonly dropouts: number;
  /** The longest time in which nobody was heard, seconds: a pause, or a voice that was gone. */
  readonly silentS: number;
}

/**
 * How a walk went, by the seconds in which somebody speaks: a pause is no fade.
 * @param channels samples of each channel, of one length; full scale is 1.
 */
export function walked(channels: readonly Float32Array[], rateHz: number, dropouts: number): Walked {
  const seconds = spokenLevels(channels, rateHz);
  const levels: number[] = [];
  for (let at = 0; at + WINDOW_S <= seconds.length; at++) {
    const heard = seconds.slice(at, at + WINDOW_S).flatMap((s) => s ?? []);
    if (heard.length >= LEAST_SPOKEN) levels.push(Math.max(...heard));
  }
  const fadeDb = levels.length > 0 ? Math.max(...levels) - Math.min(...levels) : null;
  const outcome = dropouts > 0 ? 'dropped' : fadeDb === null ? 'nobody spoke' : fadeDb > FADED_DB ? 'faded' : 'kept';
  return { outcome, fadeDb, dropouts, silentS: longestRun(seconds, (s) => s === null) };
}

/** The level of each second in which somebody speaks, dBFS; null for the others. */
function spokenLevels(channels: readonly Float32Array[], rateHz: number): readonly (number | null)[] {
  const step = Math.round(STEP_S * rateHz);
  const steps = Array.from({ length: Math.floor((channels[0]?.length ?? 0) / step) }, (_, k) =>
    Math.max(...channels.map((c) => rmsDb(c.subarray(k * step, (k + 1) * step)))),
  );
  return Array.from({ length: Math.floor(steps.length / STEPS_A_SECOND) }, (_, s) => {
    const sorted = steps.slice(s * STEPS_A_SECOND, (s + 1) * STEPS_A_SECOND).sort((a, b) => a - b);
    const [low, high] = [sorted[Math.floor(0.1 * sorted.length)], sorted[Math.floor(0.9 * sorted.length)]];
    return high - low >= SPOKEN_DB ? high : null;
  });
}

function rmsDb(x: Float32Array): number {
  let squares = 0;
  for (const v of x) squares += v * v;
  return dbOf(squares / x.length + 1e-12);
}

function longestRun<T>(list: readonly T[], is: (x: T) => boolean): number {
  let [longest, run] = [0, 0];
  for (const x of list) {
    run = is(x) ? run + 1 : 0;
    longest = Math.max(longest, run);
  }
  return longest;
}

/** What a measurement of stillness brought. */
export interface Stilled {
  readonly outcome: 'silent' | 'spoken' | 'loud' | 'still';
  /** A-weighted, of the noise of the loudest channel. */
  readonly dbfsA: number;
  readonly rmsDbfs: number;
  /** The loudest in any channel: hum may be on one side only, and not on the louder one. */
  readonly hum: ChannelFigures['hum'];
  readonly whine: ChannelFigures['whines'][number] | null;
  /** In which channel it is, from 0; null where there is one channel, or nothing to tell. */
  readonly humIn: number | null;
  readonly whineIn: number | null;
}

/** So far over its noise, what is loud is a voice; so loud, a still input is not quiet. Est. */
const [VOICE_DB, LOUD_DBFSA] = [12, -50];

/**
 * The noise of an input while nobody speaks; or that somebody did.
 * @param channels at least one
 */
export function stilled(channels: readonly ChannelFigures[]): Stilled {
  const most = <T>(of: (c: ChannelFigures) => T | null | undefined, size: (t: T) => number) =>
    channels
      .flatMap((c, i) => {
        const value = of(c) ?? null;
        return value === null ? [] : [{ value, i }];
      })
      .sort((a, b) => size(b.value) - size(a.value))[0];
  const hum = most(
    (c) => c.hum,
    (h) => h.dbfs,
  );
  const whine = most(
    (c) => c.whines[0],
    (w) => w.dbfs,
  );
  const place = (found: { readonly i: number } | undefined) => (found && channels.length > 1 ? found.i : null);
  const loudest = channels.reduce((a, b) => (b.rmsDbfs > a.rmsDbfs ? b : a));
  // Where nobody speaks, what is loud is the noise.
  const dbfsA = loudest.activeDbfsA ?? loudest.rmsDbfs;
  return {
    outcome: stillness(channels, loudest, dbfsA),
    dbfsA,
    rmsDbfs: loudest.rmsDbfs,
    hum: hum?.value ?? null,
    whine: whine?.value ?? null,
    humIn: place(hum),
    whineIn: place(whine),
  };
}

function stillness(channels: readonly ChannelFigures[], loudest: ChannelFigures, dbfsA: number): Stilled['outcome'] {
  if (!Number.isFinite(loudest.rmsDbfs)) return 'silent';
  const isSpoken = (c: ChannelFigures) =>
    c.noiseDbfsA !== null && c.activeDbfsA !== null && c.activeDbfsA - c.noiseDbfsA > VOICE_DB;
  if (channels.some(isSpoken)) return 'spoken';
  return dbfsA > LOUD_DBFSA ? 'loud' : 'still';
}

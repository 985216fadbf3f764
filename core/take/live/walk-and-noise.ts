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
  /** A-weighted, of the noise. */
  readonly dbfsA: number;
}

/** So far over its noise, what is loud is a voice; so loud, a still input is not quiet. Est. */
const [VOICE_DB, LOUD_DBFSA] = [12, -50];

/** The noise of an input while nobody speaks, of its loudest channel; or that somebody did. */
export function stilled(c: ChannelFigures): Stilled {
  // Where nobody speaks, what is loud is the noise.
  const dbfsA = c.activeDbfsA ?? c.rmsDbfs;
  if (!Number.isFinite(c.rmsDbfs)) return { outcome: 'silent', dbfsA };
  if (c.noiseDbfsA !== null && dbfsA - c.noiseDbfsA > VOICE_DB) return { outcome: 'spoken', dbfsA };
  return { outcome: dbfsA > LOUD_DBFSA ? 'loud' : 'still', dbfsA };
}

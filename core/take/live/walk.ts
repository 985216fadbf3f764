import { dbOf } from '../meters';

/** One count a beat: slow enough for a word and the gap after it, seconds. */
export const BEAT_S = 1.25;
/** So many are counted beside the receiver: what is heard there is the measure for the rest. */
export const NEAR_BEATS = 8;

/** A wireless line that fades so far is at its end; est. */
const FADED_DB = 20;
/** Levels of so short a time follow a word. */
const STEP_S = 0.02;
/** Within a beat a word stands so far above the gap; hiss and hum are steadier, however loud. Est. */
const SPOKEN_DB = 8;
/** On a channel that carries the walker, most of the counts beside the receiver are heard; est. */
const LEAST_NEAR = 5;
/** A count this far under those beside the receiver is another's voice, or what leaks; est. */
const OTHER_DB = 35;
/** Beats that are judged together: one word is softer than the next. */
const TOGETHER = 3;

/** A stretch of time in which sound was missing, seconds from the beginning. */
export interface Loss {
  readonly at: number;
  readonly seconds: number;
}

/** What a counted walk with a wireless line brought. */
export interface Walked {
  readonly outcome: 'kept' | 'faded' | 'not heard' | 'dropped' | 'nobody counted';
  /** How far the voice fell from beside the receiver to its lowest, of the channel that fell most; null where nobody counted. */
  readonly fadeDb: number | null;
  /** Holes in the sound that are not the browser's own. */
  readonly dropouts: number;
  /** Counts that were not heard, from 1: of the channel that missed most, and whether another channel heard one of them. */
  readonly missed: readonly number[];
  readonly channel: number | null;
  readonly othersHeard: boolean;
}

/**
 * How a walk went in which somebody counted aloud, one count a beat, the first of them beside the receiver. Each channel is
 * judged by its own counts there and its own floor: a count that is not heard is told, whatever fills its place.
 * @param channels samples of each channel, of one length; full scale is 1.
 * @param dropouts holes that were found in the sound
 * @param own stretches that the browser itself lost: holes there are not of the line
 */
export function walked(
  channels: readonly Float32Array[],
  rateHz: number,
  dropouts: readonly Loss[],
  own: readonly Loss[],
): Walked {
  const isOwn = ({ at, seconds }: Loss) =>
    own.some((o) => at < o.at + o.seconds + AROUND_S && at + seconds > o.at - AROUND_S);
  // A hole that is on both sides is one.
  const lost = [...dropouts]
    .sort((a, b) => a.at - b.at)
    .filter((d, i, all) => !isOwn(d) && (i === 0 || d.at - (all[i - 1]?.at ?? 0) > SAME_S)).length;
  const counted = channels.map((x) => beatsOf(x, rateHz));
  const carrying = counted.flatMap((beats, channel) => {
    const near = beats
      .slice(0, NEAR_BEATS)
      .flatMap((b) => b ?? [])
      .sort((a, b) => a - b);
    return near.length < LEAST_NEAR ? [] : [{ channel, beats, near: near[near.length >> 1] }];
  });
  if (carrying.length === 0)
    return {
      outcome: lost > 0 ? 'dropped' : 'nobody counted',
      fadeDb: null,
      dropouts: lost,
      missed: [],
      channel: null,
      othersHeard: false,
    };
  const isMissed = (at: number, beat: number | null | undefined, near: number) =>
    (beat == null || beat < near - OTHER_DB) && !isOwn({ at: at * BEAT_S, seconds: BEAT_S });
  const each = carrying.map(({ channel, beats, near }) => {
    const missed = beats.flatMap((b, at) => (isMissed(at, b, near) ? [at] : []));
    const lowest = Math.min(
      ...beats.slice(0, beats.length - TOGETHER + 1).flatMap((_, i) => {
        // What the browser lost is neither missed nor heard.
        const heard = beats
          .slice(i, i + TOGETHER)
          .flatMap((b, k) => (b === null || isMissed(i + k, b, near) ? [] : [b]));
        return heard.length < TOGETHER - 1 ? [] : [Math.max(...heard)];
      }),
    );
    return { channel, beats, near, missed, fadeDb: Math.max(0, near - lowest) };
  });
  const worst = each.reduce((w, c) => (c.missed.length > w.missed.length ? c : w));
  const othersHeard = worst.missed.some((at) => each.some((c) => c !== worst && !isMissed(at, c.beats[at], c.near)));
  const fadeDb = Math.max(...each.map((c) => c.fadeDb));
  const outcome =
    lost > 0 || othersHeard ? 'dropped' : worst.missed.length > 0 ? 'not heard' : fadeDb > FADED_DB ? 'faded' : 'kept';
  return {
    outcome,
    fadeDb,
    dropouts: lost,
    missed: worst.missed.map((at) => at + 1),
    channel: worst.missed.length > 0 && channels.length > 1 ? worst.channel : null,
    othersHeard,
  };
}

/** Holes of two channels that begin within so long are one, seconds. */
const SAME_S = 0.05;
/** A hole that lies so near what the browser lost is that, seconds. */
const AROUND_S = 0.25;

/** The level of each count, dBFS; null where nothing in its beat stands out as a word does. */
function beatsOf(x: Float32Array, rateHz: number): readonly (number | null)[] {
  const step = Math.round(STEP_S * rateHz);
  const length = Math.round(BEAT_S * rateHz);
  return Array.from({ length: Math.floor(x.length / length) }, (_, beat) => {
    const levels: number[] = [];
    for (let at = beat * length; at + step <= (beat + 1) * length; at += step) {
      let squares = 0;
      for (let i = at; i < at + step; i++) squares += x[i] * x[i];
      levels.push(dbOf(squares / step + 1e-12));
    }
    levels.sort((a, b) => a - b);
    const [low, high] = [levels[Math.floor(0.1 * levels.length)], levels[Math.floor(0.9 * levels.length)]];
    return high - low >= SPOKEN_DB ? high : null;
  });
}

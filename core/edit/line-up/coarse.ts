import { itemAt } from '../../algorithms';
import { findIn } from './correlate';
import { type Heard, STEP_S } from './listen';

/** A stretch of the first take in which the second lies behind it by about one lag. */
export interface Run {
  readonly fromS: number;
  readonly toS: number;
  readonly lagS: (atS: number) => number;
}

/** The first is looked for in the second by pieces of this share of it, none shorter or longer than this, seconds. */
const CHUNKS = 12;
const [SHORTEST_S, LONGEST_S] = [6, 300];
/** Peaks of each that are followed, and how far around them. */
const PEAKS = 3;
const AROUND_S = 0.2;
/** The way is followed in steps of this length. */
const HOP_S = 2;
/** Onsets that count as independent in one of them: those of speech come in syllables. */
const INDEPENDENT = 50;
/** A jump must explain so much more, and a step by one must be worth it, as logarithms of likelihood. */
const JUMP = 25;
const DRIFT = 0.3;
/** A run shorter than this is chance. */
const LEAST_RUN_S = 3;

/**
 * About where the second take lies against the first, all along: by their onsets, with jumps where one of them was cut.
 * @returns runs in the order of time; none where the takes have nothing in common
 */
export function coarseRuns(first: Heard, second: Heard): readonly Run[] {
  const [a, b] = [first.rises, second.rises];
  const lags = lagsToFollow(a, b);
  if (lags.length === 0) return [];
  const hop = Math.round(HOP_S / STEP_S);
  const way = likeliest(a, b, lags, hop);
  const runs: { from: number; to: number; lags: number[] }[] = [];
  way.forEach((lag, h) => {
    const last = runs.at(-1);
    if (last && Math.abs(lag - itemAt(last.lags, last.lags.length - 1)) <= 1) {
      last.lags.push(lag);
      last.to = h + 1;
    } else runs.push({ from: h, to: h + 1, lags: [lag] });
  });
  return runs
    .filter((r) => (r.to - r.from) * HOP_S >= LEAST_RUN_S || runs.length === 1)
    .map((r) => ({
      fromS: r.from * HOP_S,
      toS: r.to * HOP_S,
      lagS: (atS) =>
        itemAt(r.lags, Math.max(0, Math.min(r.lags.length - 1, Math.floor(atS / HOP_S) - r.from))) * STEP_S,
    }));
}

/** Every lag, in steps, at which some piece of the first may be found in the second. */
function lagsToFollow(a: Float32Array, b: Float32Array): readonly number[] {
  const chunk = Math.round(Math.max(SHORTEST_S, Math.min(LONGEST_S, (a.length * STEP_S) / CHUNKS)) / STEP_S);
  const around = Math.round(AROUND_S / STEP_S);
  const lags = new Set<number>();
  const last = Math.max(0, a.length - chunk);
  // Half over each other, so that what a cut leaves at either side is most of a piece.
  const count = 1 + Math.ceil(last / (chunk / 2));
  for (let i = 0; i < count; i++) {
    const from = count > 1 ? Math.round((last * i) / (count - 1)) : 0;
    for (const { lag } of findIn(a.subarray(from, from + chunk), b, PEAKS))
      for (let d = -around; d <= around; d++) lags.add(from - lag + d);
  }
  return [...lags].sort((x, y) => x - y);
}

/** The likeliest lag of each step of the way (Viterbi 1967). */
function likeliest(a: Float32Array, b: Float32Array, lags: readonly number[], hop: number): readonly number[] {
  const hops = Math.max(1, Math.floor(a.length / hop));
  let best = new Float64Array(lags.length);
  const came: Int32Array[] = [];
  for (let h = 0; h < hops; h++) {
    const here = new Float64Array(lags.length);
    const from = new Int32Array(lags.length);
    let top = 0;
    for (let i = 1; i < lags.length; i++) if (best[i] > best[top]) top = i;
    const likely = likeness(a, h * hop, Math.min(a.length, (h + 1) * hop), b, lags);
    for (let i = 0; i < lags.length; i++) {
      let [value, by] = [best[i], i];
      if (i !== top && best[top] - JUMP > value) [value, by] = [best[top] - JUMP, top];
      for (const next of [i - 1, i + 1]) {
        const isBeside = next >= 0 && next < lags.length && Math.abs(lags[next] - lags[i]) === 1;
        if (isBeside && best[next] - DRIFT > value) [value, by] = [best[next] - DRIFT, next];
      }
      here[i] = value + likely[i];
      from[i] = by;
    }
    best = here;
    came.push(from);
  }
  let at = best.indexOf(Math.max(...best));
  const way = new Array<number>(hops);
  for (let h = hops - 1; h >= 0; h--) {
    way[h] = lags[at];
    at = came[h][at];
  }
  return way;
}

/** How much likelier each lag is than chance, from the correlation of onsets in one stretch; 0 where it is not alike. */
function likeness(a: Float32Array, from: number, to: number, b: Float32Array, lags: readonly number[]): Float64Array {
  const n = to - from;
  let [sumA, squaresA] = [0, 0];
  for (let t = from; t < to; t++) {
    sumA += a[t];
    squaresA += a[t] * a[t];
  }
  const varA = squaresA - (sumA * sumA) / n;
  return Float64Array.from(lags, (lag) => {
    if (from - lag < 0 || to - lag > b.length || varA <= 0) return 0;
    let [sumB, squaresB, both] = [0, 0, 0];
    for (let t = from; t < to; t++) {
      const y = b[t - lag];
      sumB += y;
      squaresB += y * y;
      both += a[t] * y;
    }
    const varB = squaresB - (sumB * sumB) / n;
    const r = varB <= 0 ? 0 : (both - (sumA * sumB) / n) / Math.sqrt(varA * varB);
    return r <= 0 ? 0 : -0.5 * INDEPENDENT * Math.log(1 - Math.min(0.999, r * r));
  });
}

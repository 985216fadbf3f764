import FFT from 'fft.js';
import { itemAt, pairOf } from '../algorithms';
import { Resampler } from '../filter';
import { figure } from '../format';
import type { Sound } from '../wav';

/** How the second take lies against the first. */
export interface LineUp {
  /** The second begins so many seconds after the first; negative before it. */
  readonly offsetS: number;
  /** By how much the second's clock runs fast, parts in a million: what it holds is so much too long. */
  readonly driftPpm: number;
  /** Places that were compared, seconds of the first, and how far each lies off the straight line, seconds. */
  readonly places: readonly { readonly at: number; readonly offS: number }[];
  /** Claps that are in both, seconds of the first. */
  readonly claps: readonly number[];
}

/** Onsets are looked at so often. */
const STEP_S = 0.005;
/** The overlap is compared at so many places, this long each, this far around where it should be. */
const PLACES = 40;
const WINDOW_S = 2;
const AROUND_S = 0.25;
/** Correlation of phases at a place that tells anything. */
const LEAST_LIKE = 0.06;
const LEAST_PLACES = 3;
/** Further off the line a place was another sound. */
const STRAY_S = 0.004;
const COMPARED_HZ = 16_000;

export type Lined = { readonly ok: true; readonly value: LineUp } | { readonly ok: false; readonly problem: string };

export type LineUpProgress =
  | { readonly done: false; readonly share: number }
  | { readonly done: true; readonly lined: Lined };

/** How much of the work reading both is; the comparing at places is the rest. */
const READING = 0.7;

/**
 * Where does the second take lie against the first, and does its clock run alike? At once, for tests and commands.
 * @throws what reading the sounds throws
 * @example
 * const lined = await lineUp(camera, recorder);
 * if (lined.ok) lined.value.offsetS;
 */
export async function lineUp(first: Sound, second: Sound): Promise<Lined> {
  for await (const p of liningUp(first, second)) if (p.done) return p.lined;
  throw new Error('a line-up ended without an answer');
}

/**
 * The same step by step, so that it can be shown and stopped. First by the onsets of all of both, then by the correlation
 * of phases (Knapp and Carter 1976) at places all along, through which a straight line is laid.
 */
export async function* liningUp(first: Sound, second: Sound): AsyncGenerator<LineUpProgress> {
  const frames = first.frames + second.frames;
  const read: Float32Array[] = [];
  let before = 0;
  for (const sound of [first, second]) {
    const reading = reduced(sound);
    for (let r = await reading.next(); ; r = await reading.next()) {
      if (r.done) {
        read.push(r.value);
        break;
      }
      yield { done: false, share: (READING * (before + r.value)) / frames };
    }
    before += sound.frames;
  }
  const [a, b] = pairOf(read);
  const compare = placeByPlace(a, b);
  for (let r = compare.next(); ; r = compare.next()) {
    if (r.done) return yield { done: true, lined: r.value };
    yield { done: false, share: READING + (1 - READING) * r.value };
  }
}

/** Compares both at many places; each step is the share of them that is done. */
function* placeByPlace(a: Float32Array, b: Float32Array): Generator<number, Lined> {
  const [rises, others] = [onsets(a), onsets(b)];
  const coarse = coarseOffset(rises, others);
  if (coarse === null) return { ok: false, problem: 'The takes have nothing in common: are they of the same event?' };
  const from = Math.max(0, coarse);
  const to = Math.min(a.length / COMPARED_HZ, b.length / COMPARED_HZ + coarse);
  if (to - from < WINDOW_S)
    return { ok: false, problem: `They share ${figure(Math.max(0, to - from), 1)} s only: too little.` };
  const found: { at: number; lag: number }[] = [];
  const compare = phaseCorrelator();
  for (let i = 0; i < PLACES; i++) {
    const at = from + ((to - from - WINDOW_S) * i) / Math.max(1, PLACES - 1);
    const lag = compare(a, b, Math.round(at * COMPARED_HZ), Math.round((at - coarse) * COMPARED_HZ));
    if (lag !== null) found.push({ at: at + WINDOW_S / 2, lag: coarse - lag });
    yield (i + 1) / PLACES;
  }
  if (found.length < LEAST_PLACES)
    return {
      ok: false,
      problem: 'Too little of them is alike to be sure: a clap at the beginning and the end would help.',
    };
  const line = straightLine(found);
  const near = found.filter((f) => Math.abs(f.lag - line.at0 - line.slope * f.at) < STRAY_S);
  if (near.length < Math.max(LEAST_PLACES, found.length / 4)) {
    return {
      ok: false,
      problem: 'The places do not lie on one line: one of them was cut, or it stopped in the middle.',
    };
  }
  const sure = straightLine(near);
  const places = near.map((f) => ({ at: f.at, offS: f.lag - sure.at0 - sure.slope * f.at }));
  const claps = sharp(rises).filter((t) => {
    const there = t - (sure.at0 + sure.slope * t);
    return sharp(others).some((u) => Math.abs(u - there) < 0.02);
  });
  // Time t of the first is t - lag(t) of the second: its clock runs fast where the lag shrinks.
  return { ok: true, value: { offsetS: sure.at0, driftPpm: -1e6 * sure.slope, places, claps } };
}

/** The second take brought onto the first's time, block by block, at the first's rate. */
export async function* aligned(
  second: Sound,
  rateHz: number,
  { offsetS, driftPpm }: LineUp,
): AsyncGenerator<readonly Float32Array[]> {
  // A frame i of the new one is at time i / rate of the first: t (1 + drift) - offset of the second.
  const step = ((1 + driftPpm / 1e6) * second.rateHz) / rateHz;
  const start = -offsetS * second.rateHz;
  const silent = start < 0 ? Math.ceil(-start / step) : 0;
  for (let left = silent; left > 0; left -= 32_768) {
    yield Array.from({ length: second.channels }, () => new Float32Array(Math.min(left, 32_768)));
  }
  const resampler = new Resampler(second.channels, step, start + silent * step);
  for await (const block of second.blocks()) {
    const out = resampler.push(block);
    if (itemAt(out, 0).length > 0) yield out;
  }
  yield resampler.end();
}

/** All channels together at a rate that is enough to compare by; each step is how many frames are read. */
async function* reduced(sound: Sound): AsyncGenerator<number, Float32Array> {
  let frames = 0;
  const resampler = new Resampler(1, sound.rateHz / COMPARED_HZ);
  const parts: Float32Array[] = [];
  for await (const block of sound.blocks()) {
    const mono = new Float32Array(itemAt(block, 0).length);
    for (const c of block) mono.set(mono.map((m, i) => m + itemAt(c, i) / block.length));
    parts.push(itemAt(resampler.push([mono]), 0));
    frames += mono.length;
    yield frames;
  }
  parts.push(itemAt(resampler.end(), 0));
  const all = new Float32Array(parts.reduce((n, p) => n + p.length, 0));
  let at = 0;
  for (const p of parts) {
    all.set(p, at);
    at += p.length;
  }
  return all;
}

/** How much louder each step is than the one before, decibels, rises only: alike for two microphones of unlike level. */
function onsets(x: Float32Array): Float32Array {
  const step = Math.round(STEP_S * COMPARED_HZ);
  const n = Math.floor(x.length / step);
  const levels = Float32Array.from({ length: n }, (_, s) => {
    let sum = 1e-9;
    for (let i = s * step; i < (s + 1) * step; i++) sum += itemAt(x, i) * itemAt(x, i);
    return 10 * Math.log10(sum / step);
  });
  return levels.map((l, i) =>
    i < 2 ? 0 : Math.max(0, Math.min(20, l - Math.max(itemAt(levels, i - 1), itemAt(levels, i - 2)))),
  );
}

/** Onsets that come out of quiet by 18 dB and more: claps. */
const sharp = (rises: Float32Array): readonly number[] => {
  const out: number[] = [];
  rises.forEach((r, i) => {
    if (r >= 18 && i * STEP_S - (out.at(-1) ?? -1) > 0.2) out.push(i * STEP_S);
  });
  return out;
};

function coarseOffset(a: Float32Array, b: Float32Array): number | null {
  const size = 2 ** Math.ceil(Math.log2(a.length + b.length));
  const fft = new FFT(size);
  const spectrumOf = (x: Float32Array) => {
    const mean = x.reduce((s, v) => s + v, 0) / x.length;
    const padded = new Float64Array(size);
    for (let i = 0; i < x.length; i++) padded[i] = itemAt(x, i) - mean;
    const out = fft.createComplexArray();
    fft.realTransform(out, padded);
    fft.completeSpectrum(out);
    return out;
  };
  const [x, y] = [spectrumOf(a), spectrumOf(b)];
  for (let k = 0; k < 2 * size; k += 2) {
    const [re, im] = [
      itemAt(x, k) * itemAt(y, k) + itemAt(x, k + 1) * itemAt(y, k + 1),
      itemAt(x, k + 1) * itemAt(y, k) - itemAt(x, k) * itemAt(y, k + 1),
    ];
    x[k] = re;
    x[k + 1] = im;
  }
  const back = fft.createComplexArray();
  fft.inverseTransform(back, x);
  let best = { lag: 0, value: Number.NEGATIVE_INFINITY };
  let squares = 0;
  for (let lag = -b.length + 1; lag < a.length; lag++) {
    const value = itemAt(back, 2 * ((lag + size) % size));
    squares += value * value;
    if (value > best.value) best = { lag, value };
  }
  // It must stand out of what unlike takes give by chance.
  const usual = Math.sqrt(squares / (a.length + b.length));
  return best.value > 6 * usual ? best.lag * STEP_S : null;
}

/** Compares two stretches; the lag of the second within its surroundings, seconds, or null. */
function phaseCorrelator() {
  const length = Math.round(WINDOW_S * COMPARED_HZ);
  const size = 2 ** Math.ceil(Math.log2(2 * length));
  const fft = new FFT(size);
  const most = Math.round(AROUND_S * COMPARED_HZ);
  const spectrumOf = (x: Float32Array, from: number) => {
    const padded = new Float64Array(size);
    for (let i = 0; i < length; i++) padded[i] = (x[from + i] ?? 0) * Math.sin((Math.PI * (i + 0.5)) / length) ** 2;
    const out = fft.createComplexArray();
    fft.realTransform(out, padded);
    fft.completeSpectrum(out);
    return out;
  };
  return (a: Float32Array, b: Float32Array, fromA: number, fromB: number): number | null => {
    const [x, y] = [spectrumOf(a, fromA), spectrumOf(b, fromB)];
    for (let k = 0; k < 2 * size; k += 2) {
      const [re, im] = [
        itemAt(x, k) * itemAt(y, k) + itemAt(x, k + 1) * itemAt(y, k + 1),
        itemAt(x, k) * itemAt(y, k + 1) - itemAt(x, k + 1) * itemAt(y, k),
      ];
      const norm = Math.sqrt(re * re + im * im) + 1e-12;
      x[k] = re / norm;
      x[k + 1] = im / norm;
    }
    const back = fft.createComplexArray();
    fft.inverseTransform(back, x);
    const at = (d: number) => itemAt(back, 2 * ((d + size) % size));
    let best = { lag: 0, value: 0 };
    for (let d = -most; d <= most; d++) if (at(d) > best.value) best = { lag: d, value: at(d) };
    if (best.value < LEAST_LIKE) return null;
    const [p, q, r] = [at(best.lag - 1), best.value, at(best.lag + 1)];
    const bend = p - 2 * q + r;
    return (best.lag + (bend < 0 ? (p - r) / (2 * bend) : 0)) / COMPARED_HZ;
  };
}

/** A line that strays do not pull away: the middle of all slopes between two places (Theil and Sen). */
function straightLine(points: readonly { readonly at: number; readonly lag: number }[]): {
  readonly at0: number;
  readonly slope: number;
} {
  const middle = (x: readonly number[]) =>
    itemAt(
      [...x].sort((a, b) => a - b),
      Math.floor(x.length / 2),
    );
  const slopes = points.flatMap((p, i) =>
    points.slice(i + 1).flatMap((q) => (q.at > p.at ? [(q.lag - p.lag) / (q.at - p.at)] : [])),
  );
  const slope = slopes.length > 0 ? middle(slopes) : 0;
  return { slope, at0: middle(points.map((p) => p.lag - slope * p.at)) };
}

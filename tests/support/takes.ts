import { shaped } from '@/core/filter';
import { chance, normal, voice } from '@/core/render';

/** Sound made for tests, and things that go wrong with it, each by a known amount. */

export const RATE = 48_000;

const voices = new Map<number, Float32Array>();
/** Long enough for several phrases and pauses. */
const SECONDS = 14;
/** A talker at -26 dBFS while speaking. */
export function talker(seed = 1): Float32Array {
  const known = voices.get(seed) ?? scaled(voice(SECONDS, seed), -26);
  voices.set(seed, known);
  return known.slice();
}

export const hiss = (dbfs: number, seconds = SECONDS, seed = 9): Float32Array => {
  const next = normal(chance(seed));
  const size = factor(dbfs);
  return new Float32Array(seconds * RATE).map(() => size * next());
};

const factor = (db: number): number => 10 ** (db / 20);

/** As long as the first. */
export function sum(first: Float32Array, ...others: readonly Float32Array[]): Float32Array {
  const out = first.slice();
  for (const x of others) {
    const n = Math.min(out.length, x.length);
    for (let i = 0; i < n; i++) out[i]! += x[i]!;
  }
  return out;
}
export const scaled = (x: Float32Array, db: number): Float32Array => {
  const by = factor(db);
  return x.map((v) => v * by);
};
/** One after the other. */
export const joined = (...parts: readonly Float32Array[]): Float32Array => {
  const all = new Float32Array(parts.reduce((n, p) => n + p.length, 0));
  let at = 0;
  for (const p of parts) {
    all.set(p, at);
    at += p.length;
  }
  return all;
};
/** Later by so much, silence before it. */
export const later = (x: Float32Array, seconds: number): Float32Array => {
  const by = Math.round(seconds * RATE);
  return x.map((_, i) => x[i - by] ?? 0);
};
/** Mains of a true frequency with harmonics falling by 6 dB each, all together of this level. */
export const hum = (hz: number, dbfs: number, seconds = SECONDS): Float32Array => {
  const parts = [1, 0.5, 0.25, 0.125];
  const size = factor(dbfs) / Math.sqrt(parts.reduce((s, p) => s + p * p, 0) / 2);
  return new Float32Array(seconds * RATE).map((_, i) => {
    const t = (2 * Math.PI * hz * i) / RATE;
    return size * parts.reduce((s, p, n) => s + p * Math.sin((n + 1) * t), 0);
  });
};
export const clippedAt = (x: Float32Array, ceiling: number): Float32Array =>
  x.map((v) => Math.max(-ceiling, Math.min(ceiling, v)));
export const lowPassed = (x: Float32Array, hz: number): Float32Array => shaped(x, RATE, (f) => (f < hz ? 1 : 0));

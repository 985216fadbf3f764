import type { Job } from '@/core/model';
import type { Readings } from '@/core/readings';
import { demoSetups } from '@/demo';
import { assessed, twoInABox } from './bench-setup';

// Readings of setups that work, and ways to put one of them elsewhere: a gate is a function of its readings.

export const demo = (id: string): Readings => assessed(demoSetups.find((s) => s.id === id)!).readings;
/** A pack to a phone, live, with the far end in the ears; two channels by cable; phantom power; two voices, a side each. */
export const PACK = demo('kiln-rehearsed');
export const TWO = demo('glaze-too-hot');
export const PHANTOM = demo('kiln-song');
export const APART = assessed(twoInABox('recorder-picker')).readings;

export const first = <T>(list: readonly T[], change: (x: T) => T): readonly T[] =>
  list.map((x, i) => (i === 0 ? change(x) : x));
export const all = <T>(list: readonly T[], change: Partial<T>): readonly T[] => list.map((x) => ({ ...x, ...change }));
export const withJob = (r: Readings, job: Partial<Job>): Readings => ({
  ...r,
  compiled: { ...r.compiled, setup: { ...r.compiled.setup, job: { ...r.compiled.setup.job, ...job } } },
});
export type Arrival = Readings['channels'][number]['arrivals'][number];
/** Every arrival, by its channel and its place on it. */
export const arriving = (r: Readings, change: (a: Arrival, channel: number) => Partial<Arrival>): Readings => ({
  ...r,
  channels: r.channels.map((c, k) => ({ ...c, arrivals: c.arrivals.map((a) => ({ ...a, ...change(a, k) })) })),
});
export const ratio = (db: number) => 10 ** (db / 20);
export const real = (re: number) => ({ re, im: 0 });
export const ownDelay = (ms: number): Readings['delays'] => ({
  own: [{ what: 'app', part: null, ms }],
  direct: [],
  far: [],
});

import { magnitude, type Transfer } from '../circuit';
import type { Compiled, Disturbance } from '../compile';
import { aWeightingDb } from '../signal';
import { DIFFERENCE_HARMONICS, type Harmonic, MAINS_HARMONICS, SPREAD_DB } from './spectrum';

/** What one way of the mains into the line makes at a channel: an order of magnitude, with its band. */
export interface Hum {
  readonly part: string;
  readonly what: Disturbance['what'];
  /** The most likely figure, volts there. */
  readonly volt: number;
  readonly aWeightedVolt: number;
  /** The truth lies between `lowDb` below and `highDb` above it. */
  readonly lowDb: number;
  readonly highDb: number;
}

/** Volts, or amperes through its capacitance, that a disturbance drives at a harmonic. */
export const amplitudeOf = (d: Disturbance, h: Harmonic): number =>
  d.farad === null ? h.volt : 2 * Math.PI * h.hz * d.farad * h.volt;

export const harmonicsOf = (d: Disturbance): readonly Harmonic[] =>
  d.farad === null ? DIFFERENCE_HARMONICS : MAINS_HARMONICS;

/**
 * Mains interference between two nodes, by part and way in, loudest first.
 * @param transfers to those nodes, one a third octave: the same that serve voices and noise.
 */
export function humAt(compiled: Compiled, transfers: readonly Transfer[]): readonly Hum[] {
  const totals = new Map<string, { readonly d: Disturbance; power: number; aPower: number }>();
  for (const d of compiled.disturbances) {
    const key = `${d.part}/${d.what}`;
    const total = totals.get(key) ?? { d, power: 0, aPower: 0 };
    totals.set(key, total);
    for (const h of harmonicsOf(d)) {
      const power = (magnitude(transfers[h.band].fromSource(d.source)) * amplitudeOf(d, h)) ** 2;
      total.power += power;
      total.aPower += power * 10 ** (aWeightingDb(h.hz) / 10);
    }
  }
  return [...totals.values()]
    .map(({ d, power, aPower }) => ({
      part: d.part,
      what: d.what,
      volt: Math.sqrt(power),
      aWeightedVolt: Math.sqrt(aPower),
      lowDb: SPREAD_DB[d.what][0],
      highDb: SPREAD_DB[d.what][1],
    }))
    .sort((a, b) => b.aWeightedVolt - a.aWeightedVolt);
}

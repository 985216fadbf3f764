import { itemAt } from '../algorithms';
import { magnitude, type Swept, type Transfer, ZERO } from '../circuit';
import type { Compiled, Disturbance } from '../compile';
import { mainsOf, type PartId } from '../model';
import { aWeightingDb, inBand, type Responses } from '../signal';
import { type Harmonic, SPREAD_DB, type Spectra, SUPPLY_TONES, spectraOf } from './spectrum';

/** What one way of the mains into the line makes at a channel: an order of magnitude, with its band. */
export interface Hum {
  readonly part: PartId;
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
  d.ampere !== undefined ? d.ampere * h.volt : d.farad === null ? h.volt : 2 * Math.PI * h.hz * d.farad * h.volt;

export const harmonicsOf = (d: Disturbance, { mains, difference }: Spectra): readonly Harmonic[] =>
  d.ampere !== undefined ? SUPPLY_TONES : d.farad === null ? difference : mains;

/**
 * Mains interference between two nodes, by part and way in, loudest first. What one part brings in one way is one field
 * on all its conductors at once, so it is summed with its phase: that is why a balanced run picks up less.
 * @param transfers to those nodes: the same that serve voices and noise.
 */
export function humAt(compiled: Compiled, responses: Responses, transfers: Swept<Transfer>): readonly Hum[] {
  const spectra = spectraOf(mainsOf(compiled.setup.job));
  const ways = new Map<string, Disturbance[]>();
  for (const d of compiled.disturbances) {
    const key = `${d.part}/${d.what}`;
    ways.set(key, [...(ways.get(key) ?? []), d]);
  }
  return [...ways.values()]
    .map((together): Hum => {
      const { part, what } = itemAt(together, 0);
      let power = 0;
      let aPower = 0;
      harmonicsOf(itemAt(together, 0), spectra).forEach((h, i) => {
        const volt = together.reduce((sum, d) => {
          const by = inBand(responses, transfers, h.band).fromSource(d.source);
          const amplitude = amplitudeOf(d, itemAt(harmonicsOf(d, spectra), i));
          return { re: sum.re + by.re * amplitude, im: sum.im + by.im * amplitude };
        }, ZERO);
        const p = magnitude(volt) ** 2;
        power += p;
        aPower += p * 10 ** (aWeightingDb(h.hz) / 10);
      });
      return {
        part,
        what,
        volt: Math.sqrt(power),
        aWeightedVolt: Math.sqrt(aPower),
        lowDb: SPREAD_DB[what][0],
        highDb: SPREAD_DB[what][1],
      };
    })
    .sort((a, b) => b.aWeightedVolt - a.aWeightedVolt);
}

import { magnitude } from '../circuit';
import type { Compiled, InputChannel } from '../compile';
import { pascal, voltOf } from './level';
import type { Responses } from './response';
import { aWeightingDb, bandwidthHz, THIRD_OCTAVES_HZ } from './spectrum';

const BOLTZMANN = 1.380649e-23;
/** 20 C. */
export const ROOM_KELVIN = 293.15;
/** The bandwidth amplifier noise figures are given for. */
const NOISE_BANDWIDTH_HZ = 20_000;

/** RMS volts of thermal noise, sqrt(4 k T R B): 150 ohm in 20 kHz at 20 C are -130.9 dBu. */
export const thermalVolt = (ohm: number, bandHz: number): number =>
  Math.sqrt(4 * BOLTZMANN * ROOM_KELVIN * ohm * bandHz);

/** One contributor to the noise of a channel, in volts there. */
export interface NoiseShare {
  readonly part: string;
  readonly what: string;
  readonly volt: number;
  readonly aWeightedVolt: number;
}

export interface Noise {
  readonly volt: number;
  readonly aWeightedVolt: number;
  /** Largest first. */
  readonly shares: readonly NoiseShare[];
}

/** Self-noise in dB(A) as the density of a white voltage at the capsule whose A-weighted sum is that level. */
function capsuleDensity(voltPerPascal: number, selfNoiseDba: number): number {
  const weightedBandwidth = THIRD_OCTAVES_HZ.reduce((s, hz) => s + bandwidthHz(hz) * 10 ** (aWeightingDb(hz) / 10), 0);
  return (pascal(selfNoiseDba) * voltPerPascal) / Math.sqrt(weightedBandwidth);
}

/**
 * Noise at an input channel from every resistor, microphone and amplifier, through the same transfers as the signal.
 * One transposed solve a band serves all of them.
 */
export function noiseAt(compiled: Compiled, responses: Responses, input: InputChannel): Noise {
  const totals = new Map<string, { part: string; what: string; power: number; aPower: number }>();
  const add = (part: string, what: string, power: number, aWeight: number) => {
    const key = `${part}/${what}`;
    const t = totals.get(key) ?? { part, what, power: 0, aPower: 0 };
    t.power += power;
    t.aPower += power * aWeight;
    totals.set(key, t);
  };
  const resistors = compiled.netlist.elements.filter((e) => e.kind === 'resistor' && !compiled.silent.has(e.name));
  responses.solvables.forEach((solvable, band) => {
    const hz = THIRD_OCTAVES_HZ[band];
    const width = bandwidthHz(hz);
    const aWeight = 10 ** (aWeightingDb(hz) / 10);
    const transfer = solvable.transferTo(input.p, input.n);
    for (const r of resistors) {
      if (r.kind !== 'resistor') continue;
      const h = magnitude(transfer.fromCurrent(r.a, r.b));
      // A resistor as a noise current: 4 k T B / R.
      const power = ((4 * BOLTZMANN * ROOM_KELVIN * width) / r.ohm) * h * h;
      add(r.name.split('/')[0].split(' ')[0], 'resistors', power, aWeight);
    }
    for (const c of compiled.capsules) {
      if (c.selfNoiseDba === null) continue;
      const density = capsuleDensity(c.voltPerPascal, c.selfNoiseDba);
      const scale = c.perPascal / c.voltPerPascal;
      const h = magnitude(transfer.fromSource(c.source)) * scale;
      add(c.part, 'microphone', width * (density * h) ** 2, aWeight);
    }
    for (const s of compiled.stages) {
      const h = magnitude(transfer.fromSource(s.drive)) * 10 ** (s.gainDb / 20);
      add(s.part, 'amplifier', ((voltOf(s.einDbu) * h) ** 2 * width) / NOISE_BANDWIDTH_HZ, aWeight);
    }
    add(input.part, 'converter', (voltOf(input.einDbu) ** 2 * width) / NOISE_BANDWIDTH_HZ, aWeight);
  });
  const shares = [...totals.values()]
    .map(({ part, what, power, aPower }) => ({ part, what, volt: Math.sqrt(power), aWeightedVolt: Math.sqrt(aPower) }))
    .sort((a, b) => b.aWeightedVolt - a.aWeightedVolt);
  const sum = (f: (s: NoiseShare) => number) => Math.sqrt(shares.reduce((t, s) => t + f(s) ** 2, 0));
  return { volt: sum((s) => s.volt), aWeightedVolt: sum((s) => s.aWeightedVolt), shares };
}

import { type Circuit, magnitude, type Transfer } from '../circuit';
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

const BANDS = THIRD_OCTAVES_HZ.map((hz) => ({ width: bandwidthHz(hz), aWeight: 10 ** (aWeightingDb(hz) / 10) }));
const A_WEIGHTED_BANDWIDTH_HZ = BANDS.reduce((sum, b) => sum + b.width * b.aWeight, 0);

/** Self-noise in dB(A) as the density of a white voltage at the capsule whose A-weighted sum is that level. */
const capsuleDensity = (voltPerPascal: number, selfNoiseDba: number): number =>
  (pascal(selfNoiseDba) * voltPerPascal) / Math.sqrt(A_WEIGHTED_BANDWIDTH_HZ);

/** Noise power per hertz of one generator, squared volts at the channel: the transfer of its band applied. */
interface Generator {
  readonly part: string;
  readonly what: string;
  density(transfer: Transfer): number;
}

/**
 * Noise at an input channel from every resistor, microphone and amplifier, through the same transfers as the signal.
 * One transposed solve a band serves all of them.
 */
export function noiseAt(compiled: Compiled, circuit: Circuit, responses: Responses, input: InputChannel): Noise {
  const generators = generatorsOf(compiled, circuit, input);
  const power = new Float64Array(generators.length);
  const aPower = new Float64Array(generators.length);
  responses.solvables.forEach((solvable, band) => {
    const { width, aWeight } = BANDS[band];
    const transfer = solvable.transferTo(input.p, input.n);
    generators.forEach((generator, i) => {
      const inBand = width * generator.density(transfer);
      power[i] += inBand;
      aPower[i] += inBand * aWeight;
    });
  });
  const totals = new Map<string, NoiseShare>();
  generators.forEach(({ part, what }, i) => {
    const key = `${part}/${what}`;
    const t = totals.get(key) ?? { part, what, volt: 0, aWeightedVolt: 0 };
    const volt = Math.hypot(t.volt, Math.sqrt(power[i]));
    totals.set(key, { part, what, volt, aWeightedVolt: Math.hypot(t.aWeightedVolt, Math.sqrt(aPower[i])) });
  });
  const shares = [...totals.values()].sort((a, b) => b.aWeightedVolt - a.aWeightedVolt);
  const sum = (f: (s: NoiseShare) => number) => Math.sqrt(shares.reduce((t, s) => t + f(s) ** 2, 0));
  return { volt: sum((s) => s.volt), aWeightedVolt: sum((s) => s.aWeightedVolt), shares };
}

function generatorsOf(compiled: Compiled, circuit: Circuit, input: InputChannel): readonly Generator[] {
  const generators: Generator[] = [];
  for (const e of compiled.netlist.elements) {
    if (e.kind !== 'resistor' || compiled.silent.has(e.name)) continue;
    const a = circuit.handle(e.a);
    const b = circuit.handle(e.b);
    // A resistor as a noise current: 4 k T / R in each hertz.
    const density = (4 * BOLTZMANN * ROOM_KELVIN) / e.ohm;
    const part = compiled.ownerOf(e.name);
    generators.push({ part, what: 'resistors', density: (t) => density * t.squaredOhm(a, b) });
  }
  for (const c of compiled.capsules) {
    if (c.selfNoiseDba === null) continue;
    const scale = (capsuleDensity(c.voltPerPascal, c.selfNoiseDba) * c.perPascal) / c.voltPerPascal;
    generators.push({
      part: c.part,
      what: 'microphone',
      density: (t) => (magnitude(t.fromSource(c.source)) * scale) ** 2,
    });
  }
  for (const s of compiled.stages) {
    const density = (voltOf(s.einDbu) * 10 ** (s.gainDb / 20)) ** 2 / NOISE_BANDWIDTH_HZ;
    generators.push({
      part: s.part,
      what: 'amplifier',
      density: (t) => density * magnitude(t.fromSource(s.drive)) ** 2,
    });
  }
  const converter = voltOf(input.einDbu) ** 2 / NOISE_BANDWIDTH_HZ;
  generators.push({ part: input.part, what: 'converter', density: () => converter });
  return generators;
}

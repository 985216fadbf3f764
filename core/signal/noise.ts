import { memoOfTwo } from '../algorithms';
import {
  BOLTZMANN,
  type Circuit,
  type Element,
  magnitude,
  NOISE_BANDWIDTH_HZ,
  ownNoisePower,
  ROOM_KELVIN,
  type Transfer,
} from '../circuit';
import type { Compiled, InputChannel } from '../compile';
import type { PartId } from '../model';
import { pascal, voltOf } from './level';
import { eachOnce, type Responses } from './response';
import { aWeightingDb, bandwidthHz, THIRD_OCTAVES_HZ } from './spectrum';

type Resistor = Extract<Element, { kind: 'resistor' }>;

/** One contributor to the noise of a channel, in volts there. */
export interface NoiseShare {
  readonly part: PartId;
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

/** A room's noise is taken as pink, equal in every third octave: its A-weighted sum, of 1 in each. */
const PINK_A_POWER = BANDS.reduce((sum, b) => sum + b.aWeight, 0);

/** Self-noise in dB(A) as the density of a white voltage at the capsule whose A-weighted sum is that level. */
const capsuleDensity = (voltPerPascal: number, selfNoiseDba: number): number =>
  (pascal(selfNoiseDba) * voltPerPascal) / Math.sqrt(A_WEIGHTED_BANDWIDTH_HZ);

/** Noise power per hertz of one generator, squared volts at the channel: the transfer of its band applied. */
interface Generator {
  readonly part: PartId;
  readonly what: string;
  density(transfer: Transfer, band: number): number;
}

/** Resistors are many: their nodes and squared noise currents lie side by side. */
interface Resistors {
  readonly parts: readonly string[];
  readonly a: Int32Array;
  readonly b: Int32Array;
  readonly density: Float64Array;
}

/** An octave at a time: enough for noise that is drawn, not judged; within half a decibel. */
const OCTAVES = BANDS.flatMap((_, i) => {
  if (i % 3 !== 0) return [];
  const three = BANDS.slice(i, i + 3);
  return [{ band: i + (three.length >> 1), width: three.reduce((sum, b) => sum + b.width, 0) }];
});

/** Flat noise across two nodes by octaves, volts: a third of the work of `noiseAcross`, for the many places of a lane. */
export function roughNoiseVolt(
  compiled: Compiled,
  circuit: Circuit,
  responses: Responses,
  [p, n]: readonly [string, string],
): number {
  const resistors = resistorsOf(compiled, circuit);
  const generators = generatorsOf(compiled, responses);
  let power = 0;
  for (const { band, width } of OCTAVES) {
    const transfer = responses.solvables[band].transferTo(p, n);
    for (let i = 0; i < resistors.density.length; i++) {
      power += width * resistors.density[i] * transfer.squaredOhm(resistors.a[i], resistors.b[i]);
    }
    for (const g of generators) power += width * g.density(transfer, band);
  }
  return Math.sqrt(power);
}

/** Transfers from anywhere to the voltage between two nodes, one a third octave. */
export const transfersTo = (responses: Responses, [p, n]: readonly [string, string]): readonly Transfer[] =>
  eachOnce(responses.solvables, (s) => s.transferTo(p, n));

/** Noise at an input channel, its own converter included. */
export function noiseAt(
  compiled: Compiled,
  circuit: Circuit,
  responses: Responses,
  input: InputChannel,
  transfers: readonly Transfer[],
): Noise {
  const converter = ownNoisePower(voltOf(input.einDbu)) / NOISE_BANDWIDTH_HZ;
  const own: Generator = { part: input.part, what: 'converter', density: () => converter };
  return noiseAcross(compiled, circuit, responses, transfers, [own]);
}

/**
 * Noise across two nodes from every resistor, microphone and amplifier, through the same transfers as the signal.
 * One transposed solve a band serves all of them.
 * @param transfers to those nodes, one a third octave.
 * @param more generators that stand at the two nodes themselves.
 */
export function noiseAcross(
  compiled: Compiled,
  circuit: Circuit,
  responses: Responses,
  transfers: readonly Transfer[],
  more: readonly Generator[] = [],
): Noise {
  const resistors = resistorsOf(compiled, circuit);
  const generators = [...generatorsOf(compiled, responses), ...more];
  const count = resistors.parts.length + generators.length;
  const power = new Float64Array(count);
  const aPower = new Float64Array(count);
  const densities = new Float64Array(count);
  transfers.forEach((transfer, band) => {
    const { width, aWeight } = BANDS[band];
    const isNew = band === 0 || transfer !== transfers[band - 1];
    for (let i = 0; i < count; i++) {
      const k = i - resistors.parts.length;
      if (k >= 0) densities[i] = generators[k].density(transfer, band);
      else if (isNew) densities[i] = resistors.density[i] * transfer.squaredOhm(resistors.a[i], resistors.b[i]);
      const density = densities[i];
      power[i] += width * density;
      aPower[i] += width * density * aWeight;
    }
  });
  const owners = [...resistors.parts.map((part) => ({ part, what: 'resistors' })), ...generators];
  const totals = new Map<string, { part: PartId; what: string; power: number; aPower: number }>();
  owners.forEach(({ part, what }, i) => {
    const key = `${part}/${what}`;
    const t = totals.get(key) ?? { part, what, power: 0, aPower: 0 };
    t.power += power[i];
    t.aPower += aPower[i];
    totals.set(key, t);
  });
  const sum = (x: Float64Array) => Math.sqrt(x.reduce((t, p) => t + p, 0));
  const shares = [...totals.values()]
    .map((t) => ({ part: t.part, what: t.what, volt: Math.sqrt(t.power), aWeightedVolt: Math.sqrt(t.aPower) }))
    .sort((x, y) => y.aWeightedVolt - x.aWeightedVolt);
  return { volt: sum(power), aWeightedVolt: sum(aPower), shares };
}

/** Every channel of a circuit hears the same resistors. */
const resistorsOf = memoOfTwo(listResistors);

function listResistors(compiled: Compiled, circuit: Circuit): Resistors {
  const loud = compiled.netlist.elements.filter(
    (e) => e.kind === 'resistor' && !compiled.silent.has(e.name),
  ) as Resistor[];
  return {
    parts: loud.map((e) => compiled.ownerOf(e.name)),
    a: Int32Array.from(loud, (e) => circuit.handle(e.a)),
    b: Int32Array.from(loud, (e) => circuit.handle(e.b)),
    // A resistor as a noise current: 4 k T / R in each hertz.
    density: Float64Array.from(loud, (e) => (4 * BOLTZMANN * ROOM_KELVIN) / e.ohm),
  };
}

function generatorsOf(compiled: Compiled, responses: Responses): readonly Generator[] {
  const generators: Generator[] = [];
  for (const c of compiled.capsules) {
    if (c.selfNoiseDba === null) continue;
    const scale = (capsuleDensity(c.voltPerPascal, c.selfNoiseDba) * c.perPascal) / c.voltPerPascal;
    generators.push({
      part: c.part,
      what: 'microphone',
      density: (t) => (magnitude(t.fromSource(c.source)) * scale) ** 2,
    });
  }
  const { room } = compiled.setup.job;
  for (const c of room
    ? new Set(responses.feeds.filter((f) => f.alive && !f.capsule.wired).map((f) => f.capsule))
    : []) {
    // All round the microphone, so what hears less from behind hears less of it.
    const volt = pascal(room!.noiseDba) * c.perPascal;
    const power = volt ** 2 / c.directivity / PINK_A_POWER;
    generators.push({
      part: c.part,
      what: 'room',
      density: (t, band) => (magnitude(t.fromSource(c.source)) ** 2 * power) / BANDS[band].width,
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
  return generators;
}

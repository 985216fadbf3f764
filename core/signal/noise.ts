import { memoOfTwo } from '../algorithms';
import {
  BOLTZMANN,
  type Handles,
  NOISE_BANDWIDTH_HZ,
  ownNoisePower,
  ROOM_KELVIN,
  type Swept,
  type Transfer,
} from '../circuit';
import type { Compiled, InputChannel } from '../compile';
import type { PartId } from '../model';
import { pascal, voltOf } from './level';
import { type Responses, weightsFor } from './response';
import { aWeightingDb, bandwidthHz, THIRD_OCTAVES_HZ } from './spectrum';

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

/** Noise power per third octave of one generator: of so much per hertz, or, where it is pink, as much in each. */
interface Generator {
  readonly part: PartId;
  readonly what: string;
  /** Where it stands in a transfer; its squared size there makes of this the power at the channel. */
  readonly at: Handles;
  readonly power: number;
  readonly isPink: boolean;
}

const WIDTHS: readonly number[] = BANDS.map((b) => b.width);
const A_WIDTHS: readonly number[] = BANDS.map((b) => b.width * b.aWeight);
const EACH: readonly number[] = BANDS.map(() => 1);
const A_EACH: readonly number[] = BANDS.map((b) => b.aWeight);

/** Transfers from anywhere to the voltage between two nodes, in every band. */
export const transfersTo = ({ sweep }: Responses, [p, n]: readonly [string, string]): Swept<Transfer> =>
  sweep.transferTo(p, n);

/** Noise at an input channel, its own converter included. */
export function noiseAt(
  compiled: Compiled,
  responses: Responses,
  input: InputChannel,
  transfers: Swept<Transfer>,
): Noise {
  const converter = ownNoisePower(voltOf(input.einDbu)) / NOISE_BANDWIDTH_HZ;
  const sum = (widths: readonly number[]) => converter * widths.reduce((total, w) => total + w, 0);
  const own = { part: input.part, what: 'converter', power: sum(WIDTHS), aPower: sum(A_WIDTHS) };
  return noiseAcross(compiled, responses, transfers, [own]);
}

interface Power {
  readonly part: PartId;
  readonly what: string;
  readonly power: number;
  readonly aPower: number;
}

/**
 * Noise across two nodes from every resistor, microphone and amplifier, through the same transfers as the signal.
 * One transposed solve serves all of them.
 * @param transfers to those nodes.
 * @param more that stands at the two nodes themselves, squared volts.
 */
export function noiseAcross(
  compiled: Compiled,
  responses: Responses,
  transfers: Swept<Transfer>,
  more: readonly Power[] = [],
): Noise {
  const [white, aWhite, pink, aPink] = [WIDTHS, A_WIDTHS, EACH, A_EACH].map((w) => weightsFor(responses, w));
  const totals = new Map<string, Mutable<Power>>();
  const add = ({ part, what, power, aPower }: Power) => {
    const key = `${part}/${what}`;
    const t = totals.get(key);
    if (!t) totals.set(key, { part, what, power, aPower });
    else {
      t.power += power;
      t.aPower += aPower;
    }
  };
  for (const { part, what, at, power, isPink } of generatorsOf(compiled, responses)) {
    add({
      part,
      what,
      power: power * transfers.power(at.from, at.to, isPink ? pink : white),
      aPower: power * transfers.power(at.from, at.to, isPink ? aPink : aWhite),
    });
  }
  more.forEach(add);
  const each = [...totals.values()];
  const sum = (of: 'power' | 'aPower') => Math.sqrt(each.reduce((total, t) => total + t[of], 0));
  const shares = each
    .map((t) => ({ part: t.part, what: t.what, volt: Math.sqrt(t.power), aWeightedVolt: Math.sqrt(t.aPower) }))
    .sort((x, y) => y.aWeightedVolt - x.aWeightedVolt);
  return { volt: sum('power'), aWeightedVolt: sum('aPower'), shares };
}

type Mutable<T> = { -readonly [K in keyof T]: T[K] };

/** Every channel of a circuit hears the same generators. */
const generatorsOf = memoOfTwo(listGenerators);

function listGenerators(compiled: Compiled, { feeds, handle, handlesOf }: Responses): readonly Generator[] {
  const generators: Generator[] = [];
  for (const e of compiled.netlist.elements) {
    if (e.kind !== 'resistor' || compiled.silent.has(e.name)) continue;
    generators.push({
      part: compiled.ownerOf(e.name),
      what: 'resistors',
      at: { from: handle(e.a), to: handle(e.b) },
      // A resistor as a noise current: 4 k T / R in each hertz.
      power: (4 * BOLTZMANN * ROOM_KELVIN) / e.ohm,
      isPink: false,
    });
  }
  for (const c of compiled.capsules) {
    if (c.selfNoiseDba === null) continue;
    const scale = (capsuleDensity(c.voltPerPascal, c.selfNoiseDba) * c.perPascal) / c.voltPerPascal;
    generators.push({
      part: c.part,
      what: 'microphone',
      at: handlesOf(c.source),
      power: scale ** 2,
      isPink: false,
    });
  }
  const { room } = compiled.setup.job;
  for (const c of room ? new Set(feeds.filter((f) => f.alive && !f.capsule.wired).map((f) => f.capsule)) : []) {
    // All round the microphone, so what hears less from behind hears less of it.
    const volt = pascal(room!.noiseDba) * c.perPascal;
    generators.push({
      part: c.part,
      what: 'room',
      at: handlesOf(c.source),
      power: volt ** 2 / c.directivity / PINK_A_POWER,
      isPink: true,
    });
  }
  for (const s of compiled.stages) {
    generators.push({
      part: s.part,
      what: 'amplifier',
      at: handlesOf(s.drive),
      power: (voltOf(s.einDbu) * 10 ** (s.gainDb / 20)) ** 2 / NOISE_BANDWIDTH_HZ,
      isPink: false,
    });
  }
  return generators;
}

import { atKey, byId, itemAt, memoBy } from '../algorithms';
import {
  type Circuit,
  type Complex,
  type Handles,
  type NodeName,
  ok,
  type Result,
  type Solution,
  type Solvable,
  type Sweep,
  type Swept,
} from '../circuit';
import type { Capsule, Compiled, InputChannel } from '../compile';
import type { PartId } from '../model';
import { heardSpl, pascal } from './level';
import { isAlive, type OperatingPoint } from './operating';
import { aWeightingDb, BAND_1K, MUSIC_SHARES, SPEECH_SHARES, THIRD_OCTAVES_HZ } from './spectrum';

/** A source through one microphone at one distance. */
export interface Feed {
  readonly source: string;
  readonly capsule: Capsule;
  readonly distanceM: number;
  readonly spl: number;
  readonly alive: boolean;
}

/** The netlist solved in its bands, for each source alone and for playback. */
export interface Responses {
  readonly sweep: Sweep;
  /** What its bands stand for: `inBand` and `weightsFor` go by it. */
  readonly bands: Bands;
  readonly feeds: readonly Feed[];
  /** Solutions for each source of the job at 1 Pa average per placed microphone, scaled by its distance. */
  readonly bySource: ReadonlyMap<string, Swept<Solution>>;
  /** How the power of each source lies over the bands of the sweep. */
  readonly shares: ReadonlyMap<string, Shares>;
  /** What the device plays at full scale on each side, at 1 kHz, by part and side: `part left`. */
  readonly playback: ReadonlyMap<string, Solution>;
  /** Contacts that no circuit uses are not in the netlist. */
  has(node: NodeName): boolean;
  handle(node: NodeName): number;
  handlesOf(source: string): Handles;
}

/** Shares of a source's power, as they are and A-weighted. */
interface Shares {
  readonly flat: Float64Array;
  readonly aWeighted: Float64Array;
}

/**
 * All third octaves; octaves, each standing for its three, for a try of what hangs on frequency; or 1 kHz standing for all:
 * what does not hang on frequency comes out the same, a tenth as dear.
 */
export type Bands = 'all' | 'octaves' | '1 kHz';

/** Octaves about 1 kHz, as places among the third octaves. */
const OCTAVES = THIRD_OCTAVES_HZ.flatMap((_, i) => ((i - BAND_1K) % 3 === 0 ? [i] : []));

/** For each band of a sweep the place of its middle among the third octaves. */
const PLACES: Readonly<Record<Bands, readonly number[]>> = {
  all: THIRD_OCTAVES_HZ.map((_, i) => i),
  octaves: OCTAVES,
  '1 kHz': [BAND_1K],
};

/** For each third octave the band of a sweep that stands for it: the nearest. */
const nearest = (places: readonly number[]): readonly number[] =>
  THIRD_OCTAVES_HZ.map((_, i) =>
    places.reduce((best, place, b) => (Math.abs(place - i) < Math.abs(itemAt(places, best) - i) ? b : best), 0),
  );
const STANDS_FOR: Readonly<Record<Bands, readonly number[]>> = {
  all: nearest(PLACES.all),
  octaves: nearest(PLACES.octaves),
  '1 kHz': nearest(PLACES['1 kHz']),
};

/**
 * Solve for all sources of the job. A source that several microphones hear drives all of them at once, in phase:
 * the worst case for one sum, and true below the frequencies where the paths differ by half a wave.
 */
export function solveResponses(
  compiled: Compiled,
  circuit: Circuit,
  op: OperatingPoint,
  bands: Bands = 'all',
): Result<Responses> {
  const feeds: Feed[] = compiled.setup.placements.flatMap((placement) => {
    const source = byId(compiled.setup.job.sources, placement.source);
    return compiled.capsules
      .filter((c) => c.part === placement.part)
      .map((capsule) => ({
        source: placement.source,
        capsule,
        distanceM: placement.distanceM,
        spl: heardSpl(source, placement, capsule),
        alive: isAlive(op, capsule),
      }));
  });
  const { has, handle, handlesOf } = circuit;
  const swept = circuit.over(PLACES[bands].map((i) => itemAt(THIRD_OCTAVES_HZ, i)));
  if (!swept.ok) return swept;
  const sweep = swept.value;
  const bySource = new Map<string, Swept<Solution>>();
  for (const { id } of compiled.setup.job.sources) {
    const amplitudes = new Map<string, number>();
    for (const f of feeds) {
      if (f.source === id && f.alive) amplitudes.set(f.capsule.source, pascal(f.spl) * f.capsule.perPascal);
    }
    bySource.set(id, sweep.solveFor(amplitudes));
  }
  const playback = new Map<string, Solution>();
  const at1k = sweep.at(bandOf(bands, BAND_1K));
  for (const p of compiled.playbacks) {
    playback.set(playbackKey(p.part, p.side), at1k.solveFor(new Map([[p.source, p.fullScaleVolt]])));
  }
  const shares = new Map(compiled.setup.job.sources.map((s) => [s.id, sharesOf(s.sound === 'music', bands)]));
  return ok({ sweep, bands, feeds, bySource, shares, playback, has, handle, handlesOf });
}

const bandOf = (bands: Bands, thirdOctave: number): number => itemAt(STANDS_FOR[bands], thirdOctave);

/** What a sweep gave in a third octave, or in the band that stands for it. */
export const inBand = <T>({ bands }: Responses, swept: Swept<T>, thirdOctave: number): T =>
  swept.at(bandOf(bands, thirdOctave));

/** The circuit itself in a third octave. */
export const solvableIn = ({ sweep, bands }: Responses, thirdOctave: number): Solvable =>
  sweep.at(bandOf(bands, thirdOctave));

/** One weight for each third octave as weights of the bands that a sweep has. */
export const weightsFor = ({ bands }: Responses, weights: readonly number[]): Float64Array => folded(weights, bands);

const folded = (weights: readonly number[], bands: Bands): Float64Array => {
  const sums = new Float64Array(PLACES[bands].length);
  weights.forEach((w, i) => {
    sums[bandOf(bands, i)] = (sums[bandOf(bands, i)] ?? 0) + w;
  });
  return sums;
};

const sharesOf = memoBy(
  (isMusic: boolean, bands: Bands) => `${isMusic} ${bands}`,
  (isMusic: boolean, bands: Bands): Shares => {
    const shares = isMusic ? MUSIC_SHARES : SPEECH_SHARES;
    return {
      flat: folded(shares, bands),
      aWeighted: folded(
        shares.map((share, i) => share * 10 ** (aWeightingDb(THIRD_OCTAVES_HZ[i]) / 10)),
        bands,
      ),
    };
  },
);

export const playbackKey = (part: PartId, side: string): string => `${part} ${side}`;

/** Average volts of a source between two nodes: the bands' responses weighted with its spectrum. */
export function voiceVolt(
  { bySource, shares, handle }: Responses,
  source: string,
  p: NodeName,
  n: NodeName,
  weighting: keyof Shares = 'flat',
): number {
  const swept = bySource.get(source);
  return swept ? Math.sqrt(swept.power(handle(n), handle(p), atKey(shares, source)[weighting])) : 0;
}

/** Complex response of a source at an input channel and 1 kHz, for comparing polarity and sides. */
export function responseAt1k(responses: Responses, source: string, input: InputChannel): Complex {
  const swept = responses.bySource.get(source);
  return swept ? inBand(responses, swept, BAND_1K).between(input.p, input.n) : { re: 0, im: 0 };
}

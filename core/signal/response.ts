import { type Circuit, type Complex, type NodeName, ok, type Result, type Solution, type Solvable } from '../circuit';
import type { Capsule, Compiled, InputChannel } from '../compile';
import type { PartId } from '../model';
import { heardSpl, pascal } from './level';
import { isAlive, type OperatingPoint } from './operating';
import { MUSIC_SHARES, SPEECH_SHARES, THIRD_OCTAVES_HZ } from './spectrum';

/** A source through one microphone at one distance. */
export interface Feed {
  readonly source: string;
  readonly capsule: Capsule;
  readonly distanceM: number;
  readonly spl: number;
  readonly alive: boolean;
}

/** The netlist solved at every third octave, for each source alone and for playback. */
export interface Responses {
  readonly solvables: readonly Solvable[];
  readonly feeds: readonly Feed[];
  /** One solution a band for each source of the job at 1 Pa average per placed microphone, scaled by its distance. */
  readonly bySource: ReadonlyMap<string, readonly Solution[]>;
  /** How the power of each source lies over the bands. */
  readonly shares: ReadonlyMap<string, readonly number[]>;
  /** What the device plays at full scale on each side, at 1 kHz, by part and side: `part left`. */
  readonly playback: ReadonlyMap<string, Solution>;
  /** Contacts that no circuit uses are not in the netlist. */
  has(node: NodeName): boolean;
  handle(node: NodeName): number;
}

const BAND_1K_HZ = 1000;

/** All third octaves, or 1 kHz standing for all: what does not hang on frequency comes out the same, a tenth as dear. */
export type Bands = 'all' | '1 kHz';

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
    const source = compiled.setup.job.sources.find((s) => s.id === placement.source)!;
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
  const solvables: Solvable[] = [];
  for (const hz of bands === 'all' ? THIRD_OCTAVES_HZ : [BAND_1K_HZ]) {
    const at = circuit.at(hz);
    if (!at.ok) return at;
    solvables.push(at.value);
  }
  while (solvables.length < THIRD_OCTAVES_HZ.length) solvables.push(solvables[0]);
  const bySource = new Map<string, Solution[]>();
  for (const { id } of compiled.setup.job.sources) {
    const amplitudes = new Map<string, number>();
    for (const f of feeds) {
      if (f.source === id && f.alive) amplitudes.set(f.capsule.source, pascal(f.spl) * f.capsule.perPascal);
    }
    bySource.set(
      id,
      eachOnce(solvables, (s) => s.solveFor(amplitudes)),
    );
  }
  const playback = new Map<string, Solution>();
  const at1k = solvables[THIRD_OCTAVES_HZ.indexOf(BAND_1K_HZ)];
  for (const p of compiled.playbacks) {
    playback.set(playbackKey(p.part, p.side), at1k.solveFor(new Map([[p.source, p.fullScaleVolt]])));
  }
  const shares = new Map(
    compiled.setup.job.sources.map((s) => [s.id, s.sound === 'music' ? MUSIC_SHARES : SPEECH_SHARES]),
  );
  return ok({ solvables, feeds, bySource, shares, playback, has: circuit.has, handle: circuit.handle });
}

/** The same of each band, worked out once where bands share a solution. */
export function eachOnce<T>(solvables: readonly Solvable[], work: (s: Solvable) => T): T[] {
  const out: T[] = [];
  for (const [i, s] of solvables.entries()) out.push(i > 0 && s === solvables[i - 1] ? out[i - 1] : work(s));
  return out;
}

export const playbackKey = (part: PartId, side: string): string => `${part} ${side}`;

/** Average volts of a source between two nodes: the bands' responses weighted with its spectrum. */
export function voiceVolt(
  responses: Responses,
  source: string,
  p: NodeName,
  n: NodeName,
  weightDb?: (hz: number) => number,
): number {
  const solutions = responses.bySource.get(source);
  if (!solutions) return 0;
  const [hp, hn] = [responses.handle(p), responses.handle(n)];
  const shares = responses.shares.get(source)!;
  let power = 0;
  THIRD_OCTAVES_HZ.forEach((hz, band) => {
    const weight = weightDb ? 10 ** (weightDb(hz) / 10) : 1;
    power += shares[band] * weight * solutions[band].squaredVolt(hp, hn);
  });
  return Math.sqrt(power);
}

/** Complex response of a source at an input channel and 1 kHz, for comparing polarity and sides. */
export function responseAt1k(responses: Responses, source: string, input: InputChannel): Complex {
  const solutions = responses.bySource.get(source);
  return solutions ? solutions[THIRD_OCTAVES_HZ.indexOf(BAND_1K_HZ)].between(input.p, input.n) : { re: 0, im: 0 };
}

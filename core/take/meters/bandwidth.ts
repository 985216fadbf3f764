import type { LevelFigures } from './by-level';
import { dbOf } from './power-spectrum';

/** A path's edge falls by so much within a sixth of an octave, and stays down. */
const EDGE_DB = 22;
const EDGE_RATIO = 2 ** (1 / 6);
const [LEAST_HZ, STEPS_AN_OCTAVE] = [1500, 24];
/** Where it falls: between two stretches as narrow as this, by most. */
const FINE_RATIO = 2 ** (1 / 24);
/**
 * In less voice than this there need be no s: a vowel falls as far, but not by so much from one fine stretch to the next.
 * Both est.
 */
const SPOKEN_S = 2.5;
const STEEP_DB = 18;
/** Where it lies is told where it has fallen by so much, as filters are. */
const FALLEN_DB = 6;
/** Below this share of half the sample rate an edge is the path's, not the converter's own filter. */
const OWN_FILTER = 0.88;

export interface BandFigures {
  /** Highest frequency that comes through. */
  readonly upToHz: number;
  /** Whether it ends in an edge, as a path's does, rather than in noise. */
  readonly edge: boolean;
}

/** Where the spectrum ends: at an edge of the path, or where what is loud sinks into the noise. */
export function bandOf({ active, activeS, noise, binHz }: LevelFigures): BandFigures {
  const half = (active.length - 1) * binHz;
  const meanDb = (p: Float64Array, from: number, to: number): number => {
    const [a, b] = [Math.max(1, Math.round(from / binHz)), Math.min(p.length - 1, Math.round(to / binHz))];
    let sum = 0;
    for (let k = a; k <= b; k++) sum += p[k];
    return dbOf(Math.max(1e-20, sum / Math.max(1, b - a + 1)));
  };
  const steepest = (near: number): { readonly hz: number; readonly fall: number } => {
    let best = { hz: near, fall: 0 };
    // By bins, as fine as there are any.
    for (let k = Math.ceil(near / EDGE_RATIO / binHz); k * binHz < near * EDGE_RATIO; k++) {
      const hz = (k + 0.5) * binHz;
      const fall = meanDb(active, hz / FINE_RATIO, k * binHz) - meanDb(active, (k + 1) * binHz, hz * FINE_RATIO);
      if (fall > best.fall) best = { hz, fall };
    }
    const inside = meanDb(active, best.hz / EDGE_RATIO ** 1.5, best.hz / FINE_RATIO ** 1.5);
    let k = Math.round(best.hz / FINE_RATIO ** 2 / binHz);
    while (k * binHz < best.hz * EDGE_RATIO && meanDb(active, (k - 1) * binHz, (k + 1) * binHz) > inside - FALLEN_DB)
      k++;
    return { ...best, hz: (k - 0.5) * binHz };
  };
  let edge: { hz: number; fall: number } | null = null;
  for (let hz = LEAST_HZ; hz < OWN_FILTER * half; hz *= 2 ** (1 / STEPS_AN_OCTAVE)) {
    const below = meanDb(active, hz / EDGE_RATIO, hz);
    const above = Math.max(
      meanDb(active, hz * EDGE_RATIO, hz * EDGE_RATIO ** 3),
      meanDb(active, Math.min(0.96 * half, hz * EDGE_RATIO ** 2), half),
    );
    const fall = below - above;
    if (fall >= EDGE_DB && (!edge || fall > edge.fall)) edge = { hz, fall };
  }
  if (edge) {
    const fine = steepest(edge.hz);
    if (activeS >= SPOKEN_S || fine.fall >= STEEP_DB) return { upToHz: fine.hz, edge: true };
  }
  if (!noise) return { upToHz: half, edge: false };
  let upToHz = half;
  for (let hz = half / EDGE_RATIO; hz > LEAST_HZ; hz /= EDGE_RATIO) {
    if (meanDb(active, hz, hz * EDGE_RATIO) - meanDb(noise, hz, hz * EDGE_RATIO) > 3) break;
    upToHz = hz;
  }
  return { upToHz, edge: false };
}

export interface Whine {
  readonly hz: number;
  readonly dbfs: number;
}

const [WHINE_LOW_HZ, WHINE_OUT_DB] = [900, 15];

/** Steady tones in the gaps or in a still room, above the mains' harmonics: chargers, screens, converters. Loudest first. */
export function whinesOf({ steady: noise, binHz }: LevelFigures): readonly Whine[] {
  if (!noise) return [];
  const found: Whine[] = [];
  for (let k = Math.round(WHINE_LOW_HZ / binHz); k < noise.length - 8; k++) {
    if (noise[k] < noise[k - 1] || noise[k] <= noise[k + 1]) continue;
    const around: number[] = [];
    for (let d = 4; d <= 16; d++) around.push(noise[k - d], noise[Math.min(noise.length - 1, k + d)]);
    const beside = around.sort((a, b) => a - b)[Math.floor(around.length / 2)];
    if (dbOf(noise[k] / Math.max(beside, 1e-20)) < WHINE_OUT_DB) continue;
    const power = noise[k - 1] + noise[k] + noise[k + 1] - 3 * beside;
    // The main lobe's own shape tells where between two bins the tone lies.
    const [a, b, c] = [k - 1, k, k + 1].map((i) => Math.log(Math.max(noise[i], 1e-20)));
    found.push({ hz: (k + (a - c) / (2 * (a - 2 * b + c))) * binHz, dbfs: dbOf(power) });
  }
  return found.sort((a, b) => b.dbfs - a.dbfs).slice(0, 5);
}

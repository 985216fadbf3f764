import type { Preference } from '../../model';
import { LOSS } from '../stock';
import { compareScores, type Score } from '../tuning';

/** What an order of answers looks at. */
export interface Ranked {
  readonly score: Score;
  readonly cost: number;
  /** The chance that every piece works. */
  readonly reliable: number;
  readonly pieces: number;
  readonly massG: number;
  readonly snrDb: number | null;
  /** Pieces that need the mains. */
  readonly onMains: number;
  /** Devices of the catalogue on which the same pieces would work; null until it is asked. */
  readonly devices: number | null;
}

/** Margin beyond this is plenty: it no longer outweighs money. */
const ENOUGH_MARGIN = 0.5;

export const upToEnough = (s: Score): Score => ({ ...s, margin: Math.min(s.margin, ENOUGH_MARGIN) });

/** Money, and what is lost on average when a piece does not do what it should. */
const loss = (a: Ranked): number => a.cost + LOSS * (1 - a.reliable);

const gates = (a: Ranked, b: Ranked): number => a.score.failing + a.score.unknown - (b.score.failing + b.score.unknown);
const balanced = (a: Ranked, b: Ranked): number =>
  compareScores(upToEnough(a.score), upToEnough(b.score)) ||
  loss(a) - loss(b) ||
  a.cost - b.cost ||
  a.pieces - b.pieces;

const FIRST: Readonly<Record<Preference, (a: Ranked, b: Ranked) => number>> = {
  balanced,
  cheapest: (a, b) => a.cost - b.cost,
  cleanest: (a, b) => (b.snrDb ?? 0) - (a.snrDb ?? 0),
  'fewest-pieces': (a, b) => a.pieces - b.pieces,
  lightest: (a, b) => a.massG - b.massG,
  'next-device': (a, b) => (b.devices ?? 0) - (a.devices ?? 0),
  'no-mains': (a, b) => a.onMains - b.onMains,
};

/**
 * Gates passed come first in every order; then what the person prefers; then margin up to plenty, cost, pieces. Equal
 * ones keep the order they were found in.
 */
export const compareBy =
  (preference: Preference) =>
  (a: Ranked, b: Ranked): number =>
    gates(a, b) || FIRST[preference](a, b) || balanced(a, b);

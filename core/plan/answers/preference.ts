import type { Preference } from '../../model';
import { type OwnMoney, type Reckoned, totalOf, worthOf } from './worth';

/** What an order of answers looks at. */
export interface Ranked extends Reckoned {
  readonly massG: number;
  readonly snrDb: number | null;
  /** Pieces that need the mains. */
  readonly onMains: number;
  /** Devices of the catalogue on which the same pieces would work; null until it is asked. */
  readonly devices: number | null;
}

const gates = (a: Ranked, b: Ranked): number => a.score.failing + a.score.unknown - (b.score.failing + b.score.unknown);

type Order = (a: Ranked, b: Ranked) => number;

const balanced =
  (own?: OwnMoney): Order =>
  (a, b) =>
    totalOf(worthOf(a, own)) - totalOf(worthOf(b, own)) || a.cost - b.cost || a.pieces - b.pieces;

const FIRST: Readonly<Record<Preference, Order>> = {
  balanced: () => 0,
  cheapest: (a, b) => a.cost - b.cost,
  cleanest: (a, b) => (b.snrDb ?? 0) - (a.snrDb ?? 0),
  'fewest-pieces': (a, b) => a.pieces - b.pieces,
  lightest: (a, b) => a.massG - b.massG,
  'next-device': (a, b) => (b.devices ?? 0) - (a.devices ?? 0),
  'no-mains': (a, b) => a.onMains - b.onMains,
};

/**
 * Gates passed come first in every order; then what the person prefers; then what it costs all told: price, the chance of a
 * lost take, what is to carry, what is left lying. Equal ones keep the order they were found in.
 * @param own what a lost take and a piece more cost the owner.
 */
export const compareBy = (preference: Preference, own?: OwnMoney): Order => {
  const allTold = balanced(own);
  return (a, b) => gates(a, b) || FIRST[preference](a, b) || allTold(a, b);
};

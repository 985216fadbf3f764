import { itemAt } from '../../algorithms';
/** What routes are weighed by: less is better, but for margin. */
export interface Merits {
  readonly cost: number;
  readonly margin: number;
  readonly pieces: number;
  readonly massG: number;
  /** To plug and set it, seconds. */
  readonly setUpS: number;
  /** Of what is owned and would do the same work: so much is left lying; absent is nothing. */
  readonly leftLying?: number;
}

/** Margin beyond what is comfortable beats nothing. */
const COMFORTABLE = 1;

/** No hand is so even that less than so many seconds count. */
const EVEN_S = 30;

const weighed = (m: Merits): readonly number[] => [
  m.cost,
  -Math.min(m.margin, COMFORTABLE),
  m.pieces,
  m.massG,
  Math.round(m.setUpS / EVEN_S),
  m.leftLying ?? 0,
];

/** Is one at least as good in all, and better in something? */
export function beats(a: Merits, b: Merits): boolean {
  const [x, y] = [weighed(a), weighed(b)];
  return x.every((v, i) => v <= itemAt(y, i)) && x.some((v, i) => v < itemAt(y, i));
}

/** Those that no other beats on all of cost, margin, pieces, mass and time to set up (Pareto), in their order; of equals the first. */
export const frontOf = <T extends Merits>(all: readonly T[]): readonly T[] =>
  all.filter(
    (a, i) =>
      !all.some((b) => beats(b, a)) && !all.slice(0, i).some((b) => weighed(b).every((v, k) => v === weighed(a)[k])),
  );

export type Best = 'cheapest' | 'most margin' | 'fewest pieces' | 'lightest' | 'quickest to set up';

/** What one is best at among those it stands with. */
export function bestAt(a: Merits, among: readonly Merits[]): readonly Best[] {
  const names: readonly Best[] = ['cheapest', 'most margin', 'fewest pieces', 'lightest', 'quickest to set up'];
  return names.filter((_, i) => among.every((b) => itemAt(weighed(a), i) <= itemAt(weighed(b), i)));
}

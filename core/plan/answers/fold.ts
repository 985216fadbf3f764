import { type Catalogue, classIn, isGiven, type Setup } from '../../model';
import { isWire } from '../search';

/** The pieces of a setup that do something, in one line: of what looks the same, only wire and couplers differ. */
export function doingOf({ parts }: Setup, catalogue: Catalogue): string {
  return parts
    .map((p) => classIn(catalogue, p.class))
    .filter((c) => !isGiven(c) && !isWire(c))
    .map((c) => c.id)
    .sort()
    .join(' ');
}

interface Foldable {
  readonly setup: Setup;
  readonly cost: number;
}

/** One of several answers that look the same, and the cheapest of the others where that is cheaper. */
export interface Folded<T> {
  readonly answer: T;
  readonly cheaper: T | null;
}

interface Weighed extends Foldable {
  readonly score: { readonly margin: number };
}

/** Without those that another does without some of their doing pieces, for no more money and no less margin. */
export function withoutPadding<T extends Weighed>(answers: readonly T[], catalogue: Catalogue): readonly T[] {
  const doing = answers.map((a) => ({ a, pieces: doingOf(a.setup, catalogue).split(' ') }));
  return doing
    .filter(
      ({ a, pieces }) =>
        !doing.some(
          (b) =>
            b.pieces.length < pieces.length &&
            isWithin(b.pieces, pieces) &&
            b.a.cost <= a.cost &&
            b.a.score.margin >= a.score.margin,
        ),
    )
    .map(({ a }) => a);
}

/** Is everything of the one in the other, as often? */
function isWithin(few: readonly string[], many: readonly string[]): boolean {
  const left = [...many];
  return few.every((x) => {
    const i = left.indexOf(x);
    if (i >= 0) left.splice(i, 1);
    return i >= 0;
  });
}

/** Answers with the same doing pieces as one: the first of each stands for all. */
export function folded<T extends Foldable>(answers: readonly T[], catalogue: Catalogue): readonly Folded<T>[] {
  const byDoing = new Map<string, T[]>();
  for (const a of answers) {
    const key = doingOf(a.setup, catalogue);
    byDoing.set(key, [...(byDoing.get(key) ?? []), a]);
  }
  return [...byDoing.values()].flatMap(([first, ...others]) => {
    if (!first) return [];
    const cheaper = others
      .filter((o) => o.cost < first.cost)
      .reduce<T | null>((least, o) => (least && least.cost <= o.cost ? least : o), null);
    return [{ answer: first, cheaper }];
  });
}

/** What one has and the other has not, by name: "a splitter". */
export function otherPieces(setup: Setup, beside: Setup, catalogue: Catalogue): readonly string[] {
  const left = beside.parts.map((p) => p.class);
  return setup.parts.flatMap((p) => {
    const i = left.indexOf(p.class);
    if (i >= 0) {
      left.splice(i, 1);
      return [];
    }
    return [classIn(catalogue, p.class).name];
  });
}

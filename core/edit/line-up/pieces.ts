import { itemAt } from '../../algorithms';

/** A place where both takes were compared: seconds of the first, and how far the second lies behind it there, seconds. */
export interface Place {
  readonly at: number;
  readonly lag: number;
}

/** Places that lie on one line: between a cut of either take and the next. */
export interface Stretch {
  /** How far the second lies behind at the beginning of the first. */
  readonly at0: number;
  readonly places: readonly Place[];
}

/** Further off its line a place was another sound, or begins a new stretch, seconds. */
const STRAY_S = 0.003;
/** So many places that agree with each other, and not with those before, are a jump and no strays. */
const AGREE = 2;
/** Stretches this close are one, seconds. */
const ALIKE_S = 0.0015;

/**
 * Lay lines of one slope through the places: a clock runs at one rate, and a cut is a jump.
 * @param runs places between which no great jump is
 * @returns the slope, seconds a second, and the stretches; places that fit nowhere are left out
 */
export function stretchesIn(runs: readonly (readonly Place[])[]): {
  readonly slope: number;
  readonly stretches: readonly Stretch[];
} {
  const places = runs.flat();
  let slope = slopeOf(runs);
  let stretches = split(places, slope);
  for (let round = 0; round < 3; round++) {
    slope = slopeOf(stretches.map((s) => s.places));
    stretches = split(places, slope);
  }
  return { slope, stretches };
}

function split(places: readonly Place[], slope: number): readonly Stretch[] {
  const level = (p: Place) => p.lag - slope * p.at;
  const groups: Place[][] = [];
  let waiting: Place[] = [];
  for (const place of places) {
    const now = groups.at(-1);
    if (now && Math.abs(level(place) - middle(now.map(level))) < STRAY_S) {
      now.push(place);
      waiting = [];
      continue;
    }
    waiting = [...waiting.filter((w) => Math.abs(level(w) - level(place)) < STRAY_S), place];
    if (waiting.length < AGREE) continue;
    groups.push(waiting);
    waiting = [];
  }
  const joined: Place[][] = [];
  for (const g of groups) {
    const last = joined.at(-1);
    if (last && Math.abs(middle(last.map(level)) - middle(g.map(level))) < ALIKE_S) last.push(...g);
    else joined.push([...g]);
  }
  return joined.map((g) => ({ at0: middle(g.map(level)), places: g }));
}

/** Pairs of places this near each other, as a share of the longest stretch, tell little of the slope. */
const NEAR = 0.25;

/** The middle of the slopes between any two places of one stretch (Theil and Sen): strays do not pull it away. */
function slopeOf(groups: readonly (readonly Place[])[]): number {
  const spanOf = (g: readonly Place[]) => (g.length < 2 ? 0 : itemAt(g, g.length - 1).at - itemAt(g, 0).at);
  const least = NEAR * Math.max(...groups.map(spanOf));
  return middle(
    groups.flatMap((g) =>
      g.flatMap((p, i) =>
        g
          .slice(i + 1)
          .flatMap((q) => (q.at - p.at > 0 && q.at - p.at >= least ? [(q.lag - p.lag) / (q.at - p.at)] : [])),
      ),
    ),
  );
}

export function middle(values: readonly number[]): number {
  if (values.length === 0) return 0;
  const sorted = [...values].sort((a, b) => a - b);
  const half = sorted.length >> 1;
  return sorted.length % 2 === 1 ? itemAt(sorted, half) : (itemAt(sorted, half - 1) + itemAt(sorted, half)) / 2;
}

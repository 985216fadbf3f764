/** How something was got to: from where, by which step, and in how many; nothing of a start. */
export interface Reached<T, By> {
  readonly from: T | null;
  readonly by: By | null;
  readonly steps: number;
}

/**
 * Everything that can be got to from some starts, nearest first (breadth-first search).
 * @param next where one can go from a place, and by which step
 * @returns in the order of finding, each with the step of one shortest way to it
 * @example reach(['phone'], (part) => joined(part)).get('mic')?.steps;
 */
export function reach<T, By>(
  starts: Iterable<T>,
  next: (at: T) => Iterable<readonly [to: T, by: By]>,
): ReadonlyMap<T, Reached<T, By>> {
  const found = new Map<T, Reached<T, By>>();
  for (const s of starts) found.set(s, { from: null, by: null, steps: 0 });
  // A map is walked in the order in which it grows, also while it does.
  for (const [at, { steps }] of found) {
    for (const [to, by] of next(at)) if (!found.has(to)) found.set(to, { from: at, by, steps: steps + 1 });
  }
  return found;
}

/** The places and steps of the shortest way to one that was reached, from its start on; null where it was not. */
export function wayTo<T, By>(
  found: ReadonlyMap<T, Reached<T, By>>,
  to: T,
): { readonly places: readonly T[]; readonly steps: readonly By[] } | null {
  if (!found.has(to)) return null;
  const places = [to];
  const steps: By[] = [];
  for (let at = found.get(to); at && at.steps > 0; at = found.get(at.from as T)) {
    places.unshift(at.from as T);
    steps.unshift(at.by as By);
  }
  return { places, steps };
}

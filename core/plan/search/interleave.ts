import type { Chain } from './chain';

/**
 * Chains of several searches in turn, none twice; one that takes long to find the next waits for the others. What one has
 * left when others have ended comes alone.
 */
export function* interleave(searches: readonly Iterable<Chain | null>[]): Generator<Chain> {
  const visited = new Set<string>();
  const open = new Set(searches.map((s) => s[Symbol.iterator]()));
  while (open.size > 0) {
    for (const search of open) {
      const { done, value } = search.next();
      if (done) open.delete(search);
      if (done || value === null) continue;
      const key = JSON.stringify([value.microphones, value.links]);
      if (visited.has(key)) continue;
      visited.add(key);
      yield value;
    }
  }
}

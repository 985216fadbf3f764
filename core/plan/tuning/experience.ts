import type { Means } from '../stock';

/** How often things of some kind were tried, and whether any of them ever worked. */
export interface TrackRecord {
  isBad(key: string): boolean;
  isGood(key: string): boolean;
  keep(key: string, worked: boolean): void;
}

/** @param enough what failed so often and never worked is bad. */
export function newTrackRecord(enough = 2): TrackRecord {
  const failed = new Map<string, number>();
  const worked = new Set<string>();
  return {
    isBad: (key) => !worked.has(key) && (failed.get(key) ?? 0) >= enough,
    isGood: (key) => worked.has(key),
    keep(key, well) {
      if (well) worked.add(key);
      else failed.set(key, (failed.get(key) ?? 0) + 1);
    },
  };
}

/** What a search has learned so far, for all that it tries. */
export interface Experience {
  /** Knob positions, holes and ways, each with what was wrong. */
  readonly tries: TrackRecord;
  /** Once something works, what could only become a near miss is not pursued. */
  demanding: boolean;
  /** Setups assessed. */
  effort: number;
}

/** A search: what its chains are made of, and what it has learned. */
export interface Planning extends Means {
  readonly past: Experience;
}

export const newExperience = (): Experience => ({ tries: newTrackRecord(), demanding: false, effort: 0 });

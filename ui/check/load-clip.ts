import { type Whole, wholeTake } from '@/workers';

/** Longest sound that is edited here: it is in memory, all of it. */
const LONGEST_S = 600;

/** A whole file in memory, to be edited. */
export const loadClip = (file: File): Promise<Whole> =>
  wholeTake(file, LONGEST_S).catch(
    (e: unknown): Whole => ({
      ok: false,
      problem: e instanceof Error ? e.message : String(e),
      other: false,
    }),
  );

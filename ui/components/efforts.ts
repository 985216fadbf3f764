import { ORDINARY_SPL } from '@/core/model';

/** How loud somebody speaks or plays, in a word. */
export interface Effort {
  readonly name: string;
  /** dB SPL. */
  readonly splAt1m: number;
}

/** Levels of a talker at one metre; ANSI S3.5 from memory, rounded: 62, 68 and 75 dB for normal, raised and loud. */
export const EFFORTS: readonly Effort[] = [
  { name: 'quiet', splAt1m: 56 },
  { name: 'ordinary', splAt1m: ORDINARY_SPL },
  { name: 'raised', splAt1m: 68 },
  { name: 'loud', splAt1m: 75 },
];

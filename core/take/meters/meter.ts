import type { Strides } from './strides';

/** A take of less is too short to tell what is steady from a voice, seconds: three stretches of two; est. */
export const SHORT_S = 6;

/** What is known of a take before it is read. */
export interface TakeForm {
  /** Samples a second. */
  readonly rateHz: number;
  /** Samples of each channel. */
  readonly frames: number;
  /** The largest sample the file can hold, of 1; null where it is written as floating point. */
  readonly fullScale: number | null;
}

/** Measures one channel in one pass, and keeps nothing that grows with its length. */
export interface Meter<Figures> {
  /**
   * The next piece.
   * @param strides the plain figures of its stretches, where they are worked out already
   */
  push(x: Float32Array, strides?: Strides): void;
  /** What was measured, once all has been pushed. */
  end(): Figures;
}

/** The same of all channels at once, as far as they belong together. */
export interface TakeMeter<Figures> {
  push(piece: readonly Float32Array[]): void;
  end(): Figures;
}

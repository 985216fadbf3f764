import { Chain } from './section';

/** Width of a notch, hertz: narrow enough to leave a voice alone, wide enough for mains that wander. */
const WIDTH_HZ = 1.5;

/**
 * The sound without what lies at these frequencies (one two-pole notch after the other; any handbook).
 * @param x samples of one channel
 * @returns as many samples
 * @example notched(samples, 48_000, [50, 100, 150]);
 */
export function notched(x: Float32Array, rateHz: number, frequenciesHz: readonly number[]): Float32Array {
  const chain = new Chain(
    frequenciesHz
      .filter((f) => f < rateHz / 2)
      .map((hz) => {
        const w = (2 * Math.PI * hz) / rateHz;
        const alpha = Math.sin(w) / (2 * (hz / WIDTH_HZ));
        const a0 = 1 + alpha;
        const b1 = (-2 * Math.cos(w)) / a0;
        return { b0: 1 / a0, b1, b2: 1 / a0, a1: b1, a2: (1 - alpha) / a0 };
      }),
  );
  return x.map((v) => chain.next(v));
}

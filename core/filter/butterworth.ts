import { Chain, type Section } from './section';

/**
 * The sections of a Butterworth filter, by the bilinear transform (any handbook): 3 dB down at its frequency.
 * @param hz where it is 3 dB down, below half the rate
 * @param order even; 6 dB an octave for each
 */
export function butterworth(pass: 'low' | 'high', hz: number, rateHz: number, order: number): readonly Section[] {
  const w = (2 * Math.PI * hz) / rateHz;
  const cos = Math.cos(w);
  return Array.from({ length: order / 2 }, (_, k) => {
    const quality = 1 / (2 * Math.cos((Math.PI * (2 * k + 1)) / (2 * order)));
    const alpha = Math.sin(w) / (2 * quality);
    const a0 = 1 + alpha;
    const b1 = (pass === 'low' ? 1 - cos : -1 - cos) / a0;
    const b0 = Math.abs(b1) / 2;
    return { b0, b1, b2: b0, a1: (-2 * cos) / a0, a2: (1 - alpha) / a0 };
  });
}

/** A low cut falls by 24 dB an octave: a breath at 25 Hz is gone, a deep voice is not. */
const CUT_ORDER = 4;

/**
 * The sound without what lies below a frequency.
 * @param x samples of one channel
 * @returns as many samples
 * @example lowCut(samples, 48_000, 75);
 */
export function lowCut(x: Float32Array, rateHz: number, hz: number): Float32Array {
  const chain = new Chain(butterworth('high', hz, rateHz, CUT_ORDER));
  return x.map((v) => chain.next(v));
}

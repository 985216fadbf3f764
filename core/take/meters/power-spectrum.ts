import FFT from 'fft.js';

/** Power by bins of one stretch of samples. */
export interface PowerSpectrum {
  readonly size: number;
  /** Samples that one spectrum takes. */
  readonly taken: number;
  /**
   * Adds the power of each bin from 0 to size / 2 to `sums`; over all bins the mean square of the stretch.
   * @param samples at least `taken` from `from` on
   */
  add(samples: Float32Array, from: number, sums: Float64Array): void;
}

/** Powers through a Hann window over `taken` samples, filled up with silence to `size`, a power of two. */
export function powerSpectrum(size: number, taken = size): PowerSpectrum {
  const fft = new FFT(size);
  const out = fft.createComplexArray();
  const input = new Float64Array(size);
  const window = new Float64Array(taken).map((_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / taken));
  const scale = 2 / (size * window.reduce((sum, w) => sum + w * w, 0));
  return {
    size,
    taken,
    add(samples, from, sums) {
      for (let i = 0; i < taken; i++) input[i] = samples[from + i] * window[i];
      fft.realTransform(out, input);
      for (let k = 0; k <= size / 2; k++) sums[k] += scale * (out[2 * k] ** 2 + out[2 * k + 1] ** 2);
      sums[0] -= (scale / 2) * out[0] ** 2;
      sums[size / 2] -= (scale / 2) * out[size] ** 2;
    },
  };
}

/** Decibels of a mean square against full scale, where a square wave of 1 has 0; nothing is -Infinity. */
export const dbOf = (meanSquare: number): number => 10 * Math.log10(meanSquare);

/** A-weighting as a factor of power (IEC 61672-1), 1 at 1 kHz. */
export function aWeight(hz: number): number {
  const f2 = hz * hz;
  const a =
    (12194 ** 2 * f2 * f2) / ((f2 + 20.6 ** 2) * Math.sqrt((f2 + 107.7 ** 2) * (f2 + 737.9 ** 2)) * (f2 + 12194 ** 2));
  return (1.2589 * a) ** 2;
}

import FFT from 'fft.js';
import { itemAt } from '../../algorithms';

/** A lag of the second behind the first, in samples of theirs, and how far it stands out. */
export interface Peak {
  readonly lag: number;
  readonly value: number;
}

const powerOfTwo = (n: number): number => 2 ** Math.ceil(Math.log2(n));

function spectra(size: number) {
  const fft = new FFT(size);
  return {
    of(at: (i: number) => number, length: number): number[] {
      const padded = new Float64Array(size);
      for (let i = 0; i < length; i++) padded[i] = at(i);
      const out = fft.createComplexArray();
      fft.realTransform(out, padded);
      fft.completeSpectrum(out);
      return out;
    },
    /** Overwrites the first with the first times the second's conjugate, and gives what that is in time. */
    correlation(x: number[], y: readonly number[], weigh: (re: number, im: number) => number): number[] {
      for (let k = 0; k < 2 * size; k += 2) {
        const re = x[k] * y[k] + x[k + 1] * y[k + 1];
        const im = x[k + 1] * y[k] - x[k] * y[k + 1];
        const by = weigh(re, im);
        x[k] = re * by;
        x[k + 1] = im * by;
      }
      const back = fft.createComplexArray();
      fft.inverseTransform(back, x);
      return back;
    },
  };
}

/** A peak stands so far above the usual, else it is chance; those closer together than this are one. */
const STANDS_OUT = 6;
const APART = 20;

/**
 * Where, in the whole of `b`, is what a stretch of `a` holds? Block by block, so that memory stays the same for hours.
 * @returns the highest peaks, at most `most`, that stand out of what unlike sounds give by chance
 */
export function findIn(a: Float32Array, b: Float32Array, most: number): readonly Peak[] {
  const size = powerOfTwo(Math.max(4096, 4 * a.length));
  const transform = spectra(size);
  const mean = (x: Float32Array) => x.reduce((s, v) => s + v, 0) / x.length;
  const [meanA, meanB] = [mean(a), mean(b)];
  const own = transform.of((i) => a[i] - meanA, a.length);
  const peaks: Peak[] = [];
  let squares = 0;
  let count = 0;
  const stride = size - a.length;
  for (let at = -a.length; at < b.length; at += stride) {
    const there = transform.of((i) => (at + i < 0 || at + i >= b.length ? 0 : b[at + i] - meanB), size);
    const back = transform.correlation(there, own, () => 1);
    for (let i = 0; i < stride && at + i < b.length; i++) {
      const value = itemAt(back, 2 * i);
      squares += value * value;
      count += 1;
      const last = peaks.at(-1);
      if (last && at + i - last.lag < APART) {
        if (value > last.value) peaks[peaks.length - 1] = { lag: at + i, value };
      } else if (value > 0 && value * value * count > 4 * squares) peaks.push({ lag: at + i, value });
    }
  }
  const usual = Math.sqrt(squares / Math.max(1, count));
  return peaks
    .map((p) => ({ lag: p.lag, value: p.value / (usual || 1) }))
    .filter((p) => p.value > STANDS_OUT)
    .sort((p, q) => q.value - p.value)
    .slice(0, most);
}

/** Correlation of phases that tells anything. */
const LEAST_LIKE = 0.06;

/**
 * Compares stretches of one length by the correlation of their phases (Knapp and Carter 1976).
 * @param around the most that the second may lie off, samples
 * @returns how many samples the second lies before the first, parts of a sample too, and whether it is upside down; null
 * where they have too little in common
 */
export function phaseCorrelator(length: number, around: number) {
  const transform = spectra(powerOfTwo(2 * length));
  const size = powerOfTwo(2 * length);
  const windowed = (x: Float32Array) =>
    transform.of((i) => x[i] * Math.sin((Math.PI * (i + 0.5)) / length) ** 2, length);
  return (a: Float32Array, b: Float32Array): { readonly lag: number; readonly isInverted: boolean } | null => {
    const back = transform.correlation(
      windowed(a),
      windowed(b),
      (re, im) => 1 / (Math.sqrt(re * re + im * im) + 1e-12),
    );
    const at = (d: number) => itemAt(back, 2 * ((d + size) % size));
    let best = { lag: 0, value: 0 };
    for (let d = -around; d <= around; d++) {
      if (Math.abs(at(d)) > Math.abs(best.value)) best = { lag: d, value: at(d) };
    }
    if (Math.abs(best.value) < LEAST_LIKE) return null;
    const [p, q, r] = [at(best.lag - 1), best.value, at(best.lag + 1)].map((v) => v * Math.sign(best.value));
    const bend = p - 2 * q + r;
    return { lag: best.lag + (bend < 0 ? (p - r) / (2 * bend) : 0), isInverted: best.value < 0 };
  };
}

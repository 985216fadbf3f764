import FFT from 'fft.js';

const SIZE = 8192;
const HALF_BAND = 2 ** (1 / 6);

/** Mean square of a signal in bands of a third of an octave around these frequencies. */
export function bandPowers(x: Float32Array, rateHz: number, centresHz: readonly number[]): readonly number[] {
  const fft = new FFT(SIZE);
  const out = fft.createComplexArray();
  const sums = new Float64Array(SIZE / 2 + 1);
  const window = new Float64Array(SIZE).map((_, i) => Math.sin((Math.PI * (i + 0.5)) / SIZE));
  let count = 0;
  const frame = new Float64Array(SIZE);
  for (let at = 0; at + SIZE <= x.length; at += SIZE / 2) {
    for (let i = 0; i < SIZE; i++) frame[i] = x[at + i] * window[i];
    fft.realTransform(out, frame);
    for (let k = 0; k <= SIZE / 2; k++) sums[k] += out[2 * k] ** 2 + out[2 * k + 1] ** 2;
    count += 1;
  }
  const scale = 2 / (SIZE * (SIZE / 2)) / Math.max(1, count);
  return centresHz.map((hz) => {
    const [from, to] = [(hz / HALF_BAND / rateHz) * SIZE, ((hz * HALF_BAND) / rateHz) * SIZE];
    let sum = 0;
    for (let k = Math.round(from); k <= Math.min(SIZE / 2, Math.round(to)); k++) {
      sum += sums[k] * Math.max(0, Math.min(to, k + 0.5) - Math.max(from, k - 0.5));
    }
    return sum * scale;
  });
}

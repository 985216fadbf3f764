import FFT from 'fft.js';

const BLOCK = 8192;
const TAPS = 4096;

/**
 * Samples through a filter of these gains, without delay (a linear-phase filter of 4096 taps, its delay taken out).
 * @param gainAt factor of amplitude by frequency, hertz
 */
export function shaped(samples: Float32Array, rateHz: number, gainAt: (hz: number) => number): Float32Array {
  const fft = new FFT(BLOCK);
  const taps = tapsOf(rateHz, gainAt);
  const padded = new Float64Array(BLOCK);
  padded.set(taps);
  const filter = fft.createComplexArray();
  fft.realTransform(filter, padded);
  fft.completeSpectrum(filter);
  const out = new Float32Array(samples.length);
  const step = BLOCK - TAPS;
  const spectrum = fft.createComplexArray();
  const back = fft.createComplexArray();
  for (let at = 0; at < samples.length; at += step) {
    padded.fill(0);
    padded.set(samples.subarray(at, at + step));
    fft.realTransform(spectrum, padded);
    fft.completeSpectrum(spectrum);
    for (let k = 0; k < 2 * BLOCK; k += 2) {
      const [re, im] = [spectrum[k], spectrum[k + 1]];
      spectrum[k] = re * filter[k] - im * filter[k + 1];
      spectrum[k + 1] = re * filter[k + 1] + im * filter[k];
    }
    fft.inverseTransform(back, spectrum);
    for (let i = 0; i < BLOCK; i++) {
      const to = at + i - TAPS / 2;
      if (to >= 0 && to < out.length) out[to] += back[2 * i];
    }
  }
  return out;
}

/** Frequency sampling with a Hann window over the taps, centred in the middle. */
function tapsOf(rateHz: number, gainAt: (hz: number) => number): Float64Array {
  const fft = new FFT(TAPS);
  const wanted = fft.createComplexArray().fill(0);
  for (let k = 0; k <= TAPS / 2; k++) {
    wanted[2 * k] = gainAt((k * rateHz) / TAPS);
    if (k > 0 && k < TAPS / 2) wanted[2 * (TAPS - k)] = wanted[2 * k];
  }
  const impulse = fft.createComplexArray();
  fft.inverseTransform(impulse, wanted);
  return new Float64Array(TAPS).map((_, i) => {
    const from = (i + TAPS / 2) % TAPS;
    return impulse[2 * from] * (0.5 - 0.5 * Math.cos((2 * Math.PI * i) / TAPS));
  });
}

/** Gains told at some frequencies, with straight lines between them on the scale of octaves and decibels. */
export function gainsBetween(hz: readonly number[], db: readonly number[]): (hz: number) => number {
  return (f) => {
    const x = Math.log2(Math.max(1, f));
    let i = hz.findIndex((h) => Math.log2(h) > x);
    if (i < 0) i = hz.length;
    if (i === 0) return 10 ** (db[0] / 20);
    if (i === hz.length) return 10 ** (db[hz.length - 1] / 20);
    const [a, b] = [Math.log2(hz[i - 1]), Math.log2(hz[i])];
    return 10 ** ((db[i - 1] + ((db[i] - db[i - 1]) * (x - a)) / (b - a)) / 20);
  };
}

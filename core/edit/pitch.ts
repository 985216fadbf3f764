import FFT from 'fft.js';

/** A pitch, and how sure it is: 1 for a pure tone. */
export interface Pitch {
  readonly hz: number;
  readonly clarity: number;
}

const WINDOW_S = 0.18;
const [LOWEST_HZ, HIGHEST_HZ] = [40, 2000];
const LEAST_CLARITY = 0.8;
/** The first peak that is nearly as high as the highest: later ones are whole multiples of the period. */
const NEARLY = 0.93;

/**
 * The pitch of the loudest stretch of a sample, by its normalised square difference (McLeod and Wyvill 2005).
 * @returns null where nothing in it repeats clearly enough
 */
export function pitchOf(x: Float32Array, rateHz: number): Pitch | null {
  const size = 2 ** Math.round(Math.log2(WINDOW_S * rateHz));
  const from = loudest(x, size);
  const window = x.subarray(from, from + size);
  if (window.length < rateHz / LOWEST_HZ) return null;
  const difference = normalised(window, Math.ceil(rateHz / LOWEST_HZ));
  const peaks: { lag: number; value: number }[] = [];
  let above = false;
  let best = { lag: 0, value: 0 };
  // From the first time it falls below nothing: what lies before is the sample with itself.
  let i = difference.findIndex((v) => v < 0);
  if (i < 0) return null;
  for (; i < difference.length - 1; i++) {
    const v = difference[i];
    if (v > 0) {
      if (!above) best = { lag: i, value: v };
      above = true;
      if (v > best.value) best = { lag: i, value: v };
    } else {
      if (above) peaks.push(best);
      above = false;
    }
  }
  if (above) peaks.push(best);
  const highest = Math.max(0, ...peaks.map((p) => p.value));
  const first = peaks.find((p) => p.value >= NEARLY * highest && p.lag >= rateHz / HIGHEST_HZ);
  if (!first || first.value < LEAST_CLARITY) return null;
  const [a, b, c] = [difference[first.lag - 1], difference[first.lag], difference[first.lag + 1]];
  const bend = a - 2 * b + c;
  const lag = bend < 0 ? first.lag + (a - c) / (2 * bend) : first.lag;
  return { hz: rateHz / lag, clarity: Math.min(1, first.value) };
}

/** By how many hundredths of a semitone a pitch lies above a reference. */
export const centsAbove = (hz: number, referenceHz: number): number => 1200 * Math.log2(hz / referenceHz);

const NAMES = ['C', 'C sharp', 'D', 'D sharp', 'E', 'F', 'F sharp', 'G', 'G sharp', 'A', 'A sharp', 'B'];

/** The nearest note of the scale of equal steps, A at 440 Hz, and its frequency. */
export function nearestNote(hz: number): { readonly name: string; readonly hz: number } {
  const n = Math.round(69 + 12 * Math.log2(hz / 440));
  return { name: `${NAMES[((n % 12) + 12) % 12]} ${Math.floor(n / 12) - 1}`, hz: 440 * 2 ** ((n - 69) / 12) };
}

function loudest(x: Float32Array, size: number): number {
  let best = { at: 0, power: -1 };
  for (let at = 0; at + size <= x.length; at += size >> 1) {
    let power = 0;
    for (let i = at; i < at + size; i++) power += x[i] * x[i];
    if (power > best.power) best = { at, power };
  }
  return best.at;
}

/** 2 r / m by lag: 1 where the stretch and its shifted self are alike, -1 where they are opposite. */
function normalised(x: Float32Array, most: number): Float64Array {
  const size = 2 ** Math.ceil(Math.log2(2 * x.length));
  const fft = new FFT(size);
  const padded = new Float64Array(size);
  padded.set(x);
  const spectrum = fft.createComplexArray();
  fft.realTransform(spectrum, padded);
  fft.completeSpectrum(spectrum);
  for (let k = 0; k < 2 * size; k += 2) {
    spectrum[k] = spectrum[k] ** 2 + spectrum[k + 1] ** 2;
    spectrum[k + 1] = 0;
  }
  const back = fft.createComplexArray();
  fft.inverseTransform(back, spectrum);
  const out = new Float64Array(Math.min(most + 2, x.length - 2));
  let both = 2 * x.reduce((sum, v) => sum + v * v, 0);
  for (let lag = 0; lag < out.length; lag++) {
    out[lag] = both > 0 ? (2 * back[2 * lag]) / both : 0;
    both -= x[lag] ** 2 + x[x.length - 1 - lag] ** 2;
  }
  return out;
}

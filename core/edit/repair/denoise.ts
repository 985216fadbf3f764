import { type Frame, powersOf, weighted } from '../../filter';

/** Longest frame, seconds: a voice stays as it is for so long. */
const FRAME_S = 0.045;
/**
 * How much of what is expected of a bin comes from the frame before: what a lone frame shows is mostly chance, and heard as
 * chirps where it is followed (Cappé 1994). Less than is usual, since frames overlap by three quarters here.
 */
const KEPT = 0.9;
/** Frames that the noise is learnt from, spread over the take. */
const MOST_FRAMES = 4000;
/** The powers of noise in one bin are spread as by chance; those up to so many times their mean are taken for noise. */
const TAKEN = 1.5;
/** The mean of an exponential distribution cut off there, against the mean of all of it. */
const MEAN_TAKEN = 1 - (TAKEN * Math.exp(-TAKEN)) / (1 - Math.exp(-TAKEN));
const ROUNDS = 30;
/**
 * Noise is much the same over so many hertz to each side: a bin that stands out is a note that is held, or a voice that never
 * stops there, and taking it out would bite into them.
 */
const BESIDE_HZ = 250;

/** Samples of a frame at a rate, a power of two. */
export const frameSize = (rateHz: number): number => Math.max(256, 2 ** Math.floor(Math.log2(FRAME_S * rateHz)));

/**
 * Mean power of the steady noise in each bin of frames of `size`. In every bin the softest tenth is noise; from there the
 * mean of what is so low that it may be noise is taken again and again, set right for what was cut off. So no pause is needed.
 */
export function noiseOf(x: Float32Array, rateHz: number, size: number): Float64Array {
  const frames = powersOf(x, size, MOST_FRAMES);
  const powers = new Float64Array(frames.length);
  const each = new Float64Array(size / 2 + 1).map((_, k) => {
    for (let i = 0; i < frames.length; i++) powers[i] = frames[i][k];
    powers.sort();
    let mean = powers[Math.floor(0.1 * powers.length)] / -Math.log(0.9);
    for (let n = 0; n < ROUNDS; n++) {
      let [sum, count] = [0, 0];
      for (const p of powers) {
        if (p > TAKEN * mean) break;
        sum += p;
        count += 1;
      }
      if (count === 0) break;
      mean = sum / count / MEAN_TAKEN;
    }
    return mean;
  });
  const beside = Math.round((BESIDE_HZ * size) / rateHz);
  return each.map((_, k) => {
    const around = each.slice(Math.max(0, k - beside), k + beside + 1).sort();
    return around[around.length >> 1];
  });
}

/**
 * Gain of each bin by how far it stands over what is to be taken out: the decision-directed way of Ephraim and Malah (1984) with
 * the second step of Plapous and others (2006), which follows the beginning of a word at once. Nothing is turned down further
 * than to the floor, so that what is left sounds as it did, only softer.
 */
export function overNoise(noise: Float64Array, floor: number): (frame: Frame) => void {
  const before = new Float64Array(noise.length);
  return ({ powers, gains }) => {
    for (let k = 0; k < gains.length; k++) {
      const over = powers[k] / Math.max(1e-20, noise[k]);
      const first = KEPT * before[k] + (1 - KEPT) * Math.max(0, over - 1);
      const once = first / (1 + first);
      before[k] = once * once * over;
      gains[k] = Math.max(floor, before[k] / (1 + before[k]));
    }
  };
}

/**
 * The sound with its steady noise turned down by so much at most.
 * @param x samples of one channel
 * @param mostDb how far the noise is turned down, decibels
 * @returns as many samples
 * @example denoised(samples, 48_000, 10);
 */
export function denoised(x: Float32Array, rateHz: number, mostDb: number): Float32Array {
  const size = frameSize(rateHz);
  return weighted(x, size, overNoise(noiseOf(x, rateHz, size), 10 ** (-mostDb / 20)));
}

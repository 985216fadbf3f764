import FFT from 'fft.js';

/** Speed of sound, m/s. */
const SPEED = 343;

type Place = readonly [number, number, number];

/**
 * How a bare rectangular room answers at one place to a click at another: every image of the source in its walls (Allen and Berkley
 * 1979), to the nearest sample.
 * @param sizeM length, width and height
 * @param absorption of every wall, a share of power
 */
export function shoebox(rateHz: number, sizeM: Place, absorption: number, from: Place, to: Place): Float64Array {
  const seconds = 1.1 * decayOf(sizeM, absorption);
  const answer = new Float64Array(Math.round(seconds * rateHz));
  const kept = Math.sqrt(1 - absorption);
  const imagesAlong = (m: number) => Math.min(14, Math.ceil((seconds * SPEED) / m / 2) + 1);
  const most = [imagesAlong(sizeM[0]), imagesAlong(sizeM[1]), imagesAlong(sizeM[2])] as const;
  for (let x = -most[0]; x <= most[0]; x++)
    for (let y = -most[1]; y <= most[1]; y++)
      for (let z = -most[2]; z <= most[2]; z++)
        for (let mirrored = 0; mirrored < 8; mirrored++) {
          let [squares, bounces] = [0, 0];
          for (const [axis, n] of [x, y, z].entries()) {
            const turned = (mirrored >> axis) & 1;
            squares += ((1 - 2 * turned) * from[axis]! + 2 * n * sizeM[axis]! - to[axis]!) ** 2;
            bounces += Math.abs(n - turned) + Math.abs(n);
          }
          const distance = Math.sqrt(squares);
          const at = Math.round((distance / SPEED) * rateHz);
          if (at < answer.length) answer[at]! += kept ** bounces / distance;
        }
  return answer;
}

/** How long such a room rings, seconds: Eyring's formula. */
export function decayOf([x, y, z]: Place, absorption: number): number {
  const walls = 2 * (x * y + x * z + y * z);
  return (24 * Math.LN10 * x * y * z) / (SPEED * -walls * Math.log(1 - absorption));
}

/** What comes straight against all that comes later than 2.5 ms after it, decibels. */
export function directOf(answer: Float64Array, rateHz: number): number {
  const first = answer.findIndex((v) => v > 0);
  const early = first + Math.round(0.0025 * rateHz);
  const power = (x: Float64Array) => x.reduce((sum, v) => sum + v * v, 0);
  return 10 * Math.log10(power(answer.subarray(0, early)) / power(answer.subarray(early)));
}

/** A sound as heard through an answer; as long as the sound. */
export function convolved(x: Float32Array, answer: Float64Array): Float32Array {
  const size = 2 ** Math.ceil(Math.log2(x.length + answer.length));
  const fft = new FFT(size);
  const spectrumOf = (samples: ArrayLike<number>) => {
    const padded = new Float64Array(size);
    padded.set(samples);
    const out = fft.createComplexArray();
    fft.realTransform(out, padded);
    fft.completeSpectrum(out);
    return out;
  };
  const [a, b, back] = [spectrumOf(x), spectrumOf(answer), fft.createComplexArray()];
  for (let k = 0; k < 2 * size; k += 2) {
    const [re, im] = [a[k]! * b[k]! - a[k + 1]! * b[k + 1]!, a[k]! * b[k + 1]! + a[k + 1]! * b[k]!];
    a[k] = re;
    a[k + 1] = im;
  }
  fft.inverseTransform(back, a);
  return Float32Array.from(x, (_, i) => back[2 * i]!);
}

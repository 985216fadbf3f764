import FFT from 'fft.js';

/** Each frame overlaps the next by three quarters. */
const OVERLAP = 4;

/** What is to be done to one frame. */
export interface Frame {
  /** Power of each bin from 0 to size / 2; over all bins the mean square of the frame. Used again for the next. */
  readonly powers: Float64Array;
  /** Factor of amplitude for each bin, to be filled. */
  readonly gains: Float64Array;
}

/** Spectra of frames of a size through the square root of a Hann window. */
class Spectra {
  readonly bins: number;
  readonly window: Float64Array;
  private readonly fft: FFT;
  private readonly spectrum: number[];
  private readonly back: number[];
  private readonly part: Float64Array;

  constructor(readonly size: number) {
    this.bins = size / 2 + 1;
    this.window = new Float64Array(size).map((_, i) => Math.sin((Math.PI * (i + 0.5)) / size));
    this.fft = new FFT(size);
    this.spectrum = this.fft.createComplexArray();
    this.back = this.fft.createComplexArray();
    this.part = new Float64Array(size);
  }

  /** What lies before the beginning and after the end is silence. */
  read(x: Float32Array, at: number, powers: Float64Array): void {
    const { size, part, window, spectrum, bins } = this;
    for (let i = 0; i < size; i++) {
      const from = at + i;
      part[i] = from < 0 || from >= x.length ? 0 : x[from] * window[i];
    }
    this.fft.realTransform(spectrum, part);
    const scale = 4 / (size * size);
    for (let k = 0; k < bins; k++) {
      const share = k === 0 || k === bins - 1 ? scale / 2 : scale;
      powers[k] = share * (spectrum[2 * k] ** 2 + spectrum[2 * k + 1] ** 2);
    }
  }

  /** The frame that was read last, weighted, added where it was. */
  write(gains: Float64Array, sums: Float64Array, at: number): void {
    const { size, window, spectrum, back, bins } = this;
    for (let k = 0; k < bins; k++) {
      spectrum[2 * k] *= gains[k];
      spectrum[2 * k + 1] *= gains[k];
    }
    this.fft.completeSpectrum(spectrum);
    this.fft.inverseTransform(back, spectrum);
    const to = Math.min(size, sums.length - at);
    for (let i = Math.max(0, -at); i < to; i++) sums[at + i] += (2 / OVERLAP) * back[2 * i] * window[i];
  }
}

/**
 * The sound with every bin of its spectrum weighted frame by frame, put together again without a seam (short-time Fourier
 * transform; any handbook): gains of 1 give the sound back.
 * @param x samples of one channel
 * @param size samples of a frame, a power of two
 * @param weigh fills the gains of a frame, in the order of the frames
 * @returns as many samples
 */
export function weighted(x: Float32Array, size: number, weigh: (frame: Frame) => void): Float32Array {
  const spectra = new Spectra(size);
  const frame = { powers: new Float64Array(spectra.bins), gains: new Float64Array(spectra.bins) };
  const sums = new Float64Array(x.length);
  const step = size / OVERLAP;
  for (let at = step - size; at < x.length; at += step) {
    spectra.read(x, at, frame.powers);
    weigh(frame);
    spectra.write(frame.gains, sums, at);
  }
  return Float32Array.from(sums);
}

/**
 * Powers of the same bins, of frames spread evenly over the sound; digital silence is left out.
 * @param most frames at most
 */
export function powersOf(x: Float32Array, size: number, most: number): readonly Float64Array[] {
  const spectra = new Spectra(size);
  const step = Math.max(size / 2, Math.ceil((x.length - size) / most));
  const all: Float64Array[] = [];
  for (let at = 0; at + size <= x.length; at += step) {
    if (x.subarray(at, at + size).every((v) => v === 0)) continue;
    const powers = new Float64Array(spectra.bins);
    spectra.read(x, at, powers);
    all.push(powers);
  }
  return all;
}

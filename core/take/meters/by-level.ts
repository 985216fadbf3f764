import type { Meter, TakeForm } from './meter';
import { aWeight, dbOf, type PowerSpectrum, powerSpectrum } from './power-spectrum';

/** Longest stretch of one spectrum, seconds: shorter than the gaps between words. */
const FRAME_S = 0.05;
const LEAST_FRAME = 256;
/** Spectra of a channel at most; of a longer take every second, third... stretch is taken. */
const MOST_FRAMES = 18_000;
const BIN_DB = 1;
const LOWEST_DB = -160;
const BINS = 200;
/** Speech is what stands less than this under the mean of speech (ITU-T P.56, from memory). */
const P56_MARGIN_DB = 15.9;
/** Quiet stretches: this much above the lowest tenth. */
const QUIET_DB = 3;
/** Where loud and quiet differ less there are no gaps to measure noise in. */
const LEAST_SPREAD_DB = 10;
/** Where so much is mute, and the quietest stretches differ by so much, the gaps are mute and these are the ends of words; est. */
const MUTE_GAPS = 0.05;
const FRINGE_DB = 4;

/** What a channel is made of: its loud stretches and its quiet ones. Powers by bin, each a mean square. */
export interface LevelFigures {
  readonly binHz: number;
  /** Mean power of stretches that hold speech (or whatever is loud), with its level. */
  readonly active: Float64Array;
  readonly activeDbfs: number;
  readonly activeDbfsA: number;
  /** Of the gaps; null where there are none. */
  readonly noise: Float64Array | null;
  readonly noiseDbfs: number | null;
  readonly noiseDbfsA: number | null;
  /** Share of stretches that hold no sound at all: every sample alike. */
  readonly mute: number;
}

/** Sorts short stretches by their A-weighted level and adds up the spectra of each level. */
export class LevelMeter implements Meter<LevelFigures | null> {
  private readonly spectrum: PowerSpectrum;
  private readonly every: number;
  private readonly weights: Float64Array;
  private readonly counts = new Uint32Array(BINS);
  private readonly sums: (Float64Array | null)[] = Array(BINS).fill(null);
  private readonly frame: Float32Array;
  private readonly powers: Float64Array;
  private filled = 0;
  private frames = 0;
  private mute = 0;

  private readonly rateHz: number;

  constructor({ rateHz, frames: totalFrames }: TakeForm) {
    this.rateHz = rateHz;
    const size = Math.max(LEAST_FRAME, 2 ** Math.floor(Math.log2(FRAME_S * rateHz)));
    this.spectrum = powerSpectrum(size);
    this.every = Math.max(1, Math.ceil(totalFrames / size / MOST_FRAMES));
    this.weights = Float64Array.from({ length: size / 2 + 1 }, (_, k) => aWeight((k * rateHz) / size));
    this.frame = new Float32Array(size);
    this.powers = new Float64Array(size / 2 + 1);
  }

  push(x: Float32Array): void {
    const { size } = this.spectrum;
    for (let at = 0; at < x.length; ) {
      const n = Math.min(size - this.filled, x.length - at);
      if (this.frames % this.every === 0) this.frame.set(x.subarray(at, at + n), this.filled);
      at += n;
      this.filled += n;
      if (this.filled < size) return;
      this.filled = 0;
      if (this.frames % this.every === 0) this.take();
      this.frames += 1;
    }
  }

  private take(): void {
    const first = this.frame[0];
    if (this.frame.every((v) => v === first)) {
      this.mute += 1;
      return;
    }
    this.powers.fill(0);
    this.spectrum.add(this.frame, 0, this.powers);
    let weighted = 0;
    for (let k = 0; k < this.powers.length; k++) weighted += this.powers[k] * this.weights[k];
    const bin = Math.max(0, Math.min(BINS - 1, Math.round((dbOf(weighted) - LOWEST_DB) / BIN_DB)));
    this.counts[bin] += 1;
    const sum = this.sums[bin] ?? new Float64Array(this.powers.length);
    for (let k = 0; k < sum.length; k++) sum[k] += this.powers[k];
    this.sums[bin] = sum;
  }

  /** Null where every stretch is mute. */
  end(): LevelFigures | null {
    const counted = this.counts.reduce((a, b) => a + b, 0);
    if (counted === 0) return null;
    const levelAt = (share: number): number => {
      let seen = 0;
      for (let bin = 0; bin < BINS; bin++) {
        seen += this.counts[bin];
        if (seen >= share * counted) return bin;
      }
      return BINS - 1;
    };
    const weightedOf = (p: Float64Array) => dbOf(p.reduce((sum, v, k) => sum + v * this.weights[k], 0));
    const flatOf = (p: Float64Array) => dbOf(p.reduce((sum, v) => sum + v, 0));
    // From the loudest down: what stands so far under the mean of what is taken is no part of it.
    let from = levelAt(0.95);
    for (let n = 0; n < 30; n++) {
      const mean = this.meanOf(from, BINS - 1)!;
      const next = Math.max(0, Math.ceil((weightedOf(mean) - P56_MARGIN_DB - LOWEST_DB) / BIN_DB));
      if (next >= from) break;
      from = next;
    }
    const active = this.meanOf(from, BINS - 1)!;
    const quiet = levelAt(0.1) + QUIET_DB / BIN_DB;
    const gaps = weightedOf(active) - (LOWEST_DB + quiet * BIN_DB) >= LEAST_SPREAD_DB;
    const mute = this.mute / (this.mute + counted);
    const isFringe = mute > MUTE_GAPS && (levelAt(0.1) - levelAt(0.02)) * BIN_DB > FRINGE_DB;
    const noise = gaps && !isFringe ? this.meanOf(0, quiet) : null;
    return {
      binHz: this.rateHz / this.spectrum.size,
      active,
      activeDbfs: flatOf(active),
      activeDbfsA: weightedOf(active),
      noise,
      noiseDbfs: noise && flatOf(noise),
      noiseDbfsA: noise && weightedOf(noise),
      mute,
    };
  }

  private meanOf(from: number, to: number): Float64Array | null {
    const mean = new Float64Array(this.powers.length);
    let count = 0;
    for (let bin = Math.max(0, from); bin <= Math.min(BINS - 1, to); bin++) {
      const sum = this.sums[bin];
      if (!sum) continue;
      count += this.counts[bin];
      for (let k = 0; k < mean.length; k++) mean[k] += sum[k];
    }
    return count > 0 ? mean.map((v) => v / count) : null;
  }
}

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
/**
 * Noise is what stays as it is: a pause of so long in which the level keeps within so much. The end of a word and its echo in
 * a room fall faster, and what is between two words of a hurried sentence is shorter. Both est.
 */
const PAUSE_S = 0.25;
const STEADY_DB = 6;
/** Noise: this much above the lowest tenth of what is steady. */
const QUIET_DB = 3;
/** Where so much of a take is steady nobody speaks in it; est. */
const STILL_SHARE = 0.7;
/** What is steady and less than this under the voice is a vowel held, or music. */
const LEAST_SPREAD_DB = 10;

/** What a channel is made of: its loud stretches and its quiet ones. Powers by bin, each a mean square. */
export interface LevelFigures {
  readonly binHz: number;
  /** Mean power of stretches that hold speech (or whatever is loud), with its level. */
  readonly active: Float64Array;
  readonly activeDbfs: number;
  readonly activeDbfsA: number;
  /** How long all of them are together, seconds. */
  readonly activeS: number;
  /** Of the gaps; null where there are none. */
  readonly noise: Float64Array | null;
  /** Of what stays as it is, however loud: the gaps; or, where nobody speaks, all of it. Null where nothing does. */
  readonly steady: Float64Array | null;
  readonly noiseDbfs: number | null;
  readonly noiseDbfsA: number | null;
  /** How long the gaps are that it was measured in, all together, seconds. */
  readonly noiseS: number;
  /** Share of stretches between the first sound and the last that hold none at all: every sample alike. */
  readonly mute: number;
}

/** Spectra added up by their level. */
class ByLevel {
  readonly counts = new Uint32Array(BINS);
  private readonly sums: (Float64Array | null)[] = Array(BINS).fill(null);

  constructor(private readonly size: number) {}

  add(bin: number, powers: Float64Array): void {
    this.counts[bin] += 1;
    const sum = this.sums[bin] ?? new Float64Array(this.size);
    for (let k = 0; k < sum.length; k++) sum[k] += powers[k];
    this.sums[bin] = sum;
  }

  count(from: number, to: number): number {
    let sum = 0;
    for (let bin = Math.max(0, from); bin <= Math.min(BINS - 1, to); bin++) sum += this.counts[bin];
    return sum;
  }

  /** The level under which this share of those up to `to` lies. */
  levelAt(share: number, to = BINS - 1): number {
    const wanted = share * this.count(0, to);
    let seen = 0;
    for (let bin = 0; bin <= to; bin++) {
      seen += this.counts[bin];
      if (seen >= wanted) return bin;
    }
    return to;
  }

  meanOf(from: number, to: number): Float64Array | null {
    const count = this.count(from, to);
    if (count === 0) return null;
    const mean = new Float64Array(this.size);
    for (let bin = Math.max(0, from); bin <= Math.min(BINS - 1, to); bin++) {
      const sum = this.sums[bin];
      if (sum) for (let k = 0; k < mean.length; k++) mean[k] += sum[k];
    }
    return mean.map((v) => v / count);
  }
}

/** Sorts short stretches by their A-weighted level and adds up the spectra of each level; those of steady stretches apart. */
export class LevelMeter implements Meter<LevelFigures | null> {
  private readonly spectrum: PowerSpectrum;
  private readonly every: number;
  private readonly weights: Float64Array;
  private readonly all: ByLevel;
  private readonly steady: ByLevel;
  private readonly frame: Float32Array;
  /** The last stretches, as many as a pause has, with whether they were counted as steady. */
  private readonly ring: { readonly powers: Float64Array; bin: number; isCounted: boolean }[];
  /** Stretches one after the other without anything left out between them. */
  private run = 0;
  private filled = 0;
  private frames = 0;
  private mute = 0;
  /** Mute stretches since the last sound. */
  private waiting = 0;

  private readonly rateHz: number;

  constructor({ rateHz, frames: totalFrames }: TakeForm) {
    this.rateHz = rateHz;
    const size = Math.max(LEAST_FRAME, 2 ** Math.floor(Math.log2(FRAME_S * rateHz)));
    this.spectrum = powerSpectrum(size);
    this.every = Math.max(1, Math.ceil(totalFrames / size / MOST_FRAMES));
    this.weights = new Float64Array(size / 2 + 1).map((_, k) => aWeight((k * rateHz) / size));
    this.frame = new Float32Array(size);
    this.all = new ByLevel(size / 2 + 1);
    this.steady = new ByLevel(size / 2 + 1);
    this.ring = Array.from({ length: Math.ceil((PAUSE_S * rateHz) / size) }, () => ({
      powers: new Float64Array(size / 2 + 1),
      bin: 0,
      isCounted: false,
    }));
  }

  push(x: Float32Array): void {
    const { size } = this.spectrum;
    for (let at = 0; at < x.length; ) {
      const n = Math.min(size - this.filled, x.length - at);
      const isTaken = this.isTaken();
      if (isTaken) this.frame.set(x.subarray(at, at + n), this.filled);
      at += n;
      this.filled += n;
      if (this.filled < size) return;
      this.filled = 0;
      if (isTaken) this.take();
      else this.run = 0;
      this.frames += 1;
    }
  }

  /** Of a long take every second, third... lot of stretches is looked at: lots, because a pause is several in a row. */
  private isTaken(): boolean {
    return Math.floor(this.frames / (2 * this.ring.length)) % this.every === 0;
  }

  private take(): void {
    const first = this.frame[0];
    if (this.frame.every((v) => v === first)) {
      // Before the first sound and after the last nothing closed: the file was cut so.
      if (this.all.count(0, BINS - 1) > 0) this.waiting += 1;
      this.run = 0;
      return;
    }
    this.mute += this.waiting;
    this.waiting = 0;
    const here = this.ring[this.frames % this.ring.length];
    here.powers.fill(0);
    here.isCounted = false;
    this.spectrum.add(this.frame, 0, here.powers);
    let weighted = 0;
    for (let k = 0; k < here.powers.length; k++) weighted += here.powers[k] * this.weights[k];
    here.bin = Math.max(0, Math.min(BINS - 1, Math.round((dbOf(weighted) - LOWEST_DB) / BIN_DB)));
    this.all.add(here.bin, here.powers);
    this.run += 1;
    if (this.run < this.ring.length) return;
    let [low, high] = [BINS, 0];
    for (const { bin } of this.ring) {
      low = Math.min(low, bin);
      high = Math.max(high, bin);
    }
    if ((high - low) * BIN_DB > STEADY_DB) return;
    for (const r of this.ring) {
      if (r.isCounted) continue;
      r.isCounted = true;
      this.steady.add(r.bin, r.powers);
    }
  }

  /** Null where every stretch is mute. */
  end(): LevelFigures | null {
    const { all, steady } = this;
    const counted = all.count(0, BINS - 1);
    if (counted === 0) return null;
    const weightedOf = (p: Float64Array) => dbOf(p.reduce((sum, v, k) => sum + v * this.weights[k], 0));
    const flatOf = (p: Float64Array) => dbOf(p.reduce((sum, v) => sum + v, 0));
    // From the loudest down: what stands so far under the mean of what is taken is no part of it.
    let from = all.levelAt(0.95);
    for (let n = 0; n < 30; n++) {
      const mean = all.meanOf(from, BINS - 1)!;
      const next = Math.max(0, Math.ceil((weightedOf(mean) - P56_MARGIN_DB - LOWEST_DB) / BIN_DB));
      if (next >= from) break;
      from = next;
    }
    const active = all.meanOf(from, BINS - 1)!;
    const highest = Math.floor((weightedOf(active) - LEAST_SPREAD_DB - LOWEST_DB) / BIN_DB);
    const quiet = Math.min(highest, steady.levelAt(0.1, highest) + QUIET_DB / BIN_DB);
    const noise = steady.meanOf(0, quiet);
    const isStill = steady.count(0, BINS - 1) >= STILL_SHARE * counted;
    const secondsOf = (stretches: number) => (stretches * this.every * this.spectrum.size) / this.rateHz;
    return {
      binHz: this.rateHz / this.spectrum.size,
      active,
      activeS: secondsOf(all.count(from, BINS - 1)),
      activeDbfs: flatOf(active),
      activeDbfsA: weightedOf(active),
      noise,
      steady: noise ?? (isStill ? steady.meanOf(0, BINS - 1) : null),
      noiseDbfs: noise && flatOf(noise),
      noiseDbfsA: noise && weightedOf(noise),
      noiseS: secondsOf(steady.count(0, quiet)),
      mute: this.mute / (this.mute + counted),
    };
  }
}

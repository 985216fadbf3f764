import { Marks } from './marks';
import type { Meter, TakeForm } from './meter';

/** So far back a piece may have come from: the largest buffers that are usual are 4096 samples, 85 ms at 48 kHz; common practice. */
const MOST_LAG_S = 0.1;
/** Fewer samples alike can be chance in a file of few bits; the smallest buffers that are usual are not found, est. */
const LEAST_RUN = 128;
/** A buffer that is stuck plays a few times; what goes on alike for longer is a tone that a machine made. Both est. */
const MOST_TIMES = 8;
const MOST_RUN_S = 1;
/** It must be sound: so high, and over so many steps of the file. */
const LEAST_SOUND = 0.003;
const LEAST_STEPS = 24;
/** What nearly repeats within itself is a tone; from one stroke of a voice to the next more changes than this share of its power, est. */
const TONE = 1e-3;
const TONE_SAMPLES = 512;
/** A window by whose sum a place is known again, and how many samples apart windows are remembered. */
const WINDOW = 32;
const APART = 16;
const PLACES = 1 << 13;
const FACTOR = 0x01000193;

/** The factor of the sample that leaves the window. */
const LEAVING = Array.from({ length: WINDOW }).reduce<number>((f) => Math.imul(f, FACTOR), 1);

/**
 * Pieces of sound that are played a second time to the last bit, as by a buffer that was not filled in time. Nothing that goes
 * through air or a converter does that, so that one is enough. Found by a running sum over the bits (Rabin and Karp 1987).
 */
export class RepeatMeter implements Meter<Marks> {
  private readonly repeats = new Marks(0.05);
  private readonly rateHz: number;
  private readonly mostLag: number;
  private readonly leastSound: number;
  /** The last samples, and the same as bits. */
  private readonly past: Float32Array;
  private readonly bits: Int32Array;
  private readonly mask: number;
  private readonly seen = new Int32Array(PLACES).fill(-1);
  private at = 0;
  private sum = 0;
  /** How many samples in a row have been the same. */
  private still = 0;
  private run: { readonly lag: number; frames: number; peak: number } | null = null;

  constructor({ rateHz, fullScale }: TakeForm) {
    this.rateHz = rateHz;
    this.mostLag = Math.round(MOST_LAG_S * rateHz);
    const step = fullScale === null ? 0 : (1 - fullScale) / 1.5;
    this.leastSound = Math.max(LEAST_SOUND, LEAST_STEPS * step);
    const size = 2 ** Math.ceil(Math.log2(2 * this.mostLag + TONE_SAMPLES + WINDOW));
    this.past = new Float32Array(size);
    this.bits = new Int32Array(this.past.buffer);
    this.mask = size - 1;
  }

  push(x: Float32Array): void {
    const { past, bits, mask, seen } = this;
    for (let i = 0; i < x.length; i++) {
      const at = this.at++;
      const place = at & mask;
      const leaving = bits[(at - WINDOW) & mask];
      const before = bits[(at - 1) & mask];
      past[place] = x[i];
      const now = bits[place];
      this.still = now === before ? this.still + 1 : 0;
      this.sum = (Math.imul(this.sum, FACTOR) + now - Math.imul(leaving, LEAVING)) | 0;
      const { run } = this;
      if (run) {
        if (now === bits[(at - run.lag) & mask]) {
          run.frames += 1;
          const height = Math.abs(x[i]);
          if (height > run.peak) run.peak = height;
          continue;
        }
        this.judge(run, at);
        this.run = null;
      }
      const key = (this.sum ^ (this.sum >>> 13)) & (PLACES - 1);
      if (this.still < WINDOW >> 1) {
        const known = seen[key];
        if (known >= 0 && at - known >= LEAST_RUN && at - known <= this.mostLag) this.run = this.runAt(at, at - known);
      }
      if (at % APART === 0) seen[key] = at;
    }
  }

  end(): Marks {
    if (this.run) this.judge(this.run, this.at);
    return this.repeats;
  }

  /** A run of samples that are as they were so much earlier, from its beginning to here; null where the sums were alike by chance. */
  private runAt(at: number, lag: number): RepeatMeter['run'] {
    const { past, bits, mask } = this;
    let frames = 0;
    let peak = 0;
    while (
      frames < WINDOW + APART &&
      frames <= at - lag &&
      bits[(at - frames) & mask] === bits[(at - frames - lag) & mask]
    ) {
      peak = Math.max(peak, Math.abs(past[(at - frames) & mask]));
      frames += 1;
    }
    return frames < WINDOW ? null : { lag, frames, peak };
  }

  /** @param end the first sample that is not as before */
  private judge({ lag, frames, peak }: NonNullable<RepeatMeter['run']>, end: number): void {
    if (frames < LEAST_RUN || frames > MOST_TIMES * lag || frames > MOST_RUN_S * this.rateHz) return;
    if (peak < this.leastSound || this.isTone(lag, end)) return;
    this.repeats.add((end - frames) / this.rateHz, frames / this.rateHz);
  }

  /** Does the piece nearly repeat within itself? */
  private isTone(lag: number, end: number): boolean {
    const { past, mask } = this;
    const length = Math.min(TONE_SAMPLES, lag);
    let power = 0;
    for (let k = 1; k <= length; k++) power += past[(end - k) & mask] ** 2;
    for (let p = 4; p < 0.75 * lag; p++) {
      let rest = 0;
      for (let k = 1; k <= length && rest <= TONE * power; k++) {
        rest += (past[(end - k) & mask] - past[(end - k - p) & mask]) ** 2;
      }
      if (rest <= TONE * power) return true;
    }
    return false;
  }
}

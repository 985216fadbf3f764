import { type Mark, Marks } from './marks';
import type { Meter, TakeForm } from './meter';

/** A gap of equal samples this long is no part of a sound; up to this long it is a dropout, not a pause. */
const [LEAST_GAP_S, MOST_GAP_S] = [0.002, 2];
/** Sound stood on both sides of it, this high a few milliseconds before and after. */
const LEAST_SOUND = 0.003;
/** In steps of the file: what fades through a few of them comes to stand still by itself; est. */
const LEAST_STEPS = 6;
const BESIDE_S = 0.004;
/** A gap lies this low against what was before it. */
const REST = 0.3;
/**
 * In a pause the noise itself tells: it never stands still for so long, and where it stops and goes on it does so from so many
 * steps of the file, while what fades goes down to the last one. Longer ones are cuts. All est.
 */
const [LEAST_HOLE_S, MOST_HOLE_S] = [0.005, 0.25];
const HOLE_STEPS = 4;
const LEAST_NOISE = 1e-5;
/** Of the noise of the 30 ms before: a hand or a gate turns it down by more before it stops. */
const STEADY = 0.4;
/**
 * A take that is silent to the last bit for so much of it is so by habit: it was gated, cut or made by a machine. There only
 * what breaks off counts, with a jump of so much of the usual height; what stops for a consonant fades. Both est.
 */
const HABIT = 0.05;
const JUMP = 0.25;
/** A click's bend against every other for so long before and after: longer than from one stroke of a voice to the next. */
const CLICK_RATIO = 7;
const LEAST_CLICK = 0.008;
const ALONE_S = 0.014;
/** Samples that are looked at together, and how many of a click's own bends there are. */
const CHUNK_S = 0.002;
const OWN = 3;

/** The sharpest bend of a chunk, and the sharpest but for its neighbours. */
interface Bend {
  readonly at: number;
  readonly size: number;
  readonly other: number;
  readonly peak: number;
}

export interface BreakFigures {
  readonly dropouts: Marks;
  /** Of these, the ones with a jump. */
  readonly brokenOff: Marks;
  readonly clicks: { readonly count: number; readonly marks: readonly Mark[] };
}

/** Dropouts that count in a take of which so much is silent to the last bit. */
export const dropoutsIn = ({ dropouts, brokenOff }: BreakFigures, mute: number): Marks =>
  isMuteByHabit(mute) ? brokenOff : dropouts;

/** Whether so much of a take is silent to the last bit that it was gated, cut or made by a machine. */
export const isMuteByHabit = (mute: number): boolean => mute > HABIT;

/** Dropouts (the sound stops dead and goes on) and clicks (one jump) of one channel. */
export class BreakMeter implements Meter<BreakFigures> {
  private readonly dropouts = new Marks(0.05);
  private readonly brokenOff = new Marks(0.05);
  private heights = 0;
  private heard = 0;
  private readonly clicks = new Marks(0.02);
  private readonly chunk: number;
  private readonly around: number;
  private filled = 0;
  private readonly part: Float32Array;
  /** How sharply the wave bends at each sample of the chunk. */
  private readonly bends: Float64Array;
  /** The last chunks, the oldest first: twice as many as a click must stand alone for, and the one that is judged. */
  private readonly past: Bend[] = [];
  private frames = 0;
  private last = 0;
  private before = 0;
  private run = 0;
  private runLevel = 0;
  private isSteady = false;
  private beforeRun = 0;
  private pending: {
    readonly at: number;
    readonly frames: number;
    readonly jumps: boolean;
    readonly least: number;
    left: number;
  } | null = null;

  private readonly leastSound: number;
  private readonly leastNoise: number;

  /** @param step between one value that the file can hold and the next; 0 where that does not matter. */
  private readonly rateHz: number;

  constructor({ rateHz, fullScale }: TakeForm) {
    this.rateHz = rateHz;
    // What is full scale lies one and a half steps below 1.
    const step = fullScale === null ? 0 : (1 - fullScale) / 1.5;
    this.leastSound = Math.max(LEAST_SOUND, LEAST_STEPS * step);
    this.leastNoise = Math.max(LEAST_NOISE, HOLE_STEPS * step);
    this.chunk = Math.max(16, Math.round(CHUNK_S * rateHz));
    this.around = Math.ceil(ALONE_S / CHUNK_S);
    this.part = new Float32Array(this.chunk);
    this.bends = new Float64Array(this.chunk);
  }

  push(x: Float32Array): void {
    for (let at = 0; at < x.length; ) {
      const n = Math.min(this.chunk - this.filled, x.length - at);
      if (n === this.chunk) this.take(x, at);
      else {
        this.part.set(x.subarray(at, at + n), this.filled);
        this.filled += n;
        if (this.filled < this.chunk) return;
        this.filled = 0;
        this.take(this.part, 0);
      }
      at += n;
      this.frames += this.chunk;
    }
  }

  end(): BreakFigures {
    return { dropouts: this.dropouts, brokenOff: this.brokenOff, clicks: this.clicksAlone() };
  }

  /** Clicks without those at which the sound stops or goes on: they are told as dropouts. */
  private clicksAlone(): { readonly count: number; readonly marks: readonly Mark[] } {
    const edges = this.dropouts.kept.flatMap((d) => [d.at, d.at + d.lengthS]);
    const marks = this.clicks.kept.filter((c) => !edges.some((e) => Math.abs(c.at - e) < 2 * ALONE_S));
    return { count: this.clicks.count - (this.clicks.kept.length - marks.length), marks };
  }

  private take(x: Float32Array, from: number): void {
    const { chunk, bends } = this;
    this.follow(x, from);
    let { last, before } = this;
    let [size, at, peak] = [0, 0, 0];
    for (let i = 0; i < chunk; i++) {
      const v = x[from + i];
      // No branch: the sign of a bend is chance, and a processor that guesses it is wrong every other time.
      const a = Math.abs(v);
      if (a > peak) peak = a;
      const bend = Math.abs(v - 2 * last + before);
      bends[i] = bend;
      if (bend > size) {
        size = bend;
        at = i;
      }
      before = last;
      last = v;
    }
    // How loud it was before a run of equal samples that began in this chunk or goes on into it.
    if (this.run < chunk) {
      this.runLevel = Math.max(peak, this.past.at(-1)?.peak ?? 0);
      this.isSteady = this.past.every((p) => p.peak * STEADY <= this.runLevel);
    }
    this.last = last;
    this.before = before;
    if (peak > this.leastSound) {
      this.heights += peak;
      this.heard += 1;
    }
    const other = size > LEAST_CLICK ? this.sharpestBut(at) : 0;
    this.past.push({ at: this.frames + at, size, other, peak });
    if (this.past.length > 2 * this.around + 1) this.past.shift();
    this.judge();
    if (!this.pending) return;
    this.pending.left -= chunk;
    if (peak > this.pending.least) {
      const { at: from, frames, jumps } = this.pending;
      for (const marks of jumps ? [this.dropouts, this.brokenOff] : [this.dropouts])
        marks.add(from / this.rateHz, frames / this.rateHz);
      this.pending = null;
    } else if (this.pending.left <= 0) this.pending = null;
  }

  /**
   * Follow a run of equal samples into the next chunk, and to its end. One that begins and ends within a chunk is no
   * longer than a chunk, which is too short for a gap: only what a chunk begins and ends with counts.
   */
  private follow(x: Float32Array, from: number): void {
    const { chunk, last } = this;
    let lead = 0;
    while (lead < chunk && x[from + lead] === last) lead += 1;
    this.run += lead;
    if (lead === chunk) return;
    if (this.run > LEAST_GAP_S * this.rateHz) this.gap(this.frames + lead, this.run, last, x[from + lead]);
    let left = from + chunk - 1;
    while (left > from + lead && x[left] === x[left - 1]) left -= 1;
    this.run = from + chunk - 1 - left;
    this.beforeRun = left > from ? x[left - 1] : last;
  }

  /** The sharpest bend of the chunk but for those beside a sample. */
  private sharpestBut(at: number): number {
    const { bends, chunk } = this;
    let most = 0;
    for (let i = 0; i < at - OWN; i++) if (bends[i] > most) most = bends[i];
    for (let i = at + OWN + 1; i < chunk; i++) if (bends[i] > most) most = bends[i];
    return most;
  }

  /** Equal samples in a row are over: were they a gap in a sound? At the top of the wave they are clipping. */
  private gap(frame: number, run: number, value: number, next: number): void {
    const low = Math.abs(value) < REST * this.runLevel;
    const jump = Math.max(Math.abs(this.beforeRun - value), Math.abs(next - value));
    const jumps = jump * this.heard > JUMP * this.heights;
    const isGap = low && run <= MOST_GAP_S * this.rateHz && this.runLevel > this.leastSound;
    const isHole =
      value === 0 &&
      run >= LEAST_HOLE_S * this.rateHz &&
      run <= MOST_HOLE_S * this.rateHz &&
      this.isSteady &&
      this.runLevel > this.leastNoise &&
      Math.abs(this.beforeRun) + Math.abs(next) > 0;
    if (!isGap && !isHole) return;
    const least = isGap ? this.leastSound : this.leastNoise;
    this.pending = { at: frame - run, frames: run, jumps: isGap && jumps, least, left: BESIDE_S * this.rateHz };
  }

  /** The chunk in the middle: does its bend stand alone? The onset of a word or a knock goes on, a voice strikes again. */
  private judge(): void {
    if (this.past.length < 2 * this.around + 1) return;
    const click = this.past[this.around];
    if (click.size < LEAST_CLICK || click.size < CLICK_RATIO * click.other) return;
    for (const p of this.past) {
      if (p === click) continue;
      // Of a chunk beside it the click's own bends do not count.
      const size = Math.abs(p.at - click.at) <= OWN ? p.other : p.size;
      if (click.size < CLICK_RATIO * size) return;
    }
    this.clicks.add(click.at / this.rateHz, 0);
  }
}

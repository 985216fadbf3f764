import { type Mark, Marks } from './marks';

/** A gap of equal samples this long is no part of a sound; up to this long it is a dropout, not a pause. */
const [LEAST_GAP_S, MOST_GAP_S] = [0.002, 2];
/** Sound stood on both sides of it, this high a few milliseconds before and after. */
const LEAST_SOUND = 0.003;
const BESIDE_S = 0.004;
/** A gap lies this low against what was before it. */
const REST = 0.3;
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

/** Dropouts (the sound stops dead and goes on) and clicks (one jump) of one channel. */
export class Breaks {
  readonly dropouts = new Marks(0.05);
  private readonly clicks = new Marks(0.02);
  private readonly chunk: number;
  private readonly around: number;
  private filled = 0;
  private readonly part: Float32Array;
  /** The last chunks, the oldest first: twice as many as a click must stand alone for, and the one that is judged. */
  private readonly past: Bend[] = [];
  private frames = 0;
  private last = 0;
  private before = 0;
  private run = 0;
  private runLevel = 0;
  private pending: { readonly at: number; readonly frames: number; left: number } | null = null;

  constructor(private readonly rateHz: number) {
    this.chunk = Math.max(16, Math.round(CHUNK_S * rateHz));
    this.around = Math.ceil(ALONE_S / CHUNK_S);
    this.part = new Float32Array(this.chunk);
  }

  push(x: Float32Array): void {
    for (let at = 0; at < x.length; ) {
      const n = Math.min(this.chunk - this.filled, x.length - at);
      this.part.set(x.subarray(at, at + n), this.filled);
      at += n;
      this.filled += n;
      if (this.filled < this.chunk) return;
      this.filled = 0;
      this.take();
      this.frames += this.chunk;
    }
  }

  /** Clicks without those at which the sound stops or goes on: they are told as dropouts. */
  clicksAlone(): { readonly count: number; readonly marks: readonly Mark[] } {
    const edges = this.dropouts.kept.flatMap((d) => [d.at, d.at + d.lengthS]);
    const marks = this.clicks.kept.filter((c) => !edges.some((e) => Math.abs(c.at - e) < 2 * ALONE_S));
    return { count: this.clicks.count - (this.clicks.kept.length - marks.length), marks };
  }

  private take(): void {
    const { part, chunk } = this;
    const leastRun = LEAST_GAP_S * this.rateHz;
    const ends = [this.before, this.last] as const;
    let { last, before, run } = this;
    let [size, at, peak] = [0, 0, 0];
    for (let i = 0; i < chunk; i++) {
      const v = part[i];
      if (v === last) run += 1;
      else if (run > 0) {
        if (run > leastRun) this.gap(this.frames + i, run, last);
        run = 0;
      }
      if (v > peak) peak = v;
      else if (-v > peak) peak = -v;
      const turn = v - 2 * last + before;
      if (turn > size) {
        size = turn;
        at = i;
      } else if (-turn > size) {
        size = -turn;
        at = i;
      }
      before = last;
      last = v;
    }
    // How loud it was before a run of equal samples that began in this chunk or goes on into it.
    if (run === 0 || run < chunk) this.runLevel = Math.max(peak, this.past.at(-1)?.peak ?? 0);
    this.last = last;
    this.before = before;
    this.run = run;
    const other = size > LEAST_CLICK ? this.sharpestBut(at, ends) : 0;
    this.past.push({ at: this.frames + at, size, other, peak });
    if (this.past.length > 2 * this.around + 1) this.past.shift();
    this.judge();
    if (!this.pending) return;
    this.pending.left -= chunk;
    if (peak > LEAST_SOUND) {
      this.dropouts.add(this.pending.at / this.rateHz, this.pending.frames / this.rateHz);
      this.pending = null;
    } else if (this.pending.left <= 0) this.pending = null;
  }

  /** The sharpest bend of the chunk but for those beside a sample; with the two samples before the chunk. */
  private sharpestBut(at: number, [before, last]: readonly [number, number]): number {
    let most = 0;
    for (let i = 0; i < this.chunk; i++) {
      if (Math.abs(i - at) <= OWN) continue;
      const [a, b] = [i > 1 ? this.part[i - 2] : i > 0 ? last : before, i > 0 ? this.part[i - 1] : last];
      most = Math.max(most, Math.abs(this.part[i] - 2 * b + a));
    }
    return most;
  }

  /** Equal samples in a row are over: were they a gap in a sound? At the top of the wave they are clipping. */
  private gap(frame: number, run: number, value: number): void {
    const low = Math.abs(value) < REST * this.runLevel;
    if (low && run <= MOST_GAP_S * this.rateHz && this.runLevel > LEAST_SOUND) {
      this.pending = { at: frame - run, frames: run, left: BESIDE_S * this.rateHz };
    }
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

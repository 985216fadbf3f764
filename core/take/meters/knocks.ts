import type { Meter, TakeForm } from './meter';
import { STRIDE_S, type Strides, strideFrames } from './strides';

/** It comes out of what was before by so much within one step or two, and is down again by so much soon after; est. */
const [RISE_DB, FALL_DB] = [18, 12];
const [BEFORE_S, AFTER_S] = [0.03, 0.09];
/** Around it it is quiet for so long, but for other knocks: a consonant of speech has its word before or after it; est. */
const [QUIET_BEFORE_S, QUIET_AFTER_S] = [0.3, 0.25];
const strides = (seconds: number): number => Math.round(seconds / STRIDE_S);
const [BEFORE, AFTER, SINCE, UNTIL] = [BEFORE_S, AFTER_S, QUIET_BEFORE_S, QUIET_AFTER_S].map(strides);
/** Its own decay is over. */
const LATE = Math.round(AFTER * 0.6);
const LEAST_AFTER = strides(0.15);
const LEAST_DBFS = -40;
const MOST_KEPT = 500;
const APART_S = 0.12;

export interface Knock {
  readonly at: number;
  readonly dbfs: number;
}

/** Taps on the microphone and claps: sudden, short and far above what is around them. Of one channel. */
export class KnockMeter implements Meter<readonly Knock[]> {
  private readonly found: Knock[] = [];
  private readonly step: number;
  private readonly levels: Float64Array;
  private done = 0;
  private squares = 0;
  private filled = 0;

  private readonly rateHz: number;

  constructor({ rateHz }: TakeForm) {
    this.rateHz = rateHz;
    this.step = strideFrames(rateHz);
    this.levels = new Float64Array(SINCE + UNTIL + 4).fill(-200);
  }

  /** The next piece: of any length, or by its strides, where one that is not whole is the end. */
  push(x: Float32Array, strides?: Strides): void {
    if (strides) {
      for (let j = 0; (j + 1) * strides.frames <= x.length && j < strides.count; j++) this.add(strides.squares[j]);
      return;
    }
    for (let at = 0; at < x.length; ) {
      const n = Math.min(this.step - this.filled, x.length - at);
      for (let i = at; i < at + n; i++) this.squares += x[i] * x[i];
      this.filled += n;
      at += n;
      if (this.filled < this.step) return;
      this.add(this.squares);
      this.squares = 0;
      this.filled = 0;
    }
  }

  /** Those that are sure by now: what is around the last of them is known. */
  soFar(): readonly Knock[] {
    return [...this.found];
  }

  /** All of them, those just before the end of the file among them, if some of the quiet after them is there. */
  end(): readonly Knock[] {
    const found = [...this.found];
    for (let here = Math.max(0, this.done - UNTIL); here < this.done - LEAST_AFTER; here++) {
      const knock = this.judge(here, found.at(-1));
      if (knock) found.push(knock);
    }
    return found;
  }

  private add(squares: number): void {
    this.levels[this.done % this.levels.length] = 10 * Math.log10(squares / this.step + 1e-20);
    this.done += 1;
    const knock = this.judge(this.done - 1 - UNTIL, this.found.at(-1));
    if (!knock) return;
    this.found.push(knock);
    // Of an input that is listened to for hours the last ones count.
    if (this.found.length > MOST_KEPT) this.found.shift();
  }

  /** Whether there is a knock in a stretch; what came `QUIET_AFTER_S` after it is known by then, or nothing came. */
  private judge(here: number, last: Knock | undefined): Knock | null {
    // Most are quiet, and are left at once.
    if (here < BEFORE || this.levels[here % this.levels.length] < LEAST_DBFS) return null;
    const level = this.levelAt(here);
    const seconds = (here * this.step) / this.rateHz;
    if (level - this.levelAt(here - 2) < RISE_DB || seconds - (last?.at ?? -1) < APART_S) return null;
    if (this.levelAt(here + 1) > level + 3 && this.levelAt(here - 1) < level - 3) return null;
    // The loudest before it, its own rise left out; where it begins the file nothing is known of before.
    let [loudestBefore, loudestLate] = [-200, -200];
    for (let s = here - BEFORE; s <= here - 2; s++) loudestBefore = Math.max(loudestBefore, this.levelAt(s));
    for (let s = here + LATE; s <= here + AFTER; s++) loudestLate = Math.max(loudestLate, this.levelAt(s));
    if (level - loudestBefore < RISE_DB || level - loudestLate < FALL_DB) return null;
    if (level - this.usual(here - SINCE, here - 2) < RISE_DB) return null;
    return level - this.usual(here + LATE, here + UNTIL) < FALL_DB ? null : { at: seconds, dbfs: level };
  }

  /** The level that half of some strides lie under. */
  private usual(from: number, to: number): number {
    const levels = Array.from({ length: to - from + 1 }, (_, i) => this.levelAt(from + i)).sort((a, b) => a - b);
    return levels[levels.length >> 1];
  }

  private levelAt(step: number): number {
    return step < 0 || step >= this.done ? -200 : this.levels[step % this.levels.length];
  }
}

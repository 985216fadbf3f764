import type { Meter, TakeForm } from './meter';
import { STRIDE_S, type Strides, strideFrames } from './strides';

/** It comes out of what was before by so much within one step or two, and is down again by so much soon after. */
const [RISE_DB, FALL_DB] = [18, 12];
const [BEFORE_S, AFTER_S] = [0.03, 0.09];
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
    this.levels = new Float64Array(Math.round((BEFORE_S + AFTER_S) / STRIDE_S) + 2).fill(-200);
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

  end(): readonly Knock[] {
    return [...this.found];
  }

  private add(squares: number): void {
    this.levels[this.done % this.levels.length] = 10 * Math.log10(squares / this.step + 1e-20);
    this.done += 1;
    this.judge();
  }

  /** The stretch that lies `AFTER_S` back is judged: what came after it is known by now. */
  private judge(): void {
    const after = Math.round(AFTER_S / STRIDE_S);
    const before = Math.round(BEFORE_S / STRIDE_S);
    const here = this.done - 1 - after;
    // Most are quiet, and are left at once.
    if (here < 0 || this.levels[here % this.levels.length] < LEAST_DBFS) return;
    const level = this.levelAt(here);
    const seconds = (here * this.step) / this.rateHz;
    if (level - this.levelAt(here - 2) < RISE_DB || seconds - (this.found.at(-1)?.at ?? -1) < APART_S) return;
    if (this.levelAt(here + 1) > level + 3 && this.levelAt(here - 1) < level - 3) return;
    // The loudest before it, its own rise left out; where it begins the file nothing is known of before.
    let [loudestBefore, loudestLate] = [-200, -200];
    for (let s = here - before; s <= here - 2; s++) loudestBefore = Math.max(loudestBefore, this.levelAt(s));
    for (let s = here + Math.round(after * 0.6); s <= here + after; s++)
      loudestLate = Math.max(loudestLate, this.levelAt(s));
    if (here < before || level - loudestBefore < RISE_DB || level - loudestLate < FALL_DB) return;
    this.found.push({ at: seconds, dbfs: level });
    // Of an input that is listened to for hours the last ones count.
    if (this.found.length > MOST_KEPT) this.found.shift();
  }

  private levelAt(step: number): number {
    return step < 0 ? -200 : this.levels[step % this.levels.length];
  }
}

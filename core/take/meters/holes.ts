import { itemAt } from '../../algorithms';
import { LevelCounts } from './level-counts';
import type { Mark } from './marks';
import type { Meter, TakeForm } from './meter';
import { Strides, strideFrames } from './strides';

/** Before and after a hole sound stands for so long, and in the hole itself it is quiet for so long; strides. */
const [BESIDE, LEAST, MOST] = [10, 7, 500];
/** It begins where the level lies so far under what was before, and ends where it is back to less. */
const [BEGIN_DB, BACK_DB] = [16, 12];
/** An edge is over in so many strides: a mouth closes slower, what a radio mutes fades within 8 ms. */
const EDGE = 4;
const EDGE_FROM_DB = 10;
const SETTLED_DB = 5;
/** Within, it stays as it is: from its tenth to its last tenth, and from its first half to its second. All est. */
const [SPREAD_DB, DRIFT_DB] = [8, 3];
/** How deep one must be, how alike its two sides, and how near to the loudest tenth of the take. */
const [DEEP_DB, SIDES_DB, LOUD_DB] = [26, 8, 12];
/** What a mute lets through is not what pauses hold: so much softer than their noise, or louder and hissing. */
const UNLIKE_DB = 8;
/** A pause lies so far under the loudest tenth; est. */
const PAUSE_DB = 20;
/** Of hiss: the mean square of its steps against its own, 2 of white noise; a murmur behind closed lips has a tenth. */
const HISS_STEPS = 0.8;
/** Levels kept before those that are judged are let go; the floor is looked for in stretches of so many strides. */
const KEPT = 16_384;
const FLOOR_STRIDES = 15;
/** The loudest tenth of a take, and the softest of its pauses: a voice that was cut or gated once is so between its letters too. */
const [LOUD_SHARE, SOFT_SHARE] = [0.9, 0.03];
const MOST_HOLES = 4000;

export interface Hole extends Mark {
  /** What it is filled with: less than the pauses hold, or hiss. One that holds what they hold may be closed lips. */
  readonly kind: 'muted' | 'hiss';
}

interface Candidate extends Mark {
  readonly beside: number;
  readonly floor: number;
  readonly steps: number;
}

const dbOf = (power: number): number => 10 * Math.log10(power + 1e-18);

/**
 * Stretches of a few milliseconds to a second in the middle of a sound in which there is none: what a radio mutes, with a fade
 * at both ends and with hiss in it or nothing. Unlike the closed lips of a p, they begin and end within 8 ms, do not change
 * from end to end, and hold another noise than the pauses.
 */
export class HoleMeter implements Meter<readonly Hole[]> {
  private levels = new Float64Array(KEPT);
  private steps = new Float64Array(KEPT);
  private count = 0;
  /** Strides that were let go. */
  private gone = 0;
  private at = BESIDE + 2;
  private readonly heard = new LevelCounts();
  private readonly floors = new LevelCounts();
  private floor = 0;
  private floorCount = 0;
  private readonly own: Strides;
  private readonly strideS: number;
  private readonly found: Candidate[] = [];

  constructor({ rateHz }: TakeForm) {
    this.own = new Strides(strideFrames(rateHz));
    this.strideS = strideFrames(rateHz) / rateHz;
  }

  push(x: Float32Array, strides: Strides = this.own.measure(x)): void {
    const { frames } = strides;
    for (let j = 0; j < strides.count; j++) {
      const n = Math.min(frames, x.length - j * frames);
      const mean = strides.sum[j] / n;
      // Without what is slower than a stride: hum and rumble of an input go on where the voice does not.
      const power = Math.max(0, strides.squares[j] / n - mean * mean);
      if (this.count === KEPT) this.judge(false);
      const db = dbOf(power);
      this.levels[this.count] = db;
      // Only of what is soft beside what was before it, which few strides are.
      this.steps[this.count] =
        this.count > BESIDE && db < this.levels[this.count - BESIDE] - BACK_DB && power > 0
          ? stepsOf(x, j * frames, n) / power
          : Number.NaN;
      this.count += 1;
      this.heard.add(power);
      this.floor += power;
      this.floorCount += 1;
      if (this.floorCount < FLOOR_STRIDES) continue;
      this.floors.add(this.floor / FLOOR_STRIDES);
      this.floor = 0;
      this.floorCount = 0;
    }
  }

  end(): readonly Hole[] {
    this.judge(true);
    const loudest = this.heard.at(LOUD_SHARE);
    const loud = loudest - LOUD_DB;
    // A hole is no pause, nor what they are told by.
    for (const { floor, lengthS } of this.found)
      this.floors.leaveOut(floor, Math.round(lengthS / this.strideS / FLOOR_STRIDES));
    const pause = this.floors.at(SOFT_SHARE);
    // Without any, nothing is unlike them: notes that are played short have rests as sharp.
    if (pause > loudest - PAUSE_DB) return [];
    return this.found.flatMap<Hole>(({ at, lengthS, beside, floor, steps }) => {
      if (beside < loud) return [];
      if (floor < pause - UNLIKE_DB) return [{ at, lengthS, kind: 'muted' }];
      return floor > pause + UNLIKE_DB && steps > HISS_STEPS ? [{ at, lengthS, kind: 'hiss' }] : [];
    });
  }

  /** Look at all levels that have enough behind them, and let them go. */
  private judge(isLast: boolean): void {
    const until = this.count - BESIDE - 4 - (isLast ? 0 : MOST);
    for (; this.at < until; this.at++) {
      const before = this.mean(this.at - BESIDE - 2, this.at - 2);
      if (this.levels[this.at] > before - BEGIN_DB) continue;
      let end = this.at;
      while (end - this.at < MOST && end < this.count - BESIDE - 4 && this.levels[end] < before - BACK_DB) end += 1;
      const hole = this.holeAt(this.at, end, before);
      if (hole && this.found.length < MOST_HOLES) this.found.push(hole);
      this.at = end;
    }
    if (isLast) return;
    const keep = Math.min(this.at - BESIDE - EDGE - 4, this.count);
    this.levels.copyWithin(0, keep, this.count);
    this.steps.copyWithin(0, keep, this.count);
    this.count -= keep;
    this.gone += keep;
    this.at -= keep;
  }

  private holeAt(from: number, to: number, before: number): Candidate | null {
    const { levels } = this;
    if (to - from < LEAST || to - from >= MOST) return null;
    const after = this.mean(to + 2, to + 2 + BESIDE);
    if (Math.abs(before - after) > SIDES_DB) return null;
    const sorted = [...levels.subarray(from, to)].sort((a, b) => a - b);
    const floor = itemAt(sorted, sorted.length >> 1);
    if (Math.min(before, after) - floor < DEEP_DB) return null;
    // From where sound still stands to where it has settled, at both ends.
    let [outer, inner] = [from, from];
    while (outer > 1 && levels[outer - 1] < before - EDGE_FROM_DB && from - outer < EDGE + 1) outer -= 1;
    while (inner < to && levels[inner] > floor + SETTLED_DB) inner += 1;
    let [last, back] = [to, to];
    while (last > inner && levels[last - 1] > floor + SETTLED_DB) last -= 1;
    while (back < this.count - 1 && levels[back] < after - EDGE_FROM_DB && back - to < EDGE + 1) back += 1;
    if (Math.max(inner - outer, back - last) > EDGE || last - inner < 3) return null;
    const within = [...levels.subarray(inner, last)].sort((a, b) => a - b);
    const tenth = Math.floor(within.length / 10);
    if (itemAt(within, within.length - 1 - tenth) - itemAt(within, tenth) > SPREAD_DB) return null;
    const middle = (inner + last) >> 1;
    if (Math.abs(this.mean(inner, middle) - this.mean(middle, last)) > DRIFT_DB) return null;
    const steps = [...this.steps.subarray(inner, last)].filter((s) => !Number.isNaN(s)).sort((a, b) => a - b);
    return {
      at: (this.gone + outer) * this.strideS,
      lengthS: (back - outer) * this.strideS,
      beside: Math.min(before, after),
      floor,
      steps: steps.length > 0 ? itemAt(steps, steps.length >> 1) : 0,
    };
  }

  /** Mean level of some strides, by power. */
  private mean(from: number, to: number): number {
    let sum = 0;
    for (let i = from; i < to; i++) sum += 10 ** (this.levels[i] / 10);
    return dbOf(sum / Math.max(1, to - from));
  }
}

/** The mean square of the steps from one sample to the next. */
function stepsOf(x: Float32Array, from: number, frames: number): number {
  let sum = 0;
  for (let i = from + 1; i < from + frames; i++) sum += (x[i] - x[i - 1]) ** 2;
  return sum / Math.max(1, frames - 1);
}

import { itemAt } from '../../algorithms';
import { butterworth, Chain } from '../../filter';
import { LevelCounts } from './level-counts';
import { type Mark, Marks } from './marks';
import type { Meter, TakeForm } from './meter';

/**
 * Below a voice: what air and hands move. It goes on below every string and key; what has less than a tenth of itself lower
 * still is a tone. What it is set beside lies above. Orders of Butterworth filters. All est.
 */
const [LOW_HZ, LOW_ORDER] = [40, 6];
const [LOWER_HZ, LOWER_ORDER] = [20, 10];
const OVER_LOWER = 10;
/** The sharper filter answers so many short stretches later. */
const LATER = 3;
const [ABOVE_HZ, ABOVE_ORDER] = [60, 4];
const LOUD_SHARE = 0.8;
const READ_HZ = 4000;
/** A puff of breath stands out of stretches as short as this; what is steady is told from what swings in longer ones. */
const [SHORT_S, LONG_S] = [0.02, 0.26];
/** Places are kept by height, for what the voice is is known at the end only; dB. */
const [LOWEST_DBFS, STEP_DB, HEIGHTS] = [-60, 1.5, 41];
/** So long a puff or a bump lasts; what is over sooner is the beat of a deep voice. */
const [LEAST_S, MOST_S] = [0.03, 0.4];
const NEAR_S = 0.15;
/** A filter that begins at nothing rings with an offset for so long. */
const SETTLES_S = 0.15;
/** A puff booms when it is as loud as the voice; what is nearly so for a fifth of a take, and for so long, is no puff. All est. */
const RUMBLE_LEAST_S = 1.5;
export const RUMBLE_UNDER_DB = 10;
const RUMBLE_SHARE = 0.2;
/** From its softest tenth to its loudest: wind and hands swing, traffic and fans do not; est. */
const SWINGS_DB = 8;

export interface LowFigures {
  /** Puffs of breath and bumps as loud as the voice. */
  readonly pops: { readonly count: number; readonly marks: readonly Mark[] };
  /** What goes on below the voice: how far under it, for which share of the take, and whether it swings. Null where it does not matter. */
  readonly rumble: { readonly underDb: number; readonly share: number; readonly swings: boolean } | null;
}

/** What was measured below the voice, to be set beside it. */
export interface LowLevels {
  /** By height: places that reach it and are over soon. */
  readonly places: readonly Marks[];
  /** Levels of long stretches. */
  readonly low: LevelCounts;
  /** The same of what lies above. */
  readonly above: LevelCounts;
}

/** @param activeDbfsA the A-weighted level of what is spoken */
export function lowOf({ places, low, above }: LowLevels, activeDbfsA: number): LowFigures {
  // A bass has little that A-weighting leaves, and a hum is told by itself: the louder of both is what it is set beside.
  const voiceDbfs = Math.max(activeDbfsA, above.at(LOUD_SHARE));
  const height = Math.ceil((voiceDbfs - LOWEST_DBFS) / STEP_DB);
  const pops = places[Math.max(0, height)];
  const least = voiceDbfs - RUMBLE_UNDER_DB;
  const share = low.shareFrom(least);
  const isRumble = share > RUMBLE_SHARE && low.from(least) * LONG_S > RUMBLE_LEAST_S;
  return {
    pops: pops && !isRumble ? { count: pops.count, marks: pops.kept } : { count: 0, marks: [] },
    rumble: isRumble
      ? {
          underDb: voiceDbfs - low.at(0.9),
          share,
          swings: low.at(0.9) - low.at(0.1) >= SWINGS_DB,
        }
      : null,
  };
}

interface Powers {
  readonly low: number;
  readonly lower: number;
  readonly above: number;
}

const isTone = (low: number, lower: number): boolean => low > OVER_LOWER * lower;

/** Adds up the powers of a stretch. */
class Stretch {
  count = 0;
  private low = 0;
  private lower = 0;
  private above = 0;
  add(low: number, lower: number, above: number): void {
    this.count += 1;
    this.low += low * low;
    this.lower += lower * lower;
    this.above += above * above;
  }
  powers(): Powers {
    const { count, low, lower, above } = this;
    return { low: low / count, lower: lower / count, above: above / count };
  }
  clear(): void {
    [this.count, this.low, this.lower, this.above] = [0, 0, 0, 0];
  }
}

/** Listens below the voice: puffs of breath at the mic, wind, hands, traffic. Of one channel. */
export class LowMeter implements Meter<LowLevels> {
  private readonly every: number;
  private readonly rateHz: number;
  private readonly low: Chain;
  private readonly lower: Chain;
  private readonly above: Chain;
  private readonly places = Array.from({ length: HEIGHTS }, () => new Marks(NEAR_S));
  /** Since when it has been over each height; negative where it is not. */
  private readonly since = new Float64Array(HEIGHTS).fill(-1);
  private readonly lows = new LevelCounts();
  private mean = 0;
  private sum = 0;
  private summed = 0;
  private read = 0;
  private readonly aboves = new LevelCounts();
  private readonly past: Powers[] = [];
  private judged = 0;
  /** All that was low, up to what is judged; all that was lower still, up to what is judged and up to what was read. */
  private sumLow = 0;
  private sumLowerJudged = 0;
  private sumLower = 0;
  /** The same where each height was reached. */
  private readonly lowBefore = new Float64Array(HEIGHTS);
  private readonly lowerBefore = new Float64Array(HEIGHTS);
  private readonly short = new Stretch();
  private readonly long = new Stretch();

  constructor({ rateHz }: TakeForm) {
    this.every = Math.max(1, Math.round(rateHz / READ_HZ));
    this.rateHz = rateHz / this.every;
    this.low = new Chain(butterworth('low', LOW_HZ, this.rateHz, LOW_ORDER));
    this.lower = new Chain(butterworth('low', LOWER_HZ, this.rateHz, LOWER_ORDER));
    this.above = new Chain(butterworth('high', ABOVE_HZ, this.rateHz, ABOVE_ORDER));
  }

  push(x: Float32Array): void {
    // A plain mean is filter enough: its gaps lie where what is folded would come to lie below the voice.
    for (let i = 0; i < x.length; ) {
      const until = Math.min(x.length, i + this.every - this.summed);
      this.summed += until - i;
      for (; i < until; i++) this.sum += x[i];
      if (this.summed < this.every) return;
      this.take(this.sum / this.every);
      this.sum = 0;
      this.summed = 0;
    }
  }

  end(): LowLevels {
    for (let n = 0; n <= LATER; n++) {
      this.past.push({ low: 0, lower: 0, above: 0 });
      this.settle();
    }
    return { places: this.places, low: this.lows, above: this.aboves };
  }

  private take(value: number): void {
    this.read += 1;
    // An offset of the converter is none of it: followed slowly, and at once in the beginning.
    this.mean += (value - this.mean) / Math.min(this.read, this.rateHz);
    const v = value - this.mean;
    const [low, lower, above] = [this.low.next(v), this.lower.next(v), this.above.next(v)];
    if (this.read < SETTLES_S * this.rateHz) return;
    this.short.add(low, lower, above);
    this.long.add(low, lower, above);
    if (this.short.count >= SHORT_S * this.rateHz) {
      this.past.push(this.short.powers());
      this.short.clear();
      this.settle();
    }
    if (this.long.count < LONG_S * this.rateHz) return;
    const whole = this.long.powers();
    this.lows.add(isTone(whole.low, whole.lower) ? 0 : whole.low);
    this.aboves.add(whole.above);
    this.long.clear();
  }

  /** The sharper filter answers later: a stretch is judged when that has come. */
  private settle(): void {
    this.sumLower += itemAt(this.past, this.past.length - 1).lower;
    if (this.past.length <= LATER) return;
    const { low, lower } = this.past.shift() as Powers;
    this.judged += 1;
    const end = SETTLES_S + SHORT_S * this.judged;
    const dbfs = 10 * Math.log10(low + 1e-20);
    for (let h = 0; h < HEIGHTS; h++) {
      const isOver = dbfs >= LOWEST_DBFS + STEP_DB * h;
      const from = this.since[h];
      if (isOver && from < 0) {
        this.since[h] = end - SHORT_S;
        this.lowBefore[h] = this.sumLow;
        this.lowerBefore[h] = this.sumLowerJudged;
      }
      if (isOver || from < 0) continue;
      const lengthS = end - SHORT_S - from;
      const tone = isTone(this.sumLow - this.lowBefore[h], this.sumLower - this.lowerBefore[h]);
      if (lengthS >= LEAST_S && lengthS <= MOST_S && !tone) this.places[h].add(from, lengthS);
      this.since[h] = -1;
    }
    this.sumLow += low;
    this.sumLowerJudged += lower;
  }
}

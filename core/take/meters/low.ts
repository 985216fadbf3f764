import { itemAt } from '../../algorithms';
import { butterworth, type Section } from '../../filter';
import { type Mark, Marks } from './marks';
import type { Meter, TakeForm } from './meter';

/** Below a voice and below the mains, which this takes down by 12 dB and more: what air and hands move. */
const LOW_HZ = 40;
const ORDER = 6;
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
const [BINS, LOWEST_BIN_DB] = [160, -140];

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
  /** Counts of long stretches by their level, one decibel a bin. */
  readonly counts: Uint32Array;
}

/** @param voiceDbfs the level of what is spoken, without what lies below a voice */
export function lowOf({ places, counts }: LowLevels, voiceDbfs: number): LowFigures {
  const height = Math.ceil((voiceDbfs - LOWEST_DBFS) / STEP_DB);
  const pops = places[Math.max(0, height)];
  const all = counts.reduce((a, b) => a + b, 0);
  const levelAt = (share: number): number => {
    let seen = 0;
    for (let bin = 0; bin < BINS; bin++) {
      seen += itemAt(counts, bin);
      if (seen > share * all) return bin + LOWEST_BIN_DB;
    }
    return LOWEST_BIN_DB;
  };
  const loud = counts.reduce((sum, n, bin) => sum + (bin + LOWEST_BIN_DB >= voiceDbfs - RUMBLE_UNDER_DB ? n : 0), 0);
  const share = all === 0 ? 0 : loud / all;
  const isRumble = share > RUMBLE_SHARE && loud * LONG_S > RUMBLE_LEAST_S;
  return {
    pops: pops && !isRumble ? { count: pops.count, marks: pops.kept } : { count: 0, marks: [] },
    rumble: isRumble
      ? { underDb: voiceDbfs - levelAt(0.9), share, swings: levelAt(0.9) - levelAt(0.1) >= SWINGS_DB }
      : null,
  };
}

/** Listens below the voice: puffs of breath at the mic, wind, hands, traffic. Of one channel. */
export class LowMeter implements Meter<LowLevels> {
  private readonly every: number;
  private readonly rateHz: number;
  private readonly filter: readonly Section[];
  /** Of each section the last two values that went in and that came out. */
  private readonly state: Float64Array;
  private readonly places = Array.from({ length: HEIGHTS }, () => new Marks(NEAR_S));
  /** Since when it has been over each height; negative where it is not. */
  private readonly since = new Float64Array(HEIGHTS).fill(-1);
  private readonly counts = new Uint32Array(BINS);
  private mean = 0;
  private sum = 0;
  private summed = 0;
  private read = 0;
  private squares = 0;
  private inShort = 0;
  private long = 0;
  private inLong = 0;

  constructor({ rateHz }: TakeForm) {
    this.every = Math.max(1, Math.round(rateHz / READ_HZ));
    this.rateHz = rateHz / this.every;
    this.filter = butterworth('low', LOW_HZ, this.rateHz, ORDER);
    this.state = new Float64Array(4 * this.filter.length);
  }

  push(x: Float32Array): void {
    // A plain mean is filter enough: its gaps lie where what is folded would come to lie below the voice.
    for (let i = 0; i < x.length; ) {
      const until = Math.min(x.length, i + this.every - this.summed);
      this.summed += until - i;
      for (; i < until; i++) this.sum += x[i];
      if (this.summed < this.every) return;
      this.take(this.low(this.sum / this.every));
      this.sum = 0;
      this.summed = 0;
    }
  }

  end(): LowLevels {
    this.heard(-200);
    return { places: this.places, counts: this.counts };
  }

  private low(value: number): number {
    const { filter, state } = this;
    let v = value;
    for (let s = 0; s < filter.length; s++) {
      const { b0, b1, b2, a1, a2 } = filter[s];
      const k = 4 * s;
      const y = b0 * v + b1 * state[k] + b2 * state[k + 1] - a1 * state[k + 2] - a2 * state[k + 3];
      state[k + 1] = state[k];
      state[k] = v;
      state[k + 3] = state[k + 2];
      state[k + 2] = Math.abs(y) < 1e-30 ? 0 : y;
      v = y;
    }
    return v;
  }

  private take(v: number): void {
    this.read += 1;
    // An offset of the converter is none of it: followed slowly, and at once in the beginning.
    this.mean += (v - this.mean) / Math.min(this.read, this.rateHz);
    if (this.read < SETTLES_S * this.rateHz) return;
    const square = (v - this.mean) ** 2;
    this.squares += square;
    this.inShort += 1;
    this.long += square;
    this.inLong += 1;
    if (this.inShort >= SHORT_S * this.rateHz) {
      this.heard(10 * Math.log10(this.squares / this.inShort + 1e-20));
      this.squares = 0;
      this.inShort = 0;
    }
    if (this.inLong < LONG_S * this.rateHz) return;
    const level = 10 * Math.log10(this.long / this.inLong + 1e-20);
    this.counts[Math.max(0, Math.min(BINS - 1, Math.floor(level - LOWEST_BIN_DB)))] += 1;
    this.long = 0;
    this.inLong = 0;
  }

  private heard(dbfs: number): void {
    const now = this.read / this.rateHz;
    for (let h = 0; h < HEIGHTS; h++) {
      const isOver = dbfs >= LOWEST_DBFS + STEP_DB * h;
      const from = this.since[h];
      if (isOver && from < 0) this.since[h] = now - SHORT_S;
      if (isOver || from < 0) continue;
      const lengthS = now - SHORT_S - from;
      if (lengthS >= LEAST_S && lengthS <= MOST_S) this.places[h].add(from, lengthS);
      this.since[h] = -1;
    }
  }
}

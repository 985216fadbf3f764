import { itemAt } from '../../algorithms';
import { type Meter, SHORT_S, type TakeForm } from './meter';
import { type PowerSpectrum, powerSpectrum } from './power-spectrum';

/** Levels are taken so often, each of twice as long a stretch. */
const HOP_S = 0.01;
/** The bands a voice is heard in, each an octave: what dies away in one is not hidden by another. */
const EDGES_HZ = [300, 600, 1200, 2400, 4800];
const BANDS = EDGES_HZ.length - 1;
/** So much of a take is looked at, in lots spread over it: how a room answers does not change. Seconds. */
const MOST_S = 90;
const LOT_S = 6;
/** Falls are taken over so many levels: within a syllable, where the direct sound leads, and from one to the next. */
const WINDOWS = [6, 24] as const;
/** A fall begins no further than so under the loudest, and ends no nearer than so to the softest, decibels. */
const [UNDER_TOP_DB, OVER_FLOOR_DB] = [20, 6];
/** The steepest: this share of all windows falls faster. */
const STEEPEST = 0.03;
const LEAST_FALLS = 400;

/** How a room is heard in a voice. */
export interface RoomFigures {
  /** How long what a room adds takes to die away by 60 dB, seconds, and between which it may lie. */
  readonly decayS: number;
  readonly decayRangeS: readonly [number, number];
  /** The voice as it comes straight, against all that the room adds, decibels, and between which it may lie. */
  readonly directDb: number;
  readonly directRangeDb: readonly [number, number];
}

/**
 * Of one channel. A dry voice falls steeply when a syllable is over. What a room adds dies away at the room's own pace: the less
 * it is than the voice, the further the voice falls before that is heard. So the steepest falls within a syllable and over
 * several tell both how long a room rings and how loud it is (by the decay rates of speech, after Wen, Habets and Naylor 2008).
 */
export class RoomMeter implements Meter<RoomFigures | null> {
  private readonly spectrum: PowerSpectrum;
  private readonly hop: number;
  private readonly bins: readonly (readonly [number, number])[];
  private readonly ring: Float32Array;
  private readonly powers: Float64Array;
  private filled = 0;
  private hops = 0;
  private readonly lot: number;
  private readonly every: number;
  /** Levels of each band, in decibels; where a lot begins. */
  private readonly levels: number[][] = Array.from({ length: BANDS }, () => []);
  private readonly begins: number[] = [];
  private readonly isTold: boolean;

  constructor({ rateHz, frames }: TakeForm) {
    this.hop = Math.round(HOP_S * rateHz);
    const taken = 2 * this.hop;
    const size = 2 ** Math.ceil(Math.log2(taken));
    this.spectrum = powerSpectrum(size, taken);
    this.powers = new Float64Array(size / 2 + 1);
    this.ring = new Float32Array(taken);
    this.bins = Array.from({ length: BANDS }, (_, b) => [
      Math.round((itemAt(EDGES_HZ, b) * size) / rateHz),
      Math.round((itemAt(EDGES_HZ, b + 1) * size) / rateHz),
    ]);
    this.lot = Math.round(LOT_S / HOP_S);
    this.every = Math.max(1, Math.ceil(frames / rateHz / MOST_S));
    this.isTold = frames >= SHORT_S * rateHz && rateHz >= 2 * itemAt(EDGES_HZ, BANDS);
  }

  push(x: Float32Array): void {
    if (!this.isTold) return;
    const { hop, ring } = this;
    for (let at = 0; at < x.length; ) {
      const n = Math.min(hop - this.filled, x.length - at);
      ring.set(x.subarray(at, at + n), hop + this.filled);
      at += n;
      this.filled += n;
      if (this.filled < hop) return;
      this.filled = 0;
      const isFirst = this.hops % this.lot === 0;
      if (Math.floor(this.hops / this.lot) % this.every === 0) {
        if (isFirst) this.begins.push(itemAt(this.levels, 0).length);
        this.take();
      }
      this.hops += 1;
      ring.copyWithin(0, hop);
    }
  }

  private take(): void {
    const { powers, bins, levels } = this;
    powers.fill(0);
    this.spectrum.add(this.ring, 0, powers);
    for (let b = 0; b < BANDS; b++) {
      const [from, to] = bins[b];
      let sum = 1e-14;
      for (let k = from; k < to; k++) sum += powers[k];
      levels[b].push(10 * Math.log10(sum));
    }
  }

  /** Null where a take is too short, or too little of it falls. */
  end(): RoomFigures | null {
    const [fast, slow] = WINDOWS.map((w) => this.steepest(w));
    return fast === undefined || slow === undefined || fast === null || slow === null ? null : roomOf(fast, slow);
  }

  /** How fast the steepest windows of a length fall, decibels a second. */
  private steepest(length: number): number | null {
    const middle = (length - 1) / 2;
    const all = (length * (length ** 2 - 1)) / 12;
    const falls: number[] = [];
    for (const levels of this.levels) {
      const sorted = [...levels].sort((a, b) => a - b);
      const [floor, top] = [0.05, 0.95].map((share) => sorted[Math.floor(share * sorted.length)]);
      for (const [n, begin] of this.begins.entries()) {
        const end = this.begins[n + 1] ?? levels.length;
        for (let i = begin; i + length <= end; i++) {
          if (levels[i] < top! - UNDER_TOP_DB) continue;
          let [sum, least] = [0, Number.POSITIVE_INFINITY];
          for (let k = 0; k < length; k++) {
            const level = levels[i + k];
            sum += (k - middle) * level;
            if (level < least) least = level;
          }
          if (least >= floor! + OVER_FLOOR_DB) falls.push(-sum / all / HOP_S);
        }
      }
    }
    if (falls.length < LEAST_FALLS) return null;
    falls.sort((a, b) => b - a);
    return itemAt(falls, Math.floor(STEEPEST * falls.length));
  }
}

/** Rooms and places in them: how long each rings, seconds, and how far the voice stands over it, decibels. */
const DECAYS_S = [0.2, 0.3, 0.5, 0.8, 1.2, 2, 3];
const DIRECTS_DB = [20, 15, 10, 5, 0, -6];
/**
 * The steepest falls there, decibels a second, within a syllable and over several: the middle of eight voices (read and made by a
 * machine) in rooms whose answer is noise that dies away evenly (Polack 1988). A row for each room, a column for each place.
 */
const FAST = [
  [671, 559, 465, 396, 360, 347],
  [593, 495, 397, 322, 289, 277],
  [548, 447, 349, 271, 225, 214],
  [523, 430, 332, 245, 192, 179],
  [520, 421, 323, 231, 178, 153],
  [513, 412, 312, 222, 165, 135],
  [490, 405, 307, 222, 161, 122],
];
const SLOW = [
  [312, 287, 262, 247, 231, 224],
  [247, 224, 204, 187, 179, 176],
  [192, 169, 145, 127, 118, 115],
  [166, 141, 115, 94, 80, 77],
  [151, 126, 101, 78, 61, 54],
  [142, 118, 93, 69, 48, 37],
  [136, 114, 89, 65, 44, 30],
];
/** Voices differ by so much in the same room, as a share: within a syllable, and over several, where some are slow themselves. */
const [FAST_SPREAD, SLOW_SPREAD] = [0.08, 0.1];
/** What no room would do by so many of these spreads, together, is no voice in a room: notes that ring, a machine. */
const MOST_OFF = 3;
/** Places that are off by so little more than the best one may be it too. */
const AS_GOOD = 2;
/** A slow voice itself falls no faster than so over several syllables: then the room may be the shortest of all. */
const SLOW_VOICE = 122;
const STEPS = 40;

/** The room and the place in it whose falls are most like these; null where none is. */
function roomOf(fast: number, slow: number): RoomFigures | null {
  const places: { decayS: number; directDb: number; off: number }[] = [];
  for (let i = 0; i <= STEPS; i++) {
    for (let j = 0; j <= STEPS; j++) {
      const [row, column] = [(i / STEPS) * (DECAYS_S.length - 1), (j / STEPS) * (DIRECTS_DB.length - 1)];
      const off = Math.hypot(
        Math.log(fast / at(FAST, row, column)) / FAST_SPREAD,
        Math.log(slow / at(SLOW, row, column)) / SLOW_SPREAD,
      );
      places.push({ decayS: at([DECAYS_S], 0, row), directDb: at([DIRECTS_DB], 0, column, 1), off });
    }
  }
  const best = places.reduce((a, b) => (b.off < a.off ? b : a));
  if (best.off > MOST_OFF) return null;
  const alike = places.filter((p) => p.off <= best.off + AS_GOOD);
  const range = (of: (p: (typeof alike)[0]) => number) =>
    [Math.min(...alike.map(of)), Math.max(...alike.map(of))] as const;
  const [leastS, mostS] = range((p) => p.decayS);
  return {
    decayS: best.decayS,
    decayRangeS: [slow > SLOW_VOICE ? itemAt(DECAYS_S, 0) : leastS, mostS],
    directDb: best.directDb,
    directRangeDb: range((p) => p.directDb),
  };
}

/** A table between its rows and columns, by ratios; or by differences where `plain`. */
function at(table: readonly (readonly number[])[], row: number, column: number, plain = 0): number {
  const [r, c] = [Math.min(table.length - 1, Math.floor(row)), Math.floor(column)];
  const [below, beside] = [Math.min(table.length - 1, r + 1), Math.min(itemAt(table, 0).length - 1, c + 1)];
  const value = (i: number, k: number) => {
    const v = itemAt(itemAt(table, i), k);
    return plain ? v : Math.log(v);
  };
  const along = (i: number) => value(i, c) + (value(i, beside) - value(i, c)) * (column - c);
  const mean = along(r) + (along(below) - along(r)) * (row - r);
  return plain ? mean : Math.exp(mean);
}

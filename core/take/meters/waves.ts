import { Marks } from './marks';
import type { Meter, TakeForm } from './meter';
import { dbOf } from './power-spectrum';
import { Strides, strideFrames } from './strides';

/** Samples at the file's full scale in a row that make a clip: one alone may be a true peak. */
const LEAST_RUN = 3;
const NEAR_S = 0.3;
/** Beyond full scale by more than rounding: only floating point holds it. */
const BEYOND = 1.0001;
/** Half waves this near the highest are its tops, decibels. */
const TOP_DB = 0.3;
const BIN_DB = 0.1;
const BINS = 1000;
/** A top is flat where most of what lies within 7 % of it lies within 1.5 %: of a sine 46 % does. Hum and noise may lie on it. */
const FLAT = { close: 0.985, near: 0.93, share: 0.62, leastSamples: 4 };
/** So many flat tops, and this share of all, make a ceiling. */
const LEAST_TOPS = 8;
const FLAT_SHARE = 0.4;
const LEAST_PEAK = 0.02;
/** Strides that are looked at together: about the longest half wave of a voice. */
const TOGETHER = 5;
/** Half waves lower than this share of the highest so far are not looked at. */
const TOLD = 0.4;
/**
 * What was clipped and then filtered or coded has no flat tops left, but its half waves pile up at one level: more lie within a
 * narrow band there than beneath it, where those of a voice grow fewer towards the top. Bands of half a decibel, one to three of
 * them together against the next six; so many, and so many times as many. And they are wide, as tops are that were cut: a
 * limiter makes a pile of pointed ones. In several places, as a vowel that is held has one height too. All est, from voices of three packages, clipped by 3 to 12 dB and coded.
 */
const PILE = {
  bandDb: 0.5,
  widest: 3,
  under: 6,
  leastHalves: 25,
  times: 1.5,
  sigmas: 4,
  leastS: 0.0004,
  high: 0.8,
  leastPlaces: 3,
  wider: 1.1,
};
/** What may stand above a pile: ripples of the filter. */
const ABOVE_SHARE = 0.25;

export interface WaveFigures {
  readonly peakDbfs: number;
  readonly peakAt: number;
  readonly rmsDbfs: number;
  /** Steady offset as a share of full scale. */
  readonly dc: number;
  readonly clips: Marks;
  /** Where the wave ends flat below full scale: decibels of that ceiling, and where. */
  readonly ceiling: {
    readonly dbfs: number;
    readonly tops: number;
    readonly marks: Marks;
    /** How it is known: by tops that are flat, or by many of one height. */
    readonly by: 'flat' | 'piled';
  } | null;
}

/** Half waves of about one height. */
interface Band {
  count: number;
  /** Of each the share of it that is high. */
  wide: number;
  readonly marks: Marks;
}

/** Peak, mean square, offset, and tops that are cut off: of one channel, sample by sample. */
export class WaveMeter implements Meter<WaveFigures> {
  private peak = 0;
  private peakFrame = 0;
  private sum = 0;
  private squares = 0;
  private frames = 0;
  private run = 0;
  private readonly clips = new Marks(NEAR_S);
  private readonly all = new Uint32Array(BINS);
  private readonly flat = new Uint32Array(BINS);
  private readonly flatMarks = Array.from({ length: BINS }, () => null as Marks | null);
  private readonly bands = Array.from({ length: Math.round((BINS * BIN_DB) / PILE.bandDb) }, () => null as Band | null);
  private half = new Float32Array(4096);
  private halfLength = 0;
  private halfPeak = 0;

  private readonly rateHz: number;
  private readonly fullScale: number | null;

  constructor({ rateHz, fullScale }: TakeForm) {
    this.rateHz = rateHz;
    this.fullScale = fullScale;
  }

  push(x: Float32Array, strides = new Strides(strideFrames(this.rateHz)).measure(x)): void {
    for (let j = 0; j < strides.count; j += TOGETHER) this.chunk(x, strides, j, Math.min(strides.count, j + TOGETHER));
    this.frames += x.length;
  }

  /** Sums of all; only where it is loud is every sample looked at. */
  private chunk(x: Float32Array, strides: Strides, first: number, last: number): void {
    let { sum, squares } = this;
    let most = 0;
    for (let j = first; j < last; j++) {
      sum += strides.sum[j];
      squares += strides.squares[j];
      most = Math.max(most, strides.most(j));
    }
    const [from, to] = [first * strides.frames, Math.min(x.length, last * strides.frames)];
    this.sum = sum;
    this.squares = squares;
    if (most > LEAST_PEAK && most > TOLD * this.peak) {
      this.tops(x, from, to);
      return;
    }
    if (this.run > 0) this.endRun(this.frames + from, this.run);
    // What goes on into a loud chunk later on has no top here.
    this.run = 0;
    this.halfLength = 0;
    this.halfPeak = 0;
    if (most > this.peak) this.tops(x, from, to);
  }

  private tops(x: Float32Array, from: number, to: number): void {
    const ceiling = this.fullScale ?? 1;
    const { half } = this;
    // What changes with every sample is kept at hand: a field would be written to memory each time.
    let { peak, halfPeak, halfLength, run } = this;
    let up = half[0] > 0;
    for (let i = from; i < to; i++) {
      const v = x[i];
      const a = Math.abs(v);
      if (a > peak) {
        peak = a;
        this.peakFrame = this.frames + i;
      }
      if (a >= ceiling) run += 1;
      else if (run > 0) {
        this.endRun(this.frames + i, run);
        run = 0;
      }
      if (halfLength > 0 && v > 0 !== up) {
        if (halfPeak > LEAST_PEAK && halfPeak > TOLD * peak) this.endHalf(this.frames + i, halfPeak, halfLength);
        halfLength = 0;
        halfPeak = 0;
      }
      if (halfLength === 0) up = v > 0;
      if (halfLength < half.length) half[halfLength] = v;
      halfLength += 1;
      if (a > halfPeak) halfPeak = a;
    }
    this.peak = peak;
    this.halfPeak = halfPeak;
    this.halfLength = halfLength;
    this.run = run;
  }

  end(): WaveFigures {
    if (this.run > 0) this.endRun(this.frames, this.run);
    if (this.halfPeak > LEAST_PEAK) this.endHalf(this.frames, this.halfPeak, this.halfLength);
    return {
      peakDbfs: 2 * dbOf(this.peak),
      peakAt: this.peakFrame / this.rateHz,
      rmsDbfs: dbOf(this.squares / this.frames),
      dc: this.sum / this.frames,
      // What a file of floating point holds beyond full scale is all there: nothing was cut off.
      clips: this.fullScale === null && this.peak > BEYOND ? new Marks(NEAR_S) : this.clips,
      ceiling: this.ceiling(),
    };
  }

  private endRun(frame: number, run: number): void {
    if (run >= LEAST_RUN) this.clips.add((frame - run) / this.rateHz, run / this.rateHz);
  }

  /** A loud half wave is over: is its top flat? */
  private endHalf(frame: number, halfPeak: number, halfLength: number): void {
    const { half } = this;
    const length = Math.min(halfLength, half.length);
    const [closeTo, nearTo, highTo] = [FLAT.close * halfPeak, FLAT.near * halfPeak, PILE.high * halfPeak];
    let close = 0;
    let near = 0;
    let high = 0;
    for (let i = 0; i < length; i++) {
      const a = half[i] < 0 ? -half[i] : half[i];
      if (a >= highTo) high += 1;
      if (a >= nearTo) near += 1;
      if (a >= closeTo) close += 1;
    }
    const bin = binOf(halfPeak);
    this.all[bin] += 1;
    if (halfLength >= PILE.leastS * this.rateHz) {
      const at = bandOf(bin);
      this.bands[at] ??= { count: 0, wide: 0, marks: new Marks(NEAR_S) };
      this.bands[at].count += 1;
      this.bands[at].wide += high / halfLength;
      this.bands[at].marks.add((frame - halfLength) / this.rateHz, halfLength / this.rateHz);
    }
    if (close < FLAT.leastSamples || close < FLAT.share * near) return;
    this.flat[bin] += 1;
    this.flatMarks[bin] ??= new Marks(NEAR_S);
    this.flatMarks[bin].add((frame - halfLength) / this.rateHz, halfLength / this.rateHz);
  }

  private ceiling(): WaveFigures['ceiling'] {
    const isAtFullScale = this.peak >= (this.fullScale ?? 1) && !(this.fullScale === null && this.peak > BEYOND);
    if (this.peak < LEAST_PEAK || isAtFullScale) return null;
    const top = binOf(this.peak);
    let [all, flat, levels] = [0, 0, 0];
    const found: Marks[] = [];
    for (let bin = top; bin <= top + TOP_DB / BIN_DB; bin++) {
      all += this.all[bin];
      flat += this.flat[bin];
      levels += this.flat[bin] * levelOf(bin);
      const marks = this.flatMarks[bin];
      if (marks) found.push(marks);
    }
    if (flat < LEAST_TOPS || flat < FLAT_SHARE * all) return this.piled();
    return { dbfs: levels / flat, tops: flat, marks: together(found), by: 'flat' };
  }

  /** Is there a level at which half waves pile up? */
  private piled(): WaveFigures['ceiling'] {
    const count = (from: number, to: number): number => {
      let sum = 0;
      for (let b = Math.max(0, from); b <= to; b++) sum += this.bands[b]?.count ?? 0;
      return sum;
    };
    const width = (from: number, to: number): number => {
      let sum = 0;
      for (let b = from; b <= to; b++) sum += this.bands[b]?.wide ?? 0;
      return sum / Math.max(1, count(from, to));
    };
    const top = this.bands.findIndex((b) => b !== null);
    // Lower ones were not looked at.
    const lowest = bandOf(binOf(Math.max(LEAST_PEAK, TOLD * this.peak))) - 1;
    for (let first = top; first < lowest; first++) {
      for (let wide = 1; wide <= PILE.widest; wide++) {
        const last = first + wide - 1;
        if (last + 1 + PILE.under > lowest) break;
        const [pile, above] = [count(first, last), count(top, first - 1)];
        // The band beside it has its foot.
        const under = [last + 2, last + 1 + PILE.under] as const;
        const usual = (count(...under) * wide) / PILE.under;
        const isPile =
          pile >= PILE.leastHalves &&
          pile >= PILE.times * usual &&
          pile - usual >= PILE.sigmas * Math.sqrt(usual + 1) &&
          above <= ABOVE_SHARE * pile;
        if (!isPile || usual === 0 || width(first, last) <= PILE.wider * width(...under)) continue;
        const marks = together(this.bands.slice(first, last + 1).flatMap((b) => (b ? [b.marks] : [])));
        if (marks.kept.length < PILE.leastPlaces) continue;
        return { dbfs: levelOf((PILE.bandDb * (first + wide / 2)) / BIN_DB), tops: pile, marks, by: 'piled' };
      }
    }
    return null;
  }
}

/** Marks of several lots, in the order of their places. */
function together(lots: readonly Marks[]): Marks {
  const marks = new Marks(NEAR_S);
  for (const m of lots.flatMap((l) => l.kept).sort((a, b) => a.at - b.at)) marks.add(m.at, m.lengthS);
  return marks;
}

const bandOf = (bin: number): number => Math.floor((bin * BIN_DB) / PILE.bandDb);
const levelOf = (bin: number): number => 20 - BIN_DB * bin;
const binOf = (peak: number): number => Math.min(BINS - 1, Math.max(0, Math.round((-2 * dbOf(peak) + 20) / BIN_DB)));

import type { Meter } from './meter';
import { Strides } from './strides';

/** Fourfold interpolation, the first two phases; the others are these backwards (ITU-R BS.1770 annex 2, from memory). */
const PHASES = [
  [
    0.001708984375, 0.010986328125, -0.0196533203125, 0.033203125, -0.0594482421875, 0.1373291015625, 0.97216796875,
    -0.102294921875, 0.047607421875, -0.026611328125, 0.014892578125, -0.00830078125,
  ],
  [
    -0.0291748046875, 0.029296875, -0.0517578125, 0.089111328125, -0.16650390625, 0.465087890625, 0.77978515625,
    -0.2003173828125, 0.1015625, -0.0582275390625, 0.0330810546875, -0.0189208984375,
  ],
] as const;
const TAPS = 12;
const STRETCH = 128;
/** No interpolated value exceeds the largest sample near it by more. */
const MOST_RISE = Math.max(...PHASES.map((p) => p.reduce((sum, c) => sum + Math.abs(c), 0)));

/** The highest point of the wave between the samples too. Where no sample is large enough, nothing is interpolated. */
export class TruePeakMeter implements Meter<number> {
  private peak = 0;
  private readonly last = new Float32Array(TAPS - 1);
  private joined = new Float32Array(0);

  /** @param strides of this block, where they are known already */
  push(block: Float32Array, strides = new Strides(STRETCH).measure(block)): void {
    const before = TAPS - 1;
    const end = block.length + before;
    if (this.joined.length < end) this.joined = new Float32Array(end);
    const x = this.joined;
    x.set(this.last);
    x.set(block, before);
    let { peak } = this;
    // Far more sound is too low to hold a higher peak than is not: it is passed over in stretches.
    let mostBefore = most(x, 0, before);
    for (let j = 0; j < strides.count; j++) {
      const from = before + j * strides.frames;
      const to = Math.min(end, from + strides.frames);
      const here = strides.most(j);
      if (MOST_RISE * Math.max(here, mostBefore) > peak) peak = this.highest(x, from, to, peak);
      mostBefore = to - from < before ? Math.max(here, mostBefore) : here;
    }
    this.peak = peak;
    this.last.set(x.subarray(end - before, end));
  }

  /** The largest size between and at the samples, of 1. */
  end(): number {
    return this.peak;
  }

  private highest(x: Float32Array, from: number, to: number, soFar: number): number {
    let peak = soFar;
    // A large sample has its say in all that is interpolated while it is among the taps.
    let until = from - 1;
    for (let i = from - TAPS + 1; i < to; i++) {
      const a = Math.abs(x[i]);
      if (a * MOST_RISE > peak) until = i + TAPS - 1;
      if (i > until || i < from) continue;
      if (a > peak) peak = a;
      const rise = risenTo(x, i);
      if (rise > peak) peak = rise;
    }
    return peak;
  }
}

function most(x: Float32Array, from: number, to: number): number {
  let high = 0;
  for (let i = from; i < to; i++) {
    const v = x[i];
    if (v > high) high = v;
    else if (-v > high) high = -v;
  }
  return high;
}

/** The two phases by what is the same forwards and backwards in them, and what is not: halves the work for all four. */
const HALF = TAPS / 2;
const halves = (p: readonly number[], sign: number) =>
  new Float64Array(HALF).map((_, k) => (p[k] + sign * p[TAPS - 1 - k]) / 2);
const [EVEN_0, ODD_0] = [halves(PHASES[0], 1), halves(PHASES[0], -1)];
const [EVEN_1, ODD_1] = [halves(PHASES[1], 1), halves(PHASES[1], -1)];

/** The largest of the four values between two samples. */
function risenTo(x: Float32Array, i: number): number {
  let [e0, o0, e1, o1] = [0, 0, 0, 0];
  for (let k = 0; k < HALF; k++) {
    const [a, b] = [x[i - k], x[i - TAPS + 1 + k]];
    const sum = a + b;
    const difference = a - b;
    e0 += EVEN_0[k] * sum;
    o0 += ODD_0[k] * difference;
    e1 += EVEN_1[k] * sum;
    o1 += ODD_1[k] * difference;
  }
  // One of a sum and a difference is as large as both sizes together.
  return Math.max(Math.abs(e0) + Math.abs(o0), Math.abs(e1) + Math.abs(o1));
}

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
const COEFFICIENTS = [PHASES[0], PHASES[1], [...PHASES[1]].reverse(), [...PHASES[0]].reverse()].map((p) =>
  Float64Array.from(p),
);
const TAPS = 12;
const STRETCH = 128;
/** No interpolated value exceeds the largest sample near it by more. */
const MOST_RISE = Math.max(...COEFFICIENTS.map((p) => p.reduce((sum, c) => sum + Math.abs(c), 0)));

/** The highest point of the wave between the samples too. Where no sample is large enough, nothing is interpolated. */
export class TruePeak {
  peak = 0;
  private readonly last = new Float32Array(TAPS - 1);
  private joined = new Float32Array(0);

  push(block: Float32Array): void {
    const before = TAPS - 1;
    const end = block.length + before;
    if (this.joined.length < end) this.joined = new Float32Array(end);
    const x = this.joined;
    x.set(this.last);
    x.set(block, before);
    let { peak } = this;
    // Far more sound is too low to hold a higher peak than is not: it is passed over in stretches.
    let mostBefore = most(x, 0, before);
    for (let from = before; from < end; from += STRETCH) {
      const to = Math.min(end, from + STRETCH);
      const here = most(x, from, to);
      if (MOST_RISE * Math.max(here, mostBefore) > peak) peak = this.highest(x, from, to, peak);
      mostBefore = to - from < before ? Math.max(here, mostBefore) : here;
    }
    this.peak = peak;
    this.last.set(x.subarray(end - before, end));
  }

  private highest(x: Float32Array, from: number, to: number, soFar: number): number {
    let peak = soFar;
    // A large sample has its say in all that is interpolated while it is among the taps.
    let until = from - 1;
    for (let i = from - TAPS + 1; i < to; i++) {
      const a = x[i] < 0 ? -x[i] : x[i];
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

/** The largest of the four values between two samples. */
function risenTo(x: Float32Array, i: number): number {
  let most = 0;
  for (const c of COEFFICIENTS) {
    let sum = 0;
    for (let k = 0; k < TAPS; k++) sum += c[k] * x[i - k];
    if (sum > most) most = sum;
    else if (-sum > most) most = -sum;
  }
  return most;
}

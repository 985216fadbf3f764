/** A stride is so long: it tells a knock from a word, and nothing asks for it finer. */
export const STRIDE_S = 0.002;

export const strideFrames = (rateHz: number): number => Math.max(8, Math.round(STRIDE_S * rateHz));

/**
 * The plain figures of short stretches of one channel, worked out once for all that ask for them: reading every sample is
 * most of what it costs.
 */
export class Strides {
  count = 0;
  low = new Float64Array(0);
  high = new Float64Array(0);
  sum = new Float64Array(0);
  squares = new Float64Array(0);

  /** @param frames in one stride; the last one of a piece may be shorter */
  constructor(readonly frames: number) {}

  /** Those of the next piece, in place of what was there. */
  measure(x: Float32Array): this {
    this.count = Math.ceil(x.length / this.frames);
    if (this.low.length < this.count) {
      this.low = new Float64Array(this.count);
      this.high = new Float64Array(this.count);
      this.sum = new Float64Array(this.count);
      this.squares = new Float64Array(this.count);
    }
    for (let j = 0; j < this.count; j++) this.one(x, j, Math.min(x.length, (j + 1) * this.frames));
    return this;
  }

  /** The largest size of any sample in one. */
  most(j: number): number {
    return Math.max(this.high[j], -this.low[j]);
  }

  private one(x: Float32Array, j: number, to: number): void {
    let [low, high] = [x[j * this.frames], x[j * this.frames]];
    // Two sums side by side: one alone waits for itself at every sample.
    let [sumA, sumB, squaresA, squaresB] = [0, 0, 0, 0];
    let i = j * this.frames;
    for (; i + 1 < to; i += 2) {
      const a = x[i];
      const b = x[i + 1];
      if (a < low) low = a;
      if (a > high) high = a;
      if (b < low) low = b;
      if (b > high) high = b;
      sumA += a;
      sumB += b;
      squaresA += a * a;
      squaresB += b * b;
    }
    if (i < to) {
      const a = x[i];
      if (a < low) low = a;
      if (a > high) high = a;
      sumA += a;
      squaresA += a * a;
    }
    this.low[j] = low;
    this.high[j] = high;
    this.sum[j] = sumA + sumB;
    this.squares[j] = squaresA + squaresB;
  }
}

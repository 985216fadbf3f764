/** Columns of the picture of a take: enough for any screen, whatever its length. */
const COLUMNS = 1200;

export interface Outline {
  readonly columnS: number;
  readonly low: Float32Array;
  readonly high: Float32Array;
  readonly rms: Float32Array;
}

/** The shape of one channel, to draw. */
export class Outliner {
  private readonly per: number;
  private readonly low: Float32Array;
  private readonly high: Float32Array;
  private readonly squares: Float64Array;
  private at = 0;

  constructor(
    private readonly rateHz: number,
    private readonly totalFrames: number,
  ) {
    this.per = Math.max(1, Math.ceil(totalFrames / COLUMNS));
    const columns = Math.ceil(totalFrames / this.per);
    this.low = new Float32Array(columns);
    this.high = new Float32Array(columns);
    this.squares = new Float64Array(columns);
  }

  push(x: Float32Array): void {
    for (let from = 0; from < x.length; ) {
      const column = Math.floor(this.at / this.per);
      const to = Math.min(x.length, from + this.per - (this.at % this.per));
      this.draw(x, from, to, column);
      this.at += to - from;
      from = to;
    }
  }

  private draw(x: Float32Array, from: number, to: number, column: number): void {
    let low = this.low[column];
    let high = this.high[column];
    // Two sums side by side: one alone waits for itself at every sample.
    let even = 0;
    let odd = 0;
    for (let i = from; i + 1 < to; i += 2) {
      const a = x[i];
      const b = x[i + 1];
      if (a < low) low = a;
      if (a > high) high = a;
      if (b < low) low = b;
      if (b > high) high = b;
      even += a * a;
      odd += b * b;
    }
    if ((to - from) % 2 === 1) {
      const a = x[to - 1];
      if (a < low) low = a;
      if (a > high) high = a;
      even += a * a;
    }
    this.low[column] = low;
    this.high[column] = high;
    this.squares[column] += even + odd;
  }

  end(): Outline {
    const last = this.totalFrames - (this.low.length - 1) * this.per;
    const rms = Float32Array.from(this.squares, (s, c) => Math.sqrt(s / (c === this.low.length - 1 ? last : this.per)));
    return { columnS: this.per / this.rateHz, low: this.low, high: this.high, rms };
  }
}

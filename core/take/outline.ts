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
    for (let i = 0; i < x.length; ) {
      const column = Math.floor(this.at / this.per);
      const end = Math.min(x.length, i + this.per - (this.at % this.per));
      let [low, high, squares] = [this.low[column], this.high[column], 0];
      this.at += end - i;
      for (; i < end; i++) {
        const v = x[i];
        if (v < low) low = v;
        if (v > high) high = v;
        squares += v * v;
      }
      this.low[column] = low;
      this.high[column] = high;
      this.squares[column] += squares;
    }
  }

  end(): Outline {
    const last = this.totalFrames - (this.low.length - 1) * this.per;
    const rms = Float32Array.from(this.squares, (s, c) => Math.sqrt(s / (c === this.low.length - 1 ? last : this.per)));
    return { columnS: this.per / this.rateHz, low: this.low, high: this.high, rms };
  }
}

import type { Meter, TakeForm } from './meter';
import { Strides, strideFrames } from './strides';

/** Columns of the picture of a take: enough for any screen, whatever its length. */
const COLUMNS = 1200;
const LEAST_STRIDES = 4;

export interface Outline {
  readonly columnS: number;
  readonly low: Float32Array;
  readonly high: Float32Array;
  readonly rms: Float32Array;
}

/** The shape of one channel, to draw. */
export class OutlineMeter implements Meter<Outline> {
  private readonly per: number;
  private readonly low: Float32Array;
  private readonly high: Float32Array;
  private readonly squares: Float64Array;
  private at = 0;

  private readonly rateHz: number;
  private readonly totalFrames: number;

  constructor({ rateHz, frames }: TakeForm) {
    this.rateHz = rateHz;
    this.totalFrames = frames;
    const stride = strideFrames(rateHz);
    const per = Math.max(1, Math.ceil(frames / COLUMNS));
    // Of a long take whole strides to a column; a short one is drawn sample by sample.
    this.per = per < LEAST_STRIDES * stride ? per : Math.ceil(per / stride) * stride;
    const columns = Math.ceil(frames / this.per);
    this.low = new Float32Array(columns);
    this.high = new Float32Array(columns);
    this.squares = new Float64Array(columns);
  }

  push(x: Float32Array, strides = new Strides(strideFrames(this.rateHz)).measure(x)): void {
    if (this.per % strides.frames === 0) {
      for (let j = 0; j < strides.count; j++) {
        this.draw(strides.low[j], strides.high[j], strides.squares[j]);
        this.at += strides.frames;
      }
      return;
    }
    for (const v of x) {
      this.draw(v, v, v * v);
      this.at += 1;
    }
  }

  private draw(low: number, high: number, squares: number): void {
    const column = Math.floor(this.at / this.per);
    if (low < this.low[column]) this.low[column] = low;
    if (high > this.high[column]) this.high[column] = high;
    this.squares[column] += squares;
  }

  end(): Outline {
    const last = this.totalFrames - (this.low.length - 1) * this.per;
    const rms = Float32Array.from(this.squares, (s, c) => Math.sqrt(s / (c === this.low.length - 1 ? last : this.per)));
    return { columnS: this.per / this.rateHz, low: this.low, high: this.high, rms };
  }
}

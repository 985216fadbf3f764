import FFT from 'fft.js';
import type { TakeForm, TakeMeter } from './meter';
import { dbOf } from './power-spectrum';

/** A side so far under the other carries only what leaks over; spaced microphones differ less. */
const ONE_SIDED_DB = 25;
/** What differs between two sides of one signal is their noise; of two microphones, far more. */
const SAME_DB = -30;
const OPPOSITE = -0.9;
const SILENT_DBFS = -90;
const WINDOW_S = 0.35;
const MOST_DELAY_S = 0.05;
/** A delay is told where the sides agree so well when it is taken out. */
const LEAST_COHERENCE = 0.35;
const LEAST_DELAY_S = 0.0003;
const MOST_WINDOWS = 200;

export type Sides = 'silent' | 'left only' | 'right only' | 'dual mono' | 'opposite polarity' | 'delayed' | 'stereo';

export interface SideFigures {
  readonly sides: Sides;
  /** Left over right, decibels. */
  readonly balanceDb: number;
  /** Of the two as they are: 1 alike, -1 upside down. */
  readonly correlation: number;
  /** By how much the right is later, seconds; null where they have too little in common to tell. */
  readonly delayS: number | null;
  /** What is lost when both are added, decibels under the louder side; 0 loses nothing. */
  readonly monoLossDb: number;
}

/** Compares the first two channels. */
export class SideMeter implements TakeMeter<SideFigures> {
  private readonly size: number;
  private readonly fft: FFT;
  private readonly a: Float32Array;
  private readonly b: Float32Array;
  private readonly cross: Float64Array;
  private readonly every: number;
  private readonly x: number[];
  private readonly y: number[];
  private filled = 0;
  private windows = 0;
  private taken = 0;
  private ll = 0;
  private rr = 0;
  private lr = 0;
  private frames = 0;

  private readonly rateHz: number;

  constructor({ rateHz, frames: totalFrames }: TakeForm) {
    this.rateHz = rateHz;
    this.size = 2 ** Math.round(Math.log2(WINDOW_S * rateHz));
    this.fft = new FFT(this.size);
    this.x = this.fft.createComplexArray();
    this.y = this.fft.createComplexArray();
    this.a = new Float32Array(this.size);
    this.b = new Float32Array(this.size);
    this.cross = new Float64Array(2 * this.size);
    this.every = Math.max(1, Math.ceil(totalFrames / this.size / MOST_WINDOWS));
  }

  /** The first two channels are compared. */
  push([left, right]: readonly Float32Array[]): void {
    let { ll, rr, lr } = this;
    for (let i = 0; i < left.length; i++) {
      const l = left[i];
      const r = right[i];
      ll += l * l;
      rr += r * r;
      lr += l * r;
    }
    this.ll = ll;
    this.rr = rr;
    this.lr = lr;
    this.frames += left.length;
    for (let at = 0; at < left.length; ) {
      const n = Math.min(this.size - this.filled, left.length - at);
      if (this.windows % this.every === 0) {
        this.a.set(left.subarray(at, at + n), this.filled);
        this.b.set(right.subarray(at, at + n), this.filled);
      }
      at += n;
      this.filled += n;
      if (this.filled < this.size) return;
      this.filled = 0;
      if (this.windows % this.every === 0) this.take();
      this.windows += 1;
    }
  }

  private take(): void {
    const { size, fft, cross } = this;
    const { x, y } = this;
    fft.realTransform(x, this.a);
    fft.realTransform(y, this.b);
    for (let k = 1; k < size / 2; k++) {
      const re = x[2 * k] * y[2 * k] + x[2 * k + 1] * y[2 * k + 1];
      const im = x[2 * k] * y[2 * k + 1] - x[2 * k + 1] * y[2 * k];
      // Only the phase counts, so that one strong tone does not hide where the rest lies.
      const size2 = Math.sqrt(re * re + im * im);
      if (size2 < 1e-12) continue;
      cross[2 * k] += re / size2;
      cross[2 * k + 1] += im / size2;
    }
    this.taken += 1;
  }

  end(): SideFigures {
    const { ll, rr, lr, frames } = this;
    // Of two sides that hold nothing neither is over the other, and nothing can be lost.
    if (ll + rr === 0) return { sides: 'silent', balanceDb: 0, correlation: 0, delayS: null, monoLossDb: 0 };
    const [l, r] = [dbOf(ll / frames), dbOf(rr / frames)];
    const correlation = ll > 0 && rr > 0 ? lr / Math.sqrt(ll * rr) : 0;
    const both = Math.max(0, ll + rr + 2 * lr) / 4;
    const monoLossDb = Math.max(0, dbOf(Math.max(ll, rr)) - dbOf(both) - 0.001);
    const lag = this.lag();
    const said = { balanceDb: l - r, correlation, delayS: lag?.seconds ?? null, monoLossDb };
    const of = (sides: Sides): SideFigures => ({ sides, ...said });
    if (Math.max(l, r) < SILENT_DBFS) return of('silent');
    if (l - r > ONE_SIDED_DB) return of('left only');
    if (r - l > ONE_SIDED_DB) return of('right only');
    // What is left of the right when the best share of the left is taken out of it.
    const rest = ll > 0 && rr > 0 ? dbOf(Math.max(1e-20, 1 - correlation ** 2)) : 0;
    if (correlation < OPPOSITE) return of('opposite polarity');
    if (rest < SAME_DB && correlation > 0) return of('dual mono');
    if (lag && Math.abs(lag.seconds) >= LEAST_DELAY_S) return of(lag.polarity < 0 ? 'opposite polarity' : 'delayed');
    return of('stereo');
  }

  /** Where the sides agree best, and whether one is upside down. */
  private lag(): { readonly seconds: number; readonly polarity: number } | null {
    if (this.taken === 0) return null;
    const { size, fft, cross } = this;
    fft.completeSpectrum(cross);
    const out = fft.createComplexArray();
    fft.inverseTransform(out, cross);
    const most = Math.min(size / 2 - 1, Math.round(MOST_DELAY_S * this.rateHz));
    let best = { lag: 0, value: 0 };
    for (let d = -most; d <= most; d++) {
      const value = out[2 * ((d + size) % size)];
      if (Math.abs(value) > Math.abs(best.value)) best = { lag: d, value };
    }
    if (Math.abs(best.value) / this.taken < LEAST_COHERENCE) return null;
    return { seconds: best.lag / this.rateHz, polarity: Math.sign(best.value) };
  }
}

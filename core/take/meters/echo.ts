import FFT from 'fft.js';
import { type Meter, SHORT_S, type TakeForm } from './meter';
import { dbOf } from './power-spectrum';

/** Longest echo looked for, and the window it is looked for in. */
const WINDOW_S = 2.5;
const [LEAST_S, MOST_S] = [0.018, 0.8];
const TARGET_HZ = 12_000;
const MOST_WINDOWS = 100;
/** In one window a word that is said twice is a repeat; an echo is in every one, if not as clearly. Both est. */
const LEAST_WINDOWS = 2;
const LEAST_SHARE = 0.3;
/** The band in which a voice has most to say: neither mains nor hiss. */
const [LOW_HZ, HIGH_HZ] = [250, 4500];
/** A peak stands out of the other lags by so many of their usual deviations. */
const LEAST_SIGMA = 9;
const LEAST_DEPTH_DB = -26;
/** Up to here the strokes of a low voice are peaks too, two and three of them apart: a repeat must stand over these; est. */
const STROKES_S = 0.04;
const OVER_STROKES_DB = -20;
const LOUD_DBFS = -55;
/** What lies so far below the loudest of the band has no say: under a steady tone that is rounding, with patterns of its own; est. */
const HEARD_DB = 75;

export interface EchoFigures {
  readonly delayS: number;
  /** The repeat against what is repeated. */
  readonly depthDb: number;
}

/**
 * Looks for a repeat of everything at one delay: a ripple on the spectrum, which is a peak of the spectrum of its logarithm
 * (the cepstrum; Bogert, Healy and Tukey 1963).
 */
export class EchoMeter implements Meter<EchoFigures | null> {
  private readonly factor: number;
  private readonly rateHz: number;
  private readonly size: number;
  private readonly fft: FFT;
  private readonly window: Float32Array;
  private readonly sum: Float64Array;
  /** Each window by itself. */
  private readonly each: Float32Array[] = [];
  private readonly every: number;
  private readonly out: number[];
  private readonly cepstrum: number[];
  private readonly ripple: number[];
  private filled = 0;
  private carry = 0;
  private carried = 0;
  private windows = 0;
  private taken = 0;

  private readonly isShort: boolean;

  constructor({ rateHz, frames: totalFrames }: TakeForm) {
    this.isShort = totalFrames < SHORT_S * rateHz;
    this.factor = Math.max(1, Math.round(rateHz / TARGET_HZ));
    this.rateHz = rateHz / this.factor;
    this.size = 2 ** Math.round(Math.log2(WINDOW_S * this.rateHz));
    this.fft = new FFT(this.size);
    this.window = new Float32Array(this.size);
    this.out = this.fft.createComplexArray();
    this.cepstrum = this.fft.createComplexArray();
    this.ripple = this.fft.createComplexArray();
    this.sum = new Float64Array(Math.ceil(MOST_S * this.rateHz) + 1);
    this.every = Math.max(1, Math.ceil(totalFrames / this.factor / this.size / MOST_WINDOWS));
  }

  push(x: Float32Array): void {
    // A plain mean is filter enough: the band that is looked at lies well below the new half rate.
    const { factor, window, size } = this;
    let { carry, carried, filled } = this;
    for (let i = 0; i < x.length; ) {
      const until = Math.min(x.length, i + factor - carried);
      carried += until - i;
      for (; i < until; i++) carry += x[i];
      if (carried < factor) break;
      window[filled] = carry / factor;
      carry = 0;
      carried = 0;
      filled += 1;
      if (filled < size) continue;
      filled = 0;
      if (this.windows % this.every === 0) this.take();
      this.windows += 1;
    }
    this.carry = carry;
    this.carried = carried;
    this.filled = filled;
  }

  private take(): void {
    const { size, fft, window } = this;
    let squares = 0;
    for (let i = 0; i < size; i++) squares += window[i] * window[i];
    if (dbOf(squares / size) < LOUD_DBFS) return;
    const { out, cepstrum, ripple } = this;
    const shaped = window.map((v, i) => v * Math.sin((Math.PI * (i + 0.5)) / size));
    fft.realTransform(out, shaped);
    const binHz = this.rateHz / size;
    const [low, high] = [Math.round(LOW_HZ / binHz), Math.min(size / 2 - 1, Math.round(HIGH_HZ / binHz))];
    const logs = new Float64Array(high - low + 1);
    const powerAt = (k: number) => out[2 * k] ** 2 + out[2 * k + 1] ** 2;
    let most = 0;
    for (let k = low; k <= high; k++) most = Math.max(most, powerAt(k));
    const least = most / 10 ** (HEARD_DB / 10);
    for (let k = low; k <= high; k++) logs[k - low] = Math.log(powerAt(k) + least);
    // The shape of the voice is slow along the spectrum: taken out, so that only ripples are left.
    const smooth = runningMean(logs, Math.round(40 / binHz));
    ripple.fill(0);
    let weight = 0;
    for (let i = 0; i < logs.length; i++) {
      const w = 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / logs.length);
      ripple[2 * (i + low)] = w * (logs[i] - smooth[i]);
      weight += w;
    }
    fft.inverseTransform(cepstrum, ripple);
    // A repeat of amplitude a ripples the logarithm of the power by 2 a cos: half of it lies at the positive lag.
    const own = new Float32Array(this.sum.length).map((_, d) => (cepstrum[2 * d] * size) / weight);
    for (let d = 0; d < own.length; d++) this.sum[d] += own[d];
    this.each.push(own);
    this.taken += 1;
  }

  /** Does nearly every window have its part in this mean? */
  private isInEach(lag: number, mean: number): boolean {
    const sizes = this.each.map((own) => own[lag]).sort((a, b) => a - b);
    return sizes[Math.floor(sizes.length / 4)] >= LEAST_SHARE * mean;
  }

  end(): EchoFigures | null {
    if (this.isShort || this.taken < LEAST_WINDOWS) return null;
    const from = Math.round(LEAST_S * this.rateHz);
    const sizes = [...this.sum.subarray(from)].map((v) => Math.abs(v / this.taken)).sort((a, b) => a - b);
    const sigma = sizes[Math.floor(sizes.length / 2)] / 0.6745;
    let best: { readonly value: number; readonly found: EchoFigures } | null = null;
    for (let lag = from; lag < this.sum.length; lag++) {
      const value = this.sum[lag] / this.taken;
      if (value <= (best?.value ?? LEAST_SIGMA * sigma) || !this.isInEach(lag, value)) continue;
      const delayS = lag / this.rateHz;
      // The window fades over the delay: what is repeated late is seen less.
      const depthDb = 2 * dbOf(Math.min(1, value / (1 - lag / this.size)));
      if (depthDb >= (delayS < STROKES_S ? OVER_STROKES_DB : LEAST_DEPTH_DB))
        best = { value, found: { delayS, depthDb } };
    }
    return best?.found ?? null;
  }
}

function runningMean(x: Float64Array, reach: number): Float64Array {
  const sums = new Float64Array(x.length + 1);
  for (let i = 0; i < x.length; i++) sums[i + 1] = sums[i] + x[i];
  return x.map((_, i) => {
    const [from, to] = [Math.max(0, i - reach), Math.min(x.length, i + reach + 1)];
    return (sums[to] - sums[from]) / (to - from);
  });
}

import type { Meter, TakeForm } from './meter';
import { dbOf, powerSpectrum } from './power-spectrum';

/** Windows of this length tell lines half a hertz apart. */
const WINDOW_S = 2;
/** Brought down to about this rate first: hum is heard up to about 1 kHz. */
const TARGET_HZ = 3000;
const MOST_WINDOWS = 32;
/** A low voice has lines in one window too: only what is in each of so many is steady. */
const LEAST_WINDOWS = 3;
const MOST_HARMONIC = 20;
/** A line of the mains stands so far out of what is beside it; est. */
const LEAST_OUT_DB = 9;
/** So far below the loudest steady line, lines are what a window and rounding make of it; est. */
const HIDDEN_DB = 75;
/** A high line this much louder than all others is a tone that happens to lie there, and no mains; est. */
const TONE_DB = 20;
const BANDS = [
  [48.5, 51.5],
  [58.5, 61.5],
] as const;
const STEP_HZ = 0.02;
/**
 * Lines of the mains lie at whole multiples of one frequency, to so much, and so much more for each multiple, since it wanders;
 * what rings in a room lies where its walls put it. Hertz, est.
 */
const [OFF_HZ, OFF_EACH_HZ] = [0.08, 0.015];

export interface Harmonic {
  readonly n: number;
  readonly hz: number;
  readonly dbfs: number;
  /** How far it stands out of what is beside it. */
  readonly outDb: number;
}

export interface HumFigures {
  /** True frequency of the mains as it was found. */
  readonly mainsHz: number;
  readonly harmonics: readonly Harmonic[];
  /** All lines together. */
  readonly dbfs: number;
}

interface Kept {
  readonly power: number;
  readonly spectrum: Float64Array;
}

/** Looks for the mains in the quietest windows of one channel: there speech hides it least. */
export class HumMeter implements Meter<HumFigures | null> {
  private readonly factor: number;
  private readonly taps: Float64Array;
  private readonly window: Float32Array;
  private readonly rateHz: number;
  private readonly spectrum;
  private readonly small: Float32Array;
  private filled = 0;
  private squares = 0;
  private readonly kept: Kept[] = [];

  constructor({ rateHz }: TakeForm) {
    this.factor = Math.max(1, Math.floor(rateHz / TARGET_HZ));
    this.rateHz = rateHz / this.factor;
    const taken = Math.floor(WINDOW_S * this.rateHz);
    this.window = new Float32Array(taken * this.factor);
    this.small = new Float32Array(taken);
    this.spectrum = powerSpectrum(2 ** Math.ceil(Math.log2(2 * taken)), taken);
    // A low pass at half the new rate: a sinc under a Hann window, six lobes.
    const reach = 3 * this.factor;
    const taps = new Float64Array(2 * reach + 1).map((_, i) => {
      const t = (i - reach) / this.factor;
      const sinc = t === 0 ? 1 : Math.sin(Math.PI * 0.85 * t) / (Math.PI * 0.85 * t);
      return sinc * (0.5 + 0.5 * Math.cos((Math.PI * (i - reach)) / (reach + 1)));
    });
    const sum = taps.reduce((a, b) => a + b, 0);
    this.taps = taps.map((t) => t / sum);
  }

  push(x: Float32Array): void {
    for (let at = 0; at < x.length; ) {
      const n = Math.min(this.window.length - this.filled, x.length - at);
      this.window.set(x.subarray(at, at + n), this.filled);
      // Every fourth is enough to tell a quiet window from a loud one.
      let squares = 0;
      for (let i = at; i < at + n; i += 4) squares += x[i] * x[i];
      this.squares += 4 * squares;
      at += n;
      this.filled += n;
      if (this.filled < this.window.length) return;
      this.take(this.squares / this.window.length);
      this.filled = 0;
      this.squares = 0;
    }
  }

  private take(power: number): void {
    if (power === 0) return;
    if (this.kept.length === MOST_WINDOWS && power >= this.kept[MOST_WINDOWS - 1].power) return;
    for (let i = 0; i < this.small.length; i++) this.small[i] = this.lowPassed(i * this.factor);
    const spectrum = new Float64Array(this.spectrum.size / 2 + 1);
    this.spectrum.add(this.small, 0, spectrum);
    const place = this.kept.findIndex((k) => k.power > power);
    this.kept.splice(place < 0 ? this.kept.length : place, 0, { power, spectrum });
    this.kept.length = Math.min(this.kept.length, MOST_WINDOWS);
  }

  /** The window through the low pass, at one of its samples. */
  private lowPassed(middle: number): number {
    const { taps, window } = this;
    const first = middle - (taps.length - 1) / 2;
    const to = Math.min(taps.length, window.length - first);
    let sum = 0;
    for (let k = Math.max(0, -first); k < to; k++) sum += taps[k] * window[first + k];
    return sum;
  }

  /** Null where there were too few whole windows, or nothing stands out at the mains and its harmonics. */
  end(): HumFigures | null {
    if (this.kept.length < LEAST_WINDOWS) return null;
    // What is steady is in every window, and words are not: a low one of each bin, so that they have no say.
    const size = this.kept[0].spectrum.length;
    const steady = new Float64Array(size);
    const column = new Float64Array(this.kept.length);
    for (let k = 0; k < size; k++) {
      for (let w = 0; w < column.length; w++) column[w] = this.kept[w].spectrum[k];
      steady[k] = column.sort()[Math.floor(column.length / 4)];
    }
    const hidden = steady.reduce((a, b) => Math.max(a, b)) / 10 ** (HIDDEN_DB / 10);
    const binHz = this.rateHz / this.spectrum.size;
    const besides = new Map<number, number>();
    const [near, far] = [Math.round(2.5 / binHz), Math.round(14 / binHz)];
    const around = new Float64Array(2 * (far - near + 1));
    const beside = (k: number): number => {
      const known = besides.get(k);
      if (known !== undefined) return known;
      for (let d = near; d <= far; d++) {
        around[2 * (d - near)] = steady[Math.max(0, k - d)];
        around[2 * (d - near) + 1] = steady[Math.min(size - 1, k + d)];
      }
      const value = Math.max(around.sort()[Math.floor(around.length / 2)], 1e-18);
      besides.set(k, value);
      return value;
    };
    const outAt = (hz: number): number => {
      const k = Math.round(hz / binHz);
      if (k + 2 >= size) return 0;
      const between = hz / binHz - Math.floor(hz / binHz);
      const at = steady[Math.floor(hz / binHz)] * (1 - between) + steady[Math.ceil(hz / binHz)] * between;
      return at < hidden ? 0 : dbOf(Math.max(at, 1e-18) / beside(k));
    };
    let best = { hz: 0, score: 0 };
    for (const [from, to] of BANDS) {
      for (let hz = from; hz <= to; hz += STEP_HZ) {
        let score = 0;
        for (let n = 1; n <= MOST_HARMONIC; n++) {
          // Twice as much for the mains itself: a voice at 200 Hz has harmonics too.
          const out = Math.min(30, outAt(n * hz));
          if (out > LEAST_OUT_DB / 2) score += n <= 2 ? 2 * out : out;
        }
        if (score > best.score) best = { hz, score };
      }
    }
    const lines: Harmonic[] = [];
    for (let n = 1; n <= MOST_HARMONIC && best.hz > 0; n++) {
      const k = Math.round((n * best.hz) / binHz);
      if (k + 3 >= size) break;
      const outDb = outAt(n * best.hz);
      if (outDb < LEAST_OUT_DB) continue;
      // The line's own power: over its main lobe, less what lies beside it.
      const lobe = Math.ceil(2 / WINDOW_S / binHz);
      let power = 0;
      for (let d = -lobe; d <= lobe; d++) power += Math.max(0, steady[Math.max(0, k + d)] - beside(k));
      lines.push({ n, hz: topOf(steady, k) * binHz, dbfs: dbOf(power), outDb });
    }
    const likely = lines.filter((h) => h.n <= 5 || lines.some((other) => other !== h && other.dbfs > h.dbfs - TONE_DB));
    const about = mainsOf(likely);
    const harmonics = likely.filter((h) => Math.abs(h.hz - h.n * about) <= OFF_HZ + OFF_EACH_HZ * h.n);
    const strong = harmonics.filter((h) => h.outDb >= 1.7 * LEAST_OUT_DB);
    const out = (of: readonly Harmonic[]) => of.reduce((sum, h) => sum + h.outDb, 0);
    const isMains =
      harmonics.some((h) => h.n <= 3) &&
      (harmonics.length >= 2 || strong.length >= 1) &&
      // Where half of what stands out lies elsewhere, the rest is chance.
      2 * out(harmonics) > out(likely);
    if (!isMains) return null;
    return {
      mainsHz: mainsOf(harmonics),
      harmonics,
      dbfs: dbOf(harmonics.reduce((sum, h) => sum + 10 ** (h.dbfs / 10), 0)),
    };
  }
}

/** Each line tells the mains' own frequency, a high one more finely; what stands out little tells little. */
function mainsOf(lines: readonly Harmonic[]): number {
  const weights = lines.map((h) => h.n * h.outDb ** 2);
  return lines.reduce((sum, h, i) => sum + (weights[i] * h.hz) / h.n, 0) / weights.reduce((a, b) => a + b, 0);
}

/** Where between two bins the top near one lies: through three points of the logarithm goes a parabola. */
function topOf(power: Float64Array, near: number): number {
  let k = near;
  for (let i = Math.max(1, near - 3); i <= Math.min(power.length - 2, near + 3); i++) if (power[i] > power[k]) k = i;
  const [a, b, c] = [k - 1, k, k + 1].map((i) => Math.log(Math.max(power[i], 1e-20)));
  const bend = a - 2 * b + c;
  return bend < 0 ? k + (a - c) / (2 * bend) : k;
}

import type { TakeForm, TakeMeter } from './meter';
/** Loudness of a whole take (ITU-R BS.1770, EBU R 128, EBU Tech 3341 and 3342); null where nothing reaches the gate. */
export interface Loudness {
  readonly integratedLufs: number | null;
  readonly momentaryMostLufs: number | null;
  readonly shortMostLufs: number | null;
  /** Loudness range, LU. */
  readonly rangeLu: number | null;
}

interface Biquad {
  readonly b: readonly [number, number, number];
  readonly a: readonly [number, number];
}

/**
 * The two filters of K-weighting at any sample rate: BS.1770 prints them for 48 kHz only, so they are made from the
 * analogue corner, quality and gain that its figures come from (from memory of open implementations of it).
 */
export function kWeighting(rateHz: number): readonly [Biquad, Biquad] {
  const shelf = { f: 1681.974450955533, gainDb: 3.999843853973347, q: 0.7071752369554196 };
  const pass = { f: 38.13547087602444, q: 0.5003270373238773 };
  const k = Math.tan((Math.PI * shelf.f) / rateHz);
  const vh = 10 ** (shelf.gainDb / 20);
  const vb = vh ** 0.4996667741545416;
  const a0 = 1 + k / shelf.q + k * k;
  const p = Math.tan((Math.PI * pass.f) / rateHz);
  const p0 = 1 + p / pass.q + p * p;
  return [
    {
      b: [(vh + (vb * k) / shelf.q + k * k) / a0, (2 * (k * k - vh)) / a0, (vh - (vb * k) / shelf.q + k * k) / a0],
      a: [(2 * (k * k - 1)) / a0, (1 - k / shelf.q + k * k) / a0],
    },
    { b: [1, -2, 1], a: [(2 * (p * p - 1)) / p0, (1 - p / pass.q + p * p) / p0] },
  ];
}

const STEPS_A_SECOND = 10;
const MOMENTARY_STEPS = 4;
const SHORT_STEPS = 30;
const ABSOLUTE_GATE_LUFS = -70;
const OFFSET_DB = -0.691;
/** Five channels and more are taken as left, right, centre, (low effects,) and two surrounds, as BS.1770 has them. */
const weightsOf = (channels: number): readonly number[] =>
  channels === 5 ? [1, 1, 1, 1.41, 1.41] : channels === 6 ? [1, 1, 1, 0, 1.41, 1.41] : Array(channels).fill(1);

const lufs = (power: number): number => OFFSET_DB + 10 * Math.log10(power);

/** Powers sorted into hundredths of a decibel: exact sums in memory that does not grow with the length. */
class Histogram {
  private static readonly STEP = 0.01;
  private static readonly MOST = 20;
  private readonly counts = new Uint32Array((Histogram.MOST - ABSOLUTE_GATE_LUFS) / Histogram.STEP);
  private readonly powers = new Float64Array(this.counts.length);
  add(power: number): void {
    const level = lufs(power);
    if (!(level > ABSOLUTE_GATE_LUFS)) return;
    const bin = Math.min(this.counts.length - 1, Math.floor((level - ABSOLUTE_GATE_LUFS) / Histogram.STEP));
    this.counts[bin] += 1;
    this.powers[bin] += power;
  }
  /** Mean power of all above a gate of so many decibels under the mean of all; null of none. */
  gated(underDb: number): { readonly power: number; readonly from: number } | null {
    const mean = this.meanFrom(0);
    if (mean === null) return null;
    const from = Math.max(0, Math.ceil((lufs(mean) - underDb - ABSOLUTE_GATE_LUFS) / Histogram.STEP));
    return { power: this.meanFrom(from) ?? mean, from };
  }
  /** The level below which a share of all from a bin on lies, LUFS. */
  quantile(share: number, from: number): number {
    let total = 0;
    for (let i = from; i < this.counts.length; i++) total += this.counts[i];
    let seen = 0;
    for (let i = from; i < this.counts.length; i++) {
      seen += this.counts[i];
      if (seen >= share * total) return ABSOLUTE_GATE_LUFS + (i + 0.5) * Histogram.STEP;
    }
    return ABSOLUTE_GATE_LUFS;
  }
  private meanFrom(from: number): number | null {
    let count = 0;
    let power = 0;
    for (let i = from; i < this.counts.length; i++) {
      count += this.counts[i];
      power += this.powers[i];
    }
    return count > 0 ? power / count : null;
  }
}

/** Measures loudness block by block. */
export class LoudnessMeter implements TakeMeter<Loudness> {
  private readonly stepFrames: number;
  private readonly weights: readonly number[];
  private readonly filters: readonly [Biquad, Biquad];
  private readonly state: Float64Array;
  /** Powers of the last three seconds by tenths of one. */
  private readonly steps = new Float64Array(SHORT_STEPS);
  private done = 0;
  private filled = 0;
  private power = 0;
  private readonly momentary = new Histogram();
  private readonly short = new Histogram();
  private mostMomentary = 0;
  private mostShort = 0;

  constructor({ rateHz }: Pick<TakeForm, 'rateHz'>, channels: number) {
    this.stepFrames = Math.round(rateHz / STEPS_A_SECOND);
    this.weights = weightsOf(channels);
    this.filters = kWeighting(rateHz);
    // Channels are filtered by twos; an odd one has a shadow that does not count.
    this.state = new Float64Array(4 * (channels + (channels % 2)));
  }

  push(block: readonly Float32Array[]): void {
    const frames = block[0].length;
    for (let at = 0; at < frames; ) {
      const n = Math.min(frames - at, this.stepFrames - this.filled);
      for (let c = 0; c < block.length; c += 2) this.power += this.filtered(block, c, at, n);
      at += n;
      this.filled += n;
      if (this.filled === this.stepFrames) this.step();
    }
  }

  end(): Loudness {
    const gated = this.momentary.gated(10);
    const ranged = this.short.gated(20);
    const told = (power: number) => (power > 0 && lufs(power) > -120 ? lufs(power) : null);
    return {
      integratedLufs: gated && lufs(gated.power),
      momentaryMostLufs: told(this.mostMomentary),
      shortMostLufs: told(this.mostShort),
      rangeLu: ranged && this.short.quantile(0.95, ranged.from) - this.short.quantile(0.1, ranged.from),
    };
  }

  /**
   * Weighted sum of squares behind both filters, in the transposed form: two memories each. Of two channels at once: each
   * sample waits for the one before it, and meanwhile the other channel's is worked out.
   */
  private filtered(block: readonly Float32Array[], first: number, from: number, n: number): number {
    const x = block[first];
    const odd = first + 1 === block.length;
    const w = odd ? x : block[first + 1];
    const s = 4 * first;
    const [{ b: f, a: g }, { a: r }] = this.filters;
    const [f0, f1, f2] = f;
    const [g1, g2] = g;
    const [r1, r2] = r;
    const { state } = this;
    let [s0, s1, s2, s3] = [state[s], state[s + 1], state[s + 2], state[s + 3]];
    let [t0, t1, t2, t3] = [state[s + 4], state[s + 5], state[s + 6], state[s + 7]];
    let sum = 0;
    let other = 0;
    for (let i = from; i < from + n; i++) {
      const v = x[i];
      const u = w[i];
      const y = f0 * v + s0;
      s0 = f1 * v - g1 * y + s1;
      s1 = f2 * v - g2 * y;
      const z = y + s2;
      s2 = -2 * y - r1 * z + s3;
      s3 = y - r2 * z;
      sum += z * z;
      const yy = f0 * u + t0;
      t0 = f1 * u - g1 * yy + t1;
      t1 = f2 * u - g2 * yy;
      const zz = yy + t2;
      t2 = -2 * yy - r1 * zz + t3;
      t3 = yy - r2 * zz;
      other += zz * zz;
    }
    // Memories that die away become denormal numbers, which are slow.
    [s0, s1, s2, s3, t0, t1, t2, t3].forEach((memory, k) => {
      state[s + k] = Math.abs(memory) < 1e-30 ? 0 : memory;
    });
    return this.weights[first] * sum + (odd ? 0 : this.weights[first + 1] * other);
  }

  private step(): void {
    this.steps[this.done % SHORT_STEPS] = this.power / this.stepFrames;
    this.done += 1;
    this.filled = 0;
    this.power = 0;
    const momentary = this.mean(MOMENTARY_STEPS);
    if (momentary !== null) {
      this.momentary.add(momentary);
      this.mostMomentary = Math.max(this.mostMomentary, momentary);
    }
    const short = this.mean(SHORT_STEPS);
    if (short !== null) {
      this.short.add(short);
      this.mostShort = Math.max(this.mostShort, short);
    }
  }

  private mean(steps: number): number | null {
    if (this.done < steps) return null;
    let sum = 0;
    for (let i = 1; i <= steps; i++) sum += this.steps[(this.done - i) % SHORT_STEPS];
    return sum / steps;
  }
}

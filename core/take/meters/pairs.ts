import type { TakeMeter } from './meter';

/** What is left of one channel once the other is taken out of it: under -30 dB the two are one signal. */
const SAME = Math.sqrt(1 - 10 ** (-30 / 10));
const OPPOSITE = -0.9;

/** Two channels of one signal, counted from 0. */
export interface Pair {
  readonly one: number;
  readonly other: number;
  readonly as: 'the same' | 'opposite polarity';
}

/** Of more channels than two: which of them hold one signal. */
export class PairMeter implements TakeMeter<readonly Pair[]> {
  /** Sums of products of each channel with each, row by row. */
  private readonly products: Float64Array;

  constructor(private readonly channels: number) {
    this.products = new Float64Array(channels * channels);
  }

  push(piece: readonly Float32Array[]): void {
    for (let one = 0; one < this.channels; one++) {
      for (let other = one; other < this.channels; other++) {
        const [x, y] = [piece[one], piece[other]];
        let sum = 0;
        for (let i = 0; i < x.length; i++) sum += x[i] * y[i];
        this.products[one * this.channels + other] += sum;
      }
    }
  }

  end(): readonly Pair[] {
    const at = (one: number, other: number) => this.products[one * this.channels + other];
    const pairs: Pair[] = [];
    for (let one = 0; one < this.channels; one++) {
      for (let other = one + 1; other < this.channels; other++) {
        const power = at(one, one) * at(other, other);
        if (power === 0) continue;
        const correlation = at(one, other) / Math.sqrt(power);
        if (correlation >= SAME) pairs.push({ one, other, as: 'the same' });
        else if (correlation <= OPPOSITE) pairs.push({ one, other, as: 'opposite polarity' });
      }
    }
    return pairs;
  }
}

import { BreakMeter, dbOf, KnockMeter, type TakeForm } from '../meters';

/** What a meter shows of one channel, dBFS; -Infinity is digital silence. */
export interface LiveChannel {
  readonly peakDbfs: number;
  /** The highest of the last seconds. */
  readonly heldDbfs: number;
  readonly rmsDbfs: number;
  /** Times that full scale was reached for three samples and more, since it was last cleared. */
  readonly clips: number;
}

export interface LiveReading {
  readonly seconds: number;
  readonly channels: readonly LiveChannel[];
  /** Of the first two over the last seconds; null of one channel. */
  readonly balanceDb: number | null;
  readonly correlation: number | null;
  /** Taps heard on the loudest channel: since the beginning. */
  readonly knocks: readonly { readonly at: number; readonly dbfs: number }[];
  readonly dropouts: number;
}

const HOLD_S = 2;
const MEAN_S = 0.3;
const SIDES_S = 3;
const FULL = 0.9999;
const CLIP_RUN = 3;

/** Follows an input as it comes, block by block. */
export class LiveMeter {
  private readonly peak: Float64Array;
  private readonly held: Float64Array;
  private readonly heldAt: Float64Array;
  private readonly mean: Float64Array;
  private readonly run: Uint32Array;
  private readonly clips: Uint32Array;
  private readonly sums = { ll: 0, rr: 0, lr: 0 };
  private readonly knocks: KnockMeter;
  private readonly breaks: BreakMeter;
  private frames = 0;

  constructor(
    private readonly rateHz: number,
    channels: number,
  ) {
    this.peak = new Float64Array(channels);
    this.held = new Float64Array(channels);
    this.heldAt = new Float64Array(channels);
    this.mean = new Float64Array(channels);
    this.run = new Uint32Array(channels);
    this.clips = new Uint32Array(channels);
    const form: TakeForm = { rateHz, frames: Number.POSITIVE_INFINITY, fullScale: null };
    this.knocks = new KnockMeter(form);
    this.breaks = new BreakMeter(form);
  }

  push(block: readonly Float32Array[]): void {
    const n = block[0].length;
    const seconds = n / this.rateHz;
    let loudest = 0;
    for (const [c, x] of block.entries()) {
      let [peak, squares] = [0, 0];
      for (let i = 0; i < n; i++) {
        const a = Math.abs(x[i]);
        if (a > peak) peak = a;
        squares += a * a;
        if (a >= FULL) {
          this.run[c] += 1;
          if (this.run[c] === CLIP_RUN) this.clips[c] += 1;
        } else this.run[c] = 0;
      }
      this.peak[c] = peak;
      const now = this.frames / this.rateHz;
      if (peak >= this.held[c] || now - this.heldAt[c] > HOLD_S) {
        this.held[c] = peak;
        this.heldAt[c] = now;
      }
      const share = 1 - Math.exp(-seconds / MEAN_S);
      this.mean[c] += share * (squares / n - this.mean[c]);
      if (this.mean[c] > this.mean[loudest]) loudest = c;
    }
    if (block.length >= 2) {
      const keep = Math.exp(-seconds / SIDES_S);
      let [ll, rr, lr] = [0, 0, 0];
      for (let i = 0; i < n; i++) {
        ll += block[0][i] ** 2;
        rr += block[1][i] ** 2;
        lr += block[0][i] * block[1][i];
      }
      this.sums.ll = keep * this.sums.ll + ll;
      this.sums.rr = keep * this.sums.rr + rr;
      this.sums.lr = keep * this.sums.lr + lr;
    }
    this.knocks.push(block[loudest]);
    this.breaks.push(block[loudest]);
    this.frames += n;
  }

  clearClips(): void {
    this.clips.fill(0);
  }

  read(): LiveReading {
    const { ll, rr, lr } = this.sums;
    const two = this.peak.length >= 2 && (ll > 0 || rr > 0);
    return {
      seconds: this.frames / this.rateHz,
      channels: [...this.peak].map((peak, c) => ({
        peakDbfs: 2 * dbOf(peak),
        heldDbfs: 2 * dbOf(this.held[c]),
        rmsDbfs: dbOf(this.mean[c]),
        clips: this.clips[c],
      })),
      balanceDb: two ? dbOf(ll) - dbOf(rr) : null,
      correlation: two && ll > 0 && rr > 0 ? lr / Math.sqrt(ll * rr) : null,
      knocks: this.knocks.soFar(),
      dropouts: this.breaks.end().dropouts.count,
    };
  }
}

/** How much louder knocks on the outer microphone must be than those on the device, decibels; est. */
const OUTER_DB = 10;

/** Which microphone is live, by knocks on one and on the other. */
export function liveMicrophone(
  outerDbfs: readonly number[],
  deviceDbfs: readonly number[],
): 'outer' | 'device' | 'unclear' | 'nothing' {
  if (outerDbfs.length === 0 && deviceDbfs.length === 0) return 'nothing';
  const loudest = (x: readonly number[]) => Math.max(-120, ...x);
  const difference = loudest(outerDbfs) - loudest(deviceDbfs);
  return difference > OUTER_DB ? 'outer' : difference < -OUTER_DB ? 'device' : 'unclear';
}

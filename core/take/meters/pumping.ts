import type { Meter, TakeForm } from './meter';

const STEP_S = 0.05;
/** A pause: so far under the speech before it, for so long. */
const PAUSE_DB = 14;
const [LEAST_S, SKIP_S, MOST_S] = [0.45, 0.2, 3];
const SPEECH_FALL_DB_S = 4;
const LEAST_PAUSES = 3;
const LEAST_DBFS = -85;
/** A gain goes up steadily: so much of what changes in the pause lies on one line (its squared correlation); est. */
const LEAST_STEADY = 0.7;

export interface PumpingFigures {
  /** How fast the noise rises in the pauses, the middle one of them; nothing pumps at 0 or below. */
  readonly riseDbPerS: number;
  readonly riseDb: number;
  readonly pauses: number;
}

/** Does the noise come up in every pause, as an automatic gain lets it? Of one channel. */
export class PumpingMeter implements Meter<PumpingFigures | null> {
  private readonly step: number;
  private squares = 0;
  private filled = 0;
  private slow = 0;
  private speech = -200;
  private pause: number[] = [];
  private readonly slopes: number[] = [];
  private readonly rises: number[] = [];

  constructor({ rateHz }: TakeForm) {
    this.step = Math.round(STEP_S * rateHz);
    this.slow = Math.exp((-2 * Math.PI * 150) / rateHz);
  }

  private low = 0;

  push(x: Float32Array): void {
    for (let at = 0; at < x.length; ) {
      const n = Math.min(this.step - this.filled, x.length - at);
      // Rumble and mains stay the same below the noise that is listened for: they are left out.
      const { slow } = this;
      let { low } = this;
      let squares = 0;
      for (let i = at; i < at + n; i++) {
        low = slow * low + (1 - slow) * x[i];
        const high = x[i] - low;
        squares += high * high;
      }
      this.low = Math.abs(low) < 1e-30 ? 0 : low;
      this.squares += squares;
      this.filled += n;
      at += n;
      if (this.filled < this.step) return;
      this.judge(10 * Math.log10(this.squares / this.step + 1e-20));
      this.squares = 0;
      this.filled = 0;
    }
  }

  private judge(level: number): void {
    this.speech = Math.max(level, this.speech - SPEECH_FALL_DB_S * STEP_S);
    if (level < this.speech - PAUSE_DB && level > LEAST_DBFS) {
      this.pause.push(level);
      if (this.pause.length * STEP_S < MOST_S) return;
    }
    const heard = this.pause.slice(Math.round(SKIP_S / STEP_S), -1);
    if (heard.length * STEP_S >= LEAST_S && this.slopes.length < 2000) {
      const n = heard.length;
      const meanI = (n - 1) / 2;
      const mean = heard.reduce((a, b) => a + b, 0) / n;
      let [num, den, all] = [0, 0, 0];
      heard.forEach((v, i) => {
        num += (i - meanI) * (v - mean);
        den += (i - meanI) ** 2;
        all += (v - mean) ** 2;
      });
      // What comes by a jump is a breath or the next word.
      const slope = num ** 2 >= LEAST_STEADY * den * all ? num / den : 0;
      this.slopes.push(slope / STEP_S);
      this.rises.push(slope * (n - 1));
    }
    this.pause = [];
  }

  /** Null where there are too few pauses to tell. */
  end(): PumpingFigures | null {
    if (this.slopes.length < LEAST_PAUSES) return null;
    const middle = (x: readonly number[]) => [...x].sort((a, b) => a - b)[Math.floor(x.length / 2)];
    return { riseDbPerS: middle(this.slopes), riseDb: middle(this.rises), pauses: this.slopes.length };
  }
}

/** Samples to each side that one new sample is made of. */
const REACH = 24;
/** Share of the band that is kept: the rest is where the filter falls. */
const KEPT = 0.94;
const TAPS = 2 * REACH;
const PHASES = 512;

/** Weights of the old samples around a new one, for every place between two: each row passes a constant as it is. */
function weightsFor(step: number): Float64Array {
  const cut = KEPT * Math.min(1, 1 / step);
  const table = new Float64Array((PHASES + 1) * TAPS);
  for (let phase = 0; phase <= PHASES; phase++) {
    const row = table.subarray(phase * TAPS, (phase + 1) * TAPS);
    for (let k = 0; k < TAPS; k++) {
      const d = phase / PHASES + REACH - 1 - k;
      const x = Math.PI * cut * d;
      row[k] = (x === 0 ? 1 : Math.sin(x) / x) * (0.5 + 0.5 * Math.cos((Math.PI * d) / (REACH + 1)));
    }
    const norm = row.reduce((sum, w) => sum + w, 0);
    for (let k = 0; k < TAPS; k++) row[k] /= norm;
  }
  return table;
}

/**
 * Plays a sound at another speed: each new sample lies `step` old ones after the one before (a sinc under a Kaiser-like
 * window, 24 samples to each side; any handbook of signal processing). Above 1 it is shorter and higher, and what would
 * fold back is filtered out. Block by block, so that memory does not grow.
 */
export class Resampler {
  private readonly kept: Float32Array[];
  /** Place of the next new sample among the old ones, and of the first that is kept. */
  private position: number;
  private first = -REACH;
  private readonly weights: Float64Array;

  /** @param from old sample at which the first new one lies; may lie between two, or before the beginning */
  constructor(
    channels: number,
    private readonly step: number,
    from = 0,
  ) {
    this.kept = Array.from({ length: channels }, () => new Float32Array(REACH));
    this.position = from;
    this.weights = weightsFor(step);
  }

  push(block: readonly Float32Array[]): readonly Float32Array[] {
    const joined = this.kept.map((k, c) => {
      const all = new Float32Array(k.length + block[c].length);
      all.set(k);
      all.set(block[c], k.length);
      return all;
    });
    const available = this.first + joined[0].length;
    const count = Math.max(0, Math.ceil((available - REACH - this.position) / this.step));
    const out = joined.map(() => new Float32Array(count));
    const { weights } = this;
    for (let i = 0; i < count; i++) {
      const at = this.position + i * this.step;
      const whole = Math.floor(at);
      // Between two phases of the table as on a straight line: at 512 of them that is 100 dB down.
      const phase = (at - whole) * PHASES;
      const known = Math.floor(phase) * TAPS;
      const share = phase - Math.floor(phase);
      const from = whole - REACH + 1 - this.first;
      for (let c = 0; c < out.length; c++) {
        const old = joined[c];
        let [here, next] = [0, 0];
        for (let k = Math.max(0, -from); k < TAPS; k++) {
          const x = old[from + k];
          here += weights[known + k] * x;
          next += weights[known + TAPS + k] * x;
        }
        out[c][i] = here + share * (next - here);
      }
    }
    this.position += count * this.step;
    const keepFrom = Math.max(0, Math.min(joined[0].length, Math.floor(this.position) - REACH - this.first));
    joined.forEach((j, c) => {
      this.kept[c] = j.slice(keepFrom);
    });
    this.first += keepFrom;
    return out;
  }

  /** What is left once all has been pushed. */
  end(): readonly Float32Array[] {
    return this.push(this.kept.map(() => new Float32Array(REACH)));
  }
}

/** A whole sound at another speed. */
export function resampled(channels: readonly Float32Array[], step: number): readonly Float32Array[] {
  const resampler = new Resampler(channels.length, step);
  const [body, tail] = [resampler.push(channels), resampler.end()];
  const wanted = Math.max(1, Math.round(channels[0].length / step));
  return body.map((b, c) => {
    const all = new Float32Array(wanted);
    all.set(b.subarray(0, wanted));
    if (b.length < wanted) all.set(tail[c].subarray(0, wanted - b.length), b.length);
    return all;
  });
}

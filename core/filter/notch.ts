/** Width of a notch, hertz: narrow enough to leave a voice alone, wide enough for mains that wander. */
const WIDTH_HZ = 1.5;

/**
 * The sound without what lies at these frequencies (one two-pole notch after the other; any handbook).
 * @param x samples of one channel
 * @returns as many samples
 * @example notched(samples, 48_000, [50, 100, 150]);
 */
export function notched(x: Float32Array, rateHz: number, frequenciesHz: readonly number[]): Float32Array {
  const out = x.slice();
  for (const hz of frequenciesHz.filter((f) => f < rateHz / 2)) {
    const w = (2 * Math.PI * hz) / rateHz;
    const alpha = Math.sin(w) / (2 * (hz / WIDTH_HZ));
    const a0 = 1 + alpha;
    const [b1, a2] = [(-2 * Math.cos(w)) / a0, (1 - alpha) / a0];
    const b0 = 1 / a0;
    let [s0, s1] = [0, 0];
    for (let i = 0; i < out.length; i++) {
      const v = out[i];
      const y = b0 * v + s0;
      s0 = b1 * v - b1 * y + s1;
      s1 = b0 * v - a2 * y;
      out[i] = y;
    }
  }
  return out;
}

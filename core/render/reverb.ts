/** Delays of the combs and the all-passes, seconds: unlike each other, so that no tone rings out (Schroeder 1962). */
const COMBS_S = [0.0297, 0.0371, 0.0411, 0.0437];
const PASSES_S = [0.005, 0.0017];
const PASS_GAIN = 0.7;

/** What a room adds to a sound: its late part alone, as strong as the sound itself. */
export function reverberation(x: Float32Array, rateHz: number, reverbS: number): Float32Array {
  let out = new Float32Array(x.length);
  for (const delayS of COMBS_S) {
    const delay = Math.round(delayS * rateHz);
    const gain = 10 ** ((-3 * delayS) / reverbS);
    const line = new Float32Array(x.length);
    for (let i = 0; i < x.length; i++) {
      line[i] = (i >= delay ? x[i - delay] : 0) + gain * (i >= delay ? line[i - delay] : 0);
      out[i] += line[i];
    }
  }
  for (const delayS of PASSES_S) {
    const delay = Math.round(delayS * rateHz);
    const passed = new Float32Array(x.length);
    for (let i = 0; i < x.length; i++) {
      const [before, fed] = i >= delay ? [out[i - delay], passed[i - delay]] : [0, 0];
      passed[i] = -PASS_GAIN * out[i] + before + PASS_GAIN * fed;
    }
    out = passed;
  }
  const power = (a: Float32Array) => a.reduce((sum, v) => sum + v * v, 0);
  const gain = Math.sqrt(power(x) / Math.max(1e-20, power(out)));
  return out.map((v) => gain * v);
}

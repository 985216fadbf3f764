/** Order of the model that a voice is foretold by: two for each of its resonances, and some for the breath. */
export const ORDER = 32;

/** Coefficients, the first of them 1, of the filter that leaves the least of a sound (autocorrelation; Levinson and Durbin). */
export function modelOf(x: Float64Array): Float64Array {
  const r = new Float64Array(ORDER + 1);
  for (let lag = 0; lag <= ORDER; lag++) {
    let sum = 0;
    for (let i = lag; i < x.length; i++) sum += x[i] * x[i - lag];
    r[lag] = sum;
  }
  const a = new Float64Array(ORDER + 1);
  a[0] = 1;
  // A little white noise keeps it solvable where the sound is one tone.
  let left = r[0] * (1 + 1e-9) + 1e-20;
  for (let m = 1; m <= ORDER; m++) {
    let sum = r[m];
    for (let i = 1; i < m; i++) sum += a[i] * r[m - i];
    const k = -sum / left;
    const before = a.slice();
    for (let i = 1; i < m; i++) a[i] = before[i] + k * before[m - i];
    a[m] = k;
    left *= 1 - k * k;
  }
  return a;
}

/**
 * What of each sample was not foretold by the ones before it.
 * @param x with as many samples ahead as the model takes, of which nothing is told
 */
export function surprises(x: Float64Array, a: Float64Array): Float64Array {
  const order = a.length - 1;
  const out = new Float64Array(x.length - order);
  for (let i = 0; i < out.length; i++) {
    let sum = 0;
    for (let k = 0; k <= order; k++) sum += a[k] * x[i + order - k];
    out[i] = sum;
  }
  return out;
}

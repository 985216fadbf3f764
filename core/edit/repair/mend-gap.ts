import { modelOf, ORDER } from './predict';

/** How much sound on each side is learnt from, seconds. */
const LEARNT_S = 0.02;
/** Guessing, learning from the guess and guessing again comes to rest so soon. */
const ROUNDS = 3;

/**
 * Put new samples in the place of broken ones, so that the sound goes on as it was going: least squares with an autoregressive
 * model of what stands beside them (Janssen, Veldhuis and Vries 1986).
 * @param x is changed
 * @param from the first sample that is broken
 * @param to the first that is whole again
 */
export function mendGap(x: Float32Array, from: number, to: number, rateHz: number): void {
  const reach = Math.max(3 * ORDER, Math.round(LEARNT_S * rateHz));
  const start = Math.max(0, from - reach);
  const part = new Float64Array(x.subarray(start, Math.min(x.length, to + reach)));
  const [first, last] = [Math.max(0, from - start), Math.min(part.length, to - start)];
  if (last <= first || part.length < last - first + 2 * ORDER) return;
  part.fill(0, first, last);
  for (let n = 0; n < ROUNDS; n++) fill(part, first, last, modelOf(part));
  for (let i = first; i < last; i++) x[start + i] = part[i];
}

/** The samples from `first` to `last` that leave the least after the filter. */
function fill(x: Float64Array, first: number, last: number, a: Float64Array): void {
  const n = last - first;
  const b = new Float64Array(ORDER + 1).map((_, lag) => {
    let sum = 0;
    for (let i = lag; i <= ORDER; i++) sum += a[i] * a[i - lag];
    return sum;
  });
  const right = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    for (let lag = -ORDER; lag <= ORDER; lag++) {
      const at = first + i + lag;
      if (at >= 0 && at < x.length && (at < first || at >= last)) right[i] -= b[Math.abs(lag)] * x[at];
    }
  }
  x.set(solved(b, right), first);
}

/** Of a symmetric band matrix whose diagonals are constant (Cholesky). */
function solved(b: Float64Array, right: Float64Array): Float64Array {
  const n = right.length;
  const l = Array.from({ length: n }, () => new Float64Array(ORDER + 1));
  for (let i = 0; i < n; i++) {
    for (let j = Math.max(0, i - ORDER); j <= i; j++) {
      let sum = i === j ? b[0] * (1 + 1e-9) : b[i - j];
      for (let k = Math.max(0, i - ORDER); k < j; k++) sum -= l[i][i - k] * l[j][j - k];
      l[i][i - j] = i === j ? Math.sqrt(sum) : sum / l[j][0];
    }
  }
  const out = right.slice();
  for (let i = 0; i < n; i++) {
    for (let k = Math.max(0, i - ORDER); k < i; k++) out[i] -= l[i][i - k] * out[k];
    out[i] /= l[i][0];
  }
  for (let i = n - 1; i >= 0; i--) {
    for (let k = i + 1; k <= Math.min(n - 1, i + ORDER); k++) out[i] -= l[k][k - i] * out[k];
    out[i] /= l[i][0];
  }
  return out;
}

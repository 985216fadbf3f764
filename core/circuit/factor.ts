import type { PivotOrder } from './order';
import type { Stamped } from './stamp';

/** A = LU at one frequency, row by row in pivot order; L has a unit diagonal. */
export interface Factors {
  readonly order: PivotOrder;
  readonly lRe: Float64Array;
  readonly lIm: Float64Array;
  readonly uRe: Float64Array;
  readonly uIm: Float64Array;
  readonly dRe: Float64Array;
  readonly dIm: Float64Array;
}

/** A vector of unknowns, split so that it stays in typed arrays. */
export interface Vector {
  readonly re: Float64Array;
  readonly im: Float64Array;
}

/**
 * Work space that is used again: solving is synchronous, and a new array for each of a thousand solves costs more than the
 * arithmetic in it. Whoever takes it leaves zeros where zeros are counted on.
 */
let scratch: Vector = { re: new Float64Array(0), im: new Float64Array(0) };
function workSpace(size: number): Vector {
  if (scratch.re.length < size) scratch = vector(2 * size);
  return scratch;
}

export const vector = (size: number): Vector => ({ re: new Float64Array(size), im: new Float64Array(size) });

/** Below this share of the largest entry of its row, a pivot chosen for this very matrix is as good as nothing. */
export const NO_PIVOT = 1e-14;
/** Where capacitors come or go, a pivot chosen with or without them must still be this share to be reused. */
export const WEAK_ELSEWHERE = 1e-7;

/**
 * Numeric LU along a known pivot order.
 * @param leastPivot share of the largest entry of its row that every pivot must have.
 * @returns null when a pivot has become too small at this frequency, and the order must be found again.
 */
export function factorAlong(a: Stamped, order: PivotOrder, omega: number, leastPivot = NO_PIVOT): Factors | null {
  const n = a.size;
  const { lPtr, lIdx, uPtr, uIdx, aPtr, aEntry, aCol } = order;
  const lRe = new Float64Array(lIdx.length);
  const lIm = new Float64Array(lIdx.length);
  const uRe = new Float64Array(uIdx.length);
  const uIm = new Float64Array(uIdx.length);
  const dRe = new Float64Array(n);
  const dIm = new Float64Array(n);
  const { re: wRe, im: wIm } = workSpace(n);
  wRe.fill(0, 0, n);
  wIm.fill(0, 0, n);

  for (let p = 0; p < n; p++) {
    let largest = 0;
    for (let k = aPtr[p]; k < aPtr[p + 1]; k++) {
      const re = a.g[aEntry[k]];
      const im = omega * a.c[aEntry[k]];
      wRe[aCol[k]] = re;
      wIm[aCol[k]] = im;
      largest = Math.max(largest, Math.abs(re) + Math.abs(im));
    }
    for (let k = lPtr[p]; k < lPtr[p + 1]; k++) {
      const j = lIdx[k];
      const xr = wRe[j];
      const xi = wIm[j];
      wRe[j] = 0;
      wIm[j] = 0;
      if (xr === 0 && xi === 0) continue;
      // d holds the inverse of the pivot, so that rows multiply instead of dividing.
      const fr = xr * dRe[j] - xi * dIm[j];
      const fi = xr * dIm[j] + xi * dRe[j];
      lRe[k] = fr;
      lIm[k] = fi;
      for (let u = uPtr[j]; u < uPtr[j + 1]; u++) {
        const col = uIdx[u];
        wRe[col] -= fr * uRe[u] - fi * uIm[u];
        wIm[col] -= fr * uIm[u] + fi * uRe[u];
      }
    }
    const pr = wRe[p];
    const pi = wIm[p];
    wRe[p] = 0;
    wIm[p] = 0;
    const square = pr * pr + pi * pi;
    if (!(Math.sqrt(square) > leastPivot * largest)) return null;
    dRe[p] = pr / square;
    dIm[p] = -pi / square;
    for (let u = uPtr[p]; u < uPtr[p + 1]; u++) {
      const col = uIdx[u];
      uRe[u] = wRe[col];
      uIm[u] = wIm[col];
      wRe[col] = 0;
      wIm[col] = 0;
    }
  }
  return { order, lRe, lIm, uRe, uIm, dRe, dIm };
}

/** x with A x = b. */
export function solveWith(f: Factors, b: Vector): Vector {
  const { rowAt, colAt, lPtr, lIdx, uPtr, uIdx } = f.order;
  const n = rowAt.length;
  const y = workSpace(n);
  for (let p = 0; p < n; p++) {
    let re = b.re[rowAt[p]];
    let im = b.im[rowAt[p]];
    for (let k = lPtr[p]; k < lPtr[p + 1]; k++) {
      const j = lIdx[k];
      re -= f.lRe[k] * y.re[j] - f.lIm[k] * y.im[j];
      im -= f.lRe[k] * y.im[j] + f.lIm[k] * y.re[j];
    }
    y.re[p] = re;
    y.im[p] = im;
  }
  const x = vector(n);
  for (let p = n - 1; p >= 0; p--) {
    let re = y.re[p];
    let im = y.im[p];
    for (let u = uPtr[p]; u < uPtr[p + 1]; u++) {
      const j = uIdx[u];
      re -= f.uRe[u] * y.re[j] - f.uIm[u] * y.im[j];
      im -= f.uRe[u] * y.im[j] + f.uIm[u] * y.re[j];
    }
    y.re[p] = re * f.dRe[p] - im * f.dIm[p];
    y.im[p] = re * f.dIm[p] + im * f.dRe[p];
    x.re[colAt[p]] = y.re[p];
    x.im[colAt[p]] = y.im[p];
  }
  return x;
}

/** z with transposed(A) z = c: one of these gives the transfer from everywhere to one output. */
export function solveTransposed(f: Factors, c: Vector): Vector {
  const { rowAt, colAt, lPtr, lIdx, uPtr, uIdx } = f.order;
  const n = rowAt.length;
  const w = workSpace(n);
  for (let p = 0; p < n; p++) {
    w.re[p] = c.re[colAt[p]];
    w.im[p] = c.im[colAt[p]];
  }
  for (let p = 0; p < n; p++) {
    const re = w.re[p] * f.dRe[p] - w.im[p] * f.dIm[p];
    const im = w.re[p] * f.dIm[p] + w.im[p] * f.dRe[p];
    w.re[p] = re;
    w.im[p] = im;
    for (let u = uPtr[p]; u < uPtr[p + 1]; u++) {
      const j = uIdx[u];
      w.re[j] -= f.uRe[u] * re - f.uIm[u] * im;
      w.im[j] -= f.uRe[u] * im + f.uIm[u] * re;
    }
  }
  const z = vector(n);
  for (let p = n - 1; p >= 0; p--) {
    const re = w.re[p];
    const im = w.im[p];
    z.re[rowAt[p]] = re;
    z.im[rowAt[p]] = im;
    for (let k = lPtr[p]; k < lPtr[p + 1]; k++) {
      const j = lIdx[k];
      w.re[j] -= f.lRe[k] * re - f.lIm[k] * im;
      w.im[j] -= f.lRe[k] * im + f.lIm[k] * re;
    }
  }
  return z;
}

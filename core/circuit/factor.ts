import type { PivotOrder } from './order';
import type { Stamped } from './stamp';

/**
 * A = LU in several bands at once, row by row in pivot order; L has a unit diagonal. What one entry is in each band lies side by
 * side, `[entry * bands + band]`: the pattern is walked once for all of them, and the inner loops run over plain numbers.
 */
export interface Factors {
  readonly order: PivotOrder;
  readonly bands: number;
  readonly lRe: Float64Array;
  readonly lIm: Float64Array;
  readonly uRe: Float64Array;
  readonly uIm: Float64Array;
  /** Of all pivots, the smallest share of the largest entry of its row. */
  readonly weakest: number;
  /** The inverse of the pivots, so that rows multiply instead of dividing. */
  readonly dRe: Float64Array;
  readonly dIm: Float64Array;
}

/** One number for each unknown in each band, split: `[place[unknown] * bands + band]`. */
export interface Spread {
  readonly bands: number;
  readonly place: Int32Array;
  readonly re: Float64Array;
  readonly im: Float64Array;
}

/** A right-hand side, the same in every band: few of its rows are not nothing. */
export interface Sparse {
  readonly rows: readonly number[];
  readonly values: readonly number[];
}

/** Below this share of the largest entry of its row, a pivot chosen for this very matrix is as good as nothing. */
export const NO_PIVOT = 1e-14;
/** Where capacitors come or go, a pivot chosen with or without them must still be this share to be reused. */
export const WEAK_ELSEWHERE = 1e-7;

/**
 * Numeric LU along a known pivot order.
 * @param omegas one for each band, radians a second.
 * @param leastPivot share of the largest entry of its row that every pivot must have, in every band.
 * @returns null when a pivot has become too small in a band, and the order must be found again.
 */
export function factorAlong(
  a: Stamped,
  order: PivotOrder,
  omegas: readonly number[],
  leastPivot = NO_PIVOT,
): Factors | null {
  const n = a.size;
  const bands = omegas.length;
  const omega = Float64Array.from(omegas);
  const { lPtr, lIdx, uPtr, uIdx, aPtr, aEntry, aCol } = order;
  const lRe = new Float64Array(lIdx.length * bands);
  const lIm = new Float64Array(lIdx.length * bands);
  const uRe = new Float64Array(uIdx.length * bands);
  const uIm = new Float64Array(uIdx.length * bands);
  const dRe = new Float64Array(n * bands);
  const dIm = new Float64Array(n * bands);
  const wRe = new Float64Array(n * bands);
  const wIm = new Float64Array(n * bands);
  const largest = new Float64Array(bands);
  let weakest = 1;

  for (let p = 0; p < n; p++) {
    largest.fill(0);
    for (let k = aPtr[p]; k < aPtr[p + 1]; k++) {
      const re = a.g[aEntry[k]];
      const c = a.c[aEntry[k]];
      const at = aCol[k] * bands;
      const size = Math.abs(re);
      for (let b = 0; b < bands; b++) {
        const im = omega[b] * c;
        wRe[at + b] = re;
        wIm[at + b] = im;
        const whole = size + Math.abs(im);
        if (whole > largest[b]) largest[b] = whole;
      }
    }
    for (let k = lPtr[p]; k < lPtr[p + 1]; k++) {
      const j = lIdx[k];
      const at = j * bands;
      const own = k * bands;
      for (let b = 0; b < bands; b++) {
        const xr = wRe[at + b];
        const xi = wIm[at + b];
        wRe[at + b] = 0;
        wIm[at + b] = 0;
        lRe[own + b] = xr * dRe[at + b] - xi * dIm[at + b];
        lIm[own + b] = xr * dIm[at + b] + xi * dRe[at + b];
      }
      for (let u = uPtr[j]; u < uPtr[j + 1]; u++) {
        const to = uIdx[u] * bands;
        const from = u * bands;
        for (let b = 0; b < bands; b++) {
          const fr = lRe[own + b];
          const fi = lIm[own + b];
          wRe[to + b] -= fr * uRe[from + b] - fi * uIm[from + b];
          wIm[to + b] -= fr * uIm[from + b] + fi * uRe[from + b];
        }
      }
    }
    const at = p * bands;
    for (let b = 0; b < bands; b++) {
      const pr = wRe[at + b];
      const pi = wIm[at + b];
      const square = pr * pr + pi * pi;
      const share = Math.sqrt(square) / largest[b];
      if (!(share > leastPivot)) return null;
      if (share < weakest) weakest = share;
      dRe[at + b] = pr / square;
      dIm[at + b] = -pi / square;
      wRe[at + b] = 0;
      wIm[at + b] = 0;
    }
    for (let u = uPtr[p]; u < uPtr[p + 1]; u++) {
      const from = uIdx[u] * bands;
      const to = u * bands;
      for (let b = 0; b < bands; b++) {
        uRe[to + b] = wRe[from + b];
        uIm[to + b] = wIm[from + b];
        wRe[from + b] = 0;
        wIm[from + b] = 0;
      }
    }
  }
  return { order, bands, weakest, lRe, lIm, uRe, uIm, dRe, dIm };
}

/**
 * x with A x = b, in some of the bands. A source drives few rows and reaches few others, so rows that nothing has reached yet
 * are passed over.
 * @param first the first band that is wanted, and how many.
 */
export function solveWith(f: Factors, b: Sparse, first = 0, bands = f.bands): Spread {
  const { rowPosition, colPosition, lPtr, lIdx, uPtr, uIdx } = f.order;
  const { lRe, lIm, uRe, uIm, dRe, dIm, bands: all } = f;
  const n = rowPosition.length;
  const re = new Float64Array(n * bands);
  const im = new Float64Array(n * bands);
  const live = driven(b, rowPosition, re, bands);
  for (let p = 0; p < n; p++) {
    for (let k = lPtr[p]; k < lPtr[p + 1]; k++) {
      if (live[lIdx[k]] === 0) continue;
      live[p] = 1;
      subtractProduct(re, im, p * bands, lIdx[k] * bands, lRe, lIm, k * all + first, bands);
    }
  }
  for (let p = n - 1; p >= 0; p--) {
    for (let u = uPtr[p]; u < uPtr[p + 1]; u++) {
      if (live[uIdx[u]] === 0) continue;
      live[p] = 1;
      subtractProduct(re, im, p * bands, uIdx[u] * bands, uRe, uIm, u * all + first, bands);
    }
    if (live[p] === 1) multiply(re, im, p * bands, dRe, dIm, p * all + first, bands);
  }
  return { bands, place: colPosition, re, im };
}

/** z with transposed(A) z = c: one of these gives the transfer from everywhere to one output. */
export function solveTransposed(f: Factors, c: Sparse, first = 0, bands = f.bands): Spread {
  const { rowPosition, colPosition, lPtr, lIdx, uPtr, uIdx } = f.order;
  const { lRe, lIm, uRe, uIm, dRe, dIm, bands: all } = f;
  const n = rowPosition.length;
  const re = new Float64Array(n * bands);
  const im = new Float64Array(n * bands);
  const live = driven(c, colPosition, re, bands);
  for (let p = 0; p < n; p++) {
    if (live[p] === 0) continue;
    multiply(re, im, p * bands, dRe, dIm, p * all + first, bands);
    for (let u = uPtr[p]; u < uPtr[p + 1]; u++) {
      live[uIdx[u]] = 1;
      subtractProduct(re, im, uIdx[u] * bands, p * bands, uRe, uIm, u * all + first, bands);
    }
  }
  for (let p = n - 1; p >= 0; p--) {
    if (live[p] === 0) continue;
    for (let k = lPtr[p]; k < lPtr[p + 1]; k++) {
      live[lIdx[k]] = 1;
      subtractProduct(re, im, lIdx[k] * bands, p * bands, lRe, lIm, k * all + first, bands);
    }
  }
  return { bands, place: rowPosition, re, im };
}

/** Puts a right-hand side where its rows have gone; returns which rows are not nothing. */
function driven({ rows, values }: Sparse, position: Int32Array, re: Float64Array, bands: number): Uint8Array {
  const live = new Uint8Array(position.length);
  rows.forEach((row, i) => {
    const p = position[row];
    live[p] = 1;
    for (let b = p * bands; b < (p + 1) * bands; b++) re[b] += values[i];
  });
  return live;
}

/** x[to] -= x[from] * m[at], in every band. */
function subtractProduct(
  re: Float64Array,
  im: Float64Array,
  to: number,
  from: number,
  mRe: Float64Array,
  mIm: Float64Array,
  at: number,
  bands: number,
): void {
  for (let b = 0; b < bands; b++) {
    const xr = re[from + b];
    const xi = im[from + b];
    re[to + b] -= mRe[at + b] * xr - mIm[at + b] * xi;
    im[to + b] -= mRe[at + b] * xi + mIm[at + b] * xr;
  }
}

/** x[to] *= m[at], in every band. */
function multiply(
  re: Float64Array,
  im: Float64Array,
  to: number,
  mRe: Float64Array,
  mIm: Float64Array,
  at: number,
  bands: number,
): void {
  for (let b = 0; b < bands; b++) {
    const xr = re[to + b];
    const xi = im[to + b];
    re[to + b] = xr * mRe[at + b] - xi * mIm[at + b];
    im[to + b] = xr * mIm[at + b] + xi * mRe[at + b];
  }
}

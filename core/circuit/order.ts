import { atKey } from '../algorithms';
import type { Stamped } from './stamp';

/**
 * A pivot order with the pattern of L and U that it leads to, in pivot positions. It is found once and reused for every
 * frequency, because the pattern of A(w) does not depend on w.
 */
export interface PivotOrder {
  /** Row and column of A at pivot position p. */
  readonly rowAt: Int32Array;
  readonly colAt: Int32Array;
  /** Where row and column i of A have gone. */
  readonly rowPosition: Int32Array;
  readonly colPosition: Int32Array;
  /** Row p of L below the diagonal and of U beyond it: positions, ascending, from ptr[p] to ptr[p + 1]. */
  readonly lPtr: Int32Array;
  readonly lIdx: Int32Array;
  readonly uPtr: Int32Array;
  readonly uIdx: Int32Array;
  /** Entries of A sorted by pivot row: index into the stamp, and the column's position. */
  readonly aPtr: Int32Array;
  readonly aEntry: Int32Array;
  readonly aCol: Int32Array;
}

/** A pivot must be at least this share of the largest entry in its column (Markowitz threshold pivoting). */
const THRESHOLD = 1e-3;
/** Rows examined once a usable pivot is in hand; more costs time and saves little fill. */
const ROWS_TO_EXAMINE = 4;

interface Entry {
  re: number;
  im: number;
}

/**
 * Markowitz: eliminate on the pivot that can cause the least fill, (row count - 1)(column count - 1), among those large
 * enough in their column. Source: Markowitz 1957; threshold as in Duff, Erisman and Reid, "Direct Methods for Sparse Matrices".
 * @returns the order, or the index of an unknown that nothing determines.
 */
export function findOrder(a: Stamped, omega: number): PivotOrder | { readonly undetermined: number } {
  const n = a.size;
  const rows: Map<number, Entry>[] = Array.from({ length: n }, () => new Map());
  const cols: Set<number>[] = Array.from({ length: n }, () => new Set());
  for (let e = 0; e < a.rows.length; e++) {
    rows[a.rows[e]].set(a.cols[e], { re: a.g[e], im: omega * a.c[e] });
    cols[a.cols[e]].add(a.rows[e]);
  }
  // Rows by their number of entries, so that the shortest are at hand.
  const buckets: Set<number>[] = Array.from({ length: n + 1 }, () => new Set());
  for (let r = 0; r < n; r++) buckets[rows[r].size].add(r);

  const rowAt = new Int32Array(n);
  const colAt = new Int32Array(n);

  for (let p = 0; p < n; p++) {
    const pivot = choosePivot(rows, cols, buckets);
    if (!pivot) {
      const used = new Set(colAt.subarray(0, p));
      for (let c = 0; c < n; c++) if (!used.has(c)) return { undetermined: c };
    }
    const { row, col } = pivot!;
    rowAt[p] = row;
    colAt[p] = col;
    const pivotRow = rows[row];
    const pivotValue = atKey(pivotRow, col);
    buckets[pivotRow.size].delete(row);
    for (const c of pivotRow.keys()) cols[c].delete(row);
    for (const r of cols[col]) {
      const target = rows[r];
      const sizeBefore = target.size;
      const factor = divide(atKey(target, col), pivotValue);
      target.delete(col);
      for (const [c, v] of pivotRow) {
        if (c === col) continue;
        let entry = target.get(c);
        if (!entry) {
          entry = { re: 0, im: 0 };
          target.set(c, entry);
          cols[c].add(r);
        }
        entry.re -= factor.re * v.re - factor.im * v.im;
        entry.im -= factor.re * v.im + factor.im * v.re;
      }
      if (target.size !== sizeBefore) {
        buckets[sizeBefore].delete(r);
        buckets[target.size].add(r);
      }
    }
    cols[col].clear();
  }
  return orderAlong(a, { rowAt, colAt });
}

function choosePivot(
  rows: readonly Map<number, Entry>[],
  cols: readonly Set<number>[],
  buckets: readonly Set<number>[],
): { readonly row: number; readonly col: number } | null {
  let best: { row: number; col: number } | null = null;
  let bestCost = Number.POSITIVE_INFINITY;
  let bestSize = 0;
  let examined = 0;
  for (let count = 1; count < buckets.length; count++) {
    if ((count - 1) ** 2 > bestCost) break;
    for (const row of buckets[count]) {
      for (const [col, value] of rows[row]) {
        const cost = (count - 1) * (cols[col].size - 1);
        if (cost > bestCost) continue;
        const size = sizeOf(value);
        if (size === 0 || (cost === bestCost && size <= bestSize)) continue;
        let largest = 0;
        for (const r of cols[col]) {
          const v = atKey(rows[r], col);
          largest = Math.max(largest, sizeOf(v));
        }
        if (size < THRESHOLD * largest) continue;
        best = { row, col };
        bestCost = cost;
        bestSize = size;
      }
      if (best && ++examined >= ROWS_TO_EXAMINE) return best;
    }
  }
  return best;
}

/**
 * The pattern that elimination on given pivots leads to. It looks at no number: whether the pivots hold is seen when they
 * are factored along.
 * @param pivots of this system, or of one with the same unknowns and a few entries more or less.
 */
export function orderAlong(a: Stamped, { rowAt, colAt }: Pick<PivotOrder, 'rowAt' | 'colAt'>): PivotOrder {
  const n = a.size;
  const rowPosition = new Int32Array(n);
  const colPosition = new Int32Array(n);
  for (let p = 0; p < n; p++) {
    rowPosition[rowAt[p]] = p;
    colPosition[colAt[p]] = p;
  }
  const entries: number[][] = Array.from({ length: n }, () => []);
  for (let e = 0; e < a.rows.length; e++) entries[rowPosition[a.rows[e]]].push(e);
  const lower: number[][] = [];
  const upper: number[][] = [];
  // The row that a position was last met in: one array serves all rows.
  const metIn = new Int32Array(n).fill(-1);
  for (let p = 0; p < n; p++) {
    const left: number[] = [];
    const right: number[] = [];
    let first = p;
    const meet = (j: number) => {
      if (metIn[j] === p) return;
      metIn[j] = p;
      if (j > p) right.push(j);
      else if (j < first) first = j;
    };
    for (const e of entries[p]) meet(colPosition[a.cols[e]]);
    for (let j = first; j < p; j++) {
      if (metIn[j] !== p) continue;
      left.push(j);
      for (const fill of upper[j]) meet(fill);
    }
    lower.push(left);
    upper.push(right.sort((x, y) => x - y));
  }
  const [lPtr, lIdx] = compress(lower);
  const [uPtr, uIdx] = compress(upper);
  const [aPtr, aEntry] = compress(entries);
  const aCol = aEntry.map((e) => colPosition[a.cols[e]]);
  return { rowAt, colAt, rowPosition, colPosition, lPtr, lIdx, uPtr, uIdx, aPtr, aEntry, aCol };
}

function compress(lists: readonly (readonly number[])[]): [Int32Array, Int32Array] {
  const ptr = new Int32Array(lists.length + 1);
  for (let i = 0; i < lists.length; i++) ptr[i + 1] = ptr[i] + lists[i].length;
  const idx = new Int32Array(ptr[lists.length]);
  lists.forEach((list, i) => {
    idx.set(list, ptr[i]);
  });
  return [ptr, idx];
}

/** Conductances lie far from where a square overflows; `Math.hypot` guards against that at ten times the time. */
const sizeOf = ({ re, im }: Entry): number => Math.sqrt(re * re + im * im);

function divide(a: Entry, b: Entry): Entry {
  const d = b.re * b.re + b.im * b.im;
  return { re: (a.re * b.re + a.im * b.im) / d, im: (a.im * b.re - a.re * b.im) / d };
}

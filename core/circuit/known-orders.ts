import type { PivotOrder } from './order';
import type { Stamped } from './stamp';

/** An order that served a matrix, and the smallest share of its row that a pivot had there. */
export interface KnownOrder {
  readonly order: PivotOrder;
  readonly weakest: number;
}

interface Known extends KnownOrder {
  readonly shape: Int32Array;
}

/** Kept for so many matrices, the longest unused going first: a search tries many settings of a few chains. */
const MOST = 256;
const known = new Map<number, Known>();

/**
 * What decides an order: where the entries are, and how large each is, within a factor of 256. A turned knob leaves it as it
 * is, mostly; a plug that moves does not.
 * @param omega of the first band, radians a second.
 */
export function shapeOf({ size, rows, cols, g, c }: Stamped, omega: number): Int32Array {
  const shape = new Int32Array(2 * rows.length + 1);
  const wide = new Float64Array(2);
  // The upper half of a double holds its exponent; which half that is, the machine decides.
  const halves = new Int32Array(wide.buffer);
  const upper = isLittleEndian ? 1 : 0;
  shape[0] = size;
  for (let e = 0; e < rows.length; e++) {
    wide[0] = g[e];
    wide[1] = omega * c[e];
    const exponents = (halves[upper] >>> 23) * 512 + ((halves[2 + upper] >>> 23) & 0xff);
    shape[2 * e + 1] = rows[e] * size + cols[e];
    shape[2 * e + 2] = exponents;
  }
  return shape;
}

const isLittleEndian = new Int32Array(new Float64Array([1]).buffer)[0] === 0;

/** FNV-1a over whole words. */
function hashOf(shape: Int32Array): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < shape.length; i++) hash = Math.imul(hash ^ shape[i], 0x01000193);
  return hash;
}

/** The order that served a matrix of this shape before. */
export function recallOrder(shape: Int32Array): KnownOrder | null {
  const hash = hashOf(shape);
  const found = known.get(hash);
  if (!found || found.shape.length !== shape.length || found.shape.some((x, i) => x !== shape[i])) return null;
  known.delete(hash);
  known.set(hash, found);
  return found;
}

export function rememberOrder(shape: Int32Array, { order, weakest }: KnownOrder): void {
  known.set(hashOf(shape), { shape, order, weakest });
  if (known.size <= MOST) return;
  for (const oldest of known.keys()) {
    known.delete(oldest);
    return;
  }
}

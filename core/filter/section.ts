/** One pair of poles of a filter: y = b0 x + b1 x' + b2 x'' - a1 y' - a2 y'', a dash for each sample before. */
export interface Section {
  readonly b0: number;
  readonly b1: number;
  readonly b2: number;
  readonly a1: number;
  readonly a2: number;
}

/** Send samples through a section, in place. */
export function sendThrough({ b0, b1, b2, a1, a2 }: Section, x: Float32Array): void {
  let [s0, s1] = [0, 0];
  for (let i = 0; i < x.length; i++) {
    const v = x[i];
    const y = b0 * v + s0;
    s0 = b1 * v - a1 * y + s1;
    s1 = b2 * v - a2 * y;
    x[i] = y;
  }
}

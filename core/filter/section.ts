/** One pair of poles of a filter: y = b0 x + b1 x' + b2 x'' - a1 y' - a2 y'', a dash for each sample before. */
export interface Section {
  readonly b0: number;
  readonly b1: number;
  readonly b2: number;
  readonly a1: number;
  readonly a2: number;
}

/** Sections one after the other, with what they remember of the samples before. */
export class Chain {
  /** Two of each section. */
  private readonly kept: Float64Array;

  constructor(private readonly sections: readonly Section[]) {
    this.kept = new Float64Array(2 * sections.length);
  }

  /** The next sample, as it comes out. */
  next(value: number): number {
    const { sections, kept } = this;
    let v = value;
    for (let s = 0; s < sections.length; s++) {
      const { b0, b1, b2, a1, a2 } = sections[s];
      const y = b0 * v + kept[2 * s];
      const first = b1 * v - a1 * y + kept[2 * s + 1];
      // What has died away must not go on as numbers too small for a processor's quick way.
      kept[2 * s] = Math.abs(first) < 1e-30 ? 0 : first;
      kept[2 * s + 1] = b2 * v - a2 * y;
      v = y;
    }
    return v;
  }
}

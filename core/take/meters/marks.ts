/** A stretch of a take, seconds from its beginning. */
export interface Mark {
  readonly at: number;
  readonly lengthS: number;
}

const MOST_KEPT = 200;

/** Places of a take in the order they come, those close together as one. Only so many are kept; all are counted. */
export class Marks {
  readonly kept: Mark[] = [];
  count = 0;
  constructor(private readonly nearS: number) {}
  add(at: number, lengthS: number): void {
    this.count += 1;
    const last = this.kept.at(-1);
    if (last && at - (last.at + last.lengthS) <= this.nearS) {
      this.kept[this.kept.length - 1] = { at: last.at, lengthS: Math.max(last.lengthS, at + lengthS - last.at) };
    } else if (this.kept.length < MOST_KEPT) this.kept.push({ at, lengthS });
  }
}

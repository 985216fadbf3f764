const [BINS, LOWEST_DB] = [200, -180];

/** How often which level was there, one decibel a bin: keeps nothing that grows with a take. Levels in dBFS. */
export class LevelCounts {
  private readonly counts = new Uint32Array(BINS);
  private all = 0;

  /** @param power a mean square */
  add(power: number): void {
    const db = 10 * Math.log10(power + 1e-18);
    this.counts[Math.max(0, Math.min(BINS - 1, Math.floor(db - LOWEST_DB)))] += 1;
    this.all += 1;
  }

  /** So many fewer about this level, as far as there are any. */
  leaveOut(db: number, many: number): void {
    const bin = Math.floor(db - LOWEST_DB);
    let left = many;
    for (const b of [bin, bin + 1, bin - 1, bin + 2]) {
      const gone = Math.min(left, this.counts[b] ?? 0);
      if (gone === 0) continue;
      this.counts[b] -= gone;
      this.all -= gone;
      left -= gone;
    }
  }

  /** The level under which this share of them lies. */
  at(share: number): number {
    let seen = 0;
    for (let bin = 0; bin < BINS; bin++) {
      seen += this.counts[bin];
      if (seen > share * this.all) return bin + LOWEST_DB;
    }
    return LOWEST_DB;
  }

  /** How many reach a level. */
  from(db: number): number {
    let many = 0;
    for (let bin = Math.max(0, Math.ceil(db - LOWEST_DB)); bin < BINS; bin++) many += this.counts[bin];
    return many;
  }

  /** The share of them that reaches it; 0 of none. */
  shareFrom(db: number): number {
    return this.all === 0 ? 0 : this.from(db) / this.all;
  }
}

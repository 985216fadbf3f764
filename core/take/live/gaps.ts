import type { Loss } from './walk';

/** Blocks come unevenly; what is late by more than this, and never caught up, was lost, seconds. */
const LATE_S = 0.02;
/** Blocks that are looked at together: one of them comes as soon as it can. */
const SETTLE_S = 0.5;

/**
 * What a browser under load loses by itself: its sound falls behind the clock for good. Late blocks that are caught up are
 * none; clocks that drift apart by 300 parts in a million are none either.
 */
export class GapMeter {
  private readonly found: Loss[] = [];
  private seconds = 0;
  private began: number | null = null;
  /** The least lag of the stretch before and of this one. */
  private before: number | null = null;
  private now = Number.POSITIVE_INFINITY;
  private from = 0;

  /** @param seconds of sound in the block @param clockS when it came, by any clock that runs on */
  push(seconds: number, clockS: number): void {
    this.seconds += seconds;
    this.began ??= clockS - this.seconds;
    this.now = Math.min(this.now, clockS - this.began - this.seconds);
    if (this.seconds - this.from < SETTLE_S) return;
    const grown = this.before === null ? 0 : this.now - this.before;
    // It lies somewhere in this stretch or the one before.
    if (grown > LATE_S) this.found.push({ at: Math.max(0, this.from - SETTLE_S), seconds: 2 * SETTLE_S + grown });
    this.before = this.now;
    this.now = Number.POSITIVE_INFINITY;
    this.from = this.seconds;
  }

  end(): readonly Loss[] {
    return [...this.found];
  }
}

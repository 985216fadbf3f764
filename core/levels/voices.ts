import { oneWith } from '../algorithms';
import type { Assessment } from '../assess';
import { CLEAN_SNR_DB, LEAST_OVER_HUM_DB, QUIET_PEAK_DBFS } from '../gates';
import type { LedgerEntry } from '../readings';
import { limitsOf } from './figures';

/** How loud and how quiet a voice may be with the knobs as they stand, average dB SPL at 1 m. */
export interface VoiceRange {
  readonly source: string;
  readonly name: string;
  readonly nowSpl: number;
  /** With which its peaks just reach the first limit, and that limit; null when it arrives nowhere. */
  readonly loudestSpl: number | null;
  readonly first: LedgerEntry | null;
  /** With which it is just clean, and what it then drowns in. */
  readonly quietestSpl: number | null;
  readonly floor: 'noise' | 'hum' | 'level' | null;
}

/** Sound is linear until something clips, so that a decibel more at the mouth is a decibel more everywhere. */
export function voiceRanges(assessment: Assessment): readonly VoiceRange[] {
  const limits = limitsOf(assessment);
  const destinations = [assessment.readings, ...assessment.also];
  return assessment.readings.compiled.setup.job.sources.map(({ id, name, splAt1m }) => {
    const own = limits.filter((e) => e.source === id);
    const first = own.reduce<LedgerEntry | null>((f, e) => (f && f.spareDb <= e.spareDb ? f : e), null);
    // At each device by its best channel; the worst device decides.
    const margins = destinations.flatMap((r) => {
      if (!r.lines.some((l) => l.source === id && l.arrives)) return [];
      const arrivals = r.channels.map((c) => ({ c, a: oneWith(c.arrivals, 'source', id) }));
      const best = arrivals.reduce((b, x) => (b && b.a.peakDbfs >= x.a.peakDbfs ? b : x), arrivals[0]);
      if (!best || best.a.aWeightedVolt === 0) return [];
      const over = (volt: number) => 20 * Math.log10(best.a.aWeightedVolt / volt);
      const hum = Math.hypot(...best.c.hum.map((h) => h.aWeightedVolt));
      return [
        { floor: 'noise' as const, db: over(best.c.noise.aWeightedVolt) - CLEAN_SNR_DB },
        { floor: 'level' as const, db: best.a.peakDbfs - QUIET_PEAK_DBFS },
        ...(hum > 0 ? [{ floor: 'hum' as const, db: over(hum) - LEAST_OVER_HUM_DB }] : []),
      ];
    });
    const least = margins.reduce((m, x) => (m && m.db <= x.db ? m : x), margins[0]);
    return {
      source: id,
      name,
      nowSpl: splAt1m,
      loudestSpl: margins.length > 0 && first ? first.atSpl : null,
      first: margins.length > 0 ? first : null,
      quietestSpl: least ? splAt1m - least.db : null,
      floor: least?.floor ?? null,
    };
  });
}

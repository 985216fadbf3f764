import type { Assessment } from '../assess';
import type { PartId } from '../model';
import type { LedgerEntry } from '../readings';

/** What a setting of the knobs is worth. */
export interface Figures {
  /** Of the worst voice at the worst of its channels, A-weighted; null where none arrives. */
  readonly snrDb: number | null;
  /** The least that any amplifier or microphone on the way has above the peaks. */
  readonly spareDb: number;
  /** The loudest peak at any recorded channel, and the loudest peak of the quietest voice. */
  readonly peakDbfs: number;
  readonly quietestPeakDbfs: number;
  /** Where most of the noise comes from. */
  readonly noisiest: { readonly part: PartId; readonly what: string } | null;
  /** What has the least to spare before the converter. */
  readonly tightest: LedgerEntry | null;
}

/** Every limit that is recorded when it is passed, at any of the devices; each once. */
export function limitsOf({ readings, also }: Assessment): readonly LedgerEntry[] {
  const all = [readings, ...also].flatMap((r) => r.ledger);
  const key = (e: LedgerEntry) => `${e.source} ${e.part} ${e.id}`;
  const feeding = new Set(all.filter((e) => e.feeds).map(key));
  return all.filter((e, i) => feeding.has(key(e)) && all.findIndex((o) => key(o) === key(e)) === i);
}

export function figuresOf(assessment: Assessment): Figures {
  const limits = limitsOf(assessment);
  const channels = [assessment.readings, ...assessment.also].flatMap((r) => r.channels);
  const heard = channels.filter((c) => Number.isFinite(c.snrDb));
  const worst = heard.reduce((w, c) => (w && w.snrDb <= c.snrDb ? w : c), heard[0]);
  const before = limits.filter((e) => e.what !== 'converter');
  const tightest = before.reduce<LedgerEntry | null>((t, e) => (t && t.spareDb <= e.spareDb ? t : e), null);
  const peakOf = (source: string) =>
    Math.max(-200, ...channels.flatMap((c) => c.arrivals.filter((a) => a.source === source).map((a) => a.peakDbfs)));
  const peaks = assessment.readings.compiled.setup.job.sources.map((s) => peakOf(s.id));
  return {
    snrDb: worst?.snrDb ?? null,
    spareDb: tightest?.spareDb ?? 0,
    peakDbfs: Math.max(...peaks),
    quietestPeakDbfs: Math.min(...peaks),
    noisiest: worst?.noise.shares[0] ?? null,
    tightest,
  };
}

import { isFaultKind, type Seen } from '../diagnose';
import type { Catalogue, Drawer, Entry } from '../model';
import { type Rate, rateOf } from '../plan';
import { type Drifted, driftedIn } from './own-figures';
import { withFaults } from './with-faults';

/** Faults that were found and mended, as Mend counts them: what was the matter once is likelier to be it again. */
export const seenIn = (entries: readonly Entry[]): readonly Seen[] =>
  entries.flatMap(({ did, cause }) =>
    did === 'fixed' && cause?.kind !== undefined && isFaultKind(cause.kind)
      ? [{ kind: cause.kind, class: cause.class ?? null }]
      : [],
  );

/** How sure a class is on a device, by what the trade tells and one's own results. */
export interface Sureness extends Rate {
  readonly device: string;
}

/** A kind of fault with how often it was it, and at which class most. */
export interface Frequent {
  readonly kind: string;
  readonly times: number;
  readonly mostAt: string | null;
}

export interface Lessons {
  /** Of every class and device that there are own results of, least sure first. */
  readonly sure: readonly Sureness[];
  /** What was the matter, most often first. */
  readonly causes: readonly Frequent[];
  /** Classes at which something was the matter three times or more: worth another look, or a spare. */
  readonly suspects: readonly { readonly class: string; readonly times: number }[];
  /** Figures of one's own parts that are not what they were. */
  readonly drifted: readonly Drifted[];
}

/** A class that was at fault so often is worth another look. */
const OFTEN = 3;

/** What a log and the results in the drawers teach. */
export function lessonsOf(entries: readonly Entry[], drawers: readonly Drawer[], catalogue: Catalogue): Lessons {
  const known = drawers.map((d, i) => (i === 0 ? withFaults(d, entries, catalogue) : d));
  const outcomes = known.flatMap((d) => d.outcomes ?? []).filter((o) => catalogue.parts.has(o.class));
  const [first] = drawers;
  const pairs = new Map(outcomes.map((o) => [`${o.class} ${o.device}`, o]));
  const sure = [...pairs.values()].flatMap(({ class: id, device }) => {
    const rate = first ? rateOf(id, device, { ...first, outcomes }, catalogue) : null;
    return rate ? [{ ...rate, device }] : [];
  });
  const seen = entries.filter((e) => e.did === 'fixed' && e.cause);
  const count = (of: (e: Entry) => string | null | undefined) => {
    const times = new Map<string, number>();
    for (const e of seen) {
      const key = of(e);
      if (key) times.set(key, (times.get(key) ?? 0) + 1);
    }
    return [...times].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1));
  };
  const causes = count((e) => e.cause?.kind ?? null).map(([kind, times]): Frequent => {
    const [most] = seen
      .filter((e) => e.cause?.kind === kind && e.cause.class)
      .map((e) => e.cause!.class!)
      .sort(
        (a, b) => seen.filter((e) => e.cause?.class === b).length - seen.filter((e) => e.cause?.class === a).length,
      );
    return { kind, times, mostAt: most ?? null };
  });
  return {
    sure: sure.sort((a, b) => a.mean - b.mean),
    causes,
    suspects: count((e) => e.cause?.class ?? null)
      .filter(([, times]) => times >= OFTEN)
      .map(([id, times]) => ({ class: id, times })),
    drifted: drawers.flatMap((d) => driftedIn(d, catalogue)),
  };
}

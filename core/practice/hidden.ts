import { itemAt } from '../algorithms';
import type { Fault } from '../change';
import { type Belief, type Hunt, NOTICES, type NoticeId, type Probe, shows } from '../diagnose';

/** What is really so in a setup: the faults, and the suspects that they are of. */
export interface Truth {
  readonly hunt: Hunt;
  readonly faults: readonly Fault[];
  readonly keys: readonly string[];
}

/** What would be noticed, likeliest first; nothing where nothing shows. */
export function noticedOf({ hunt, faults }: Pick<Truth, 'hunt' | 'faults'>): readonly NoticeId[] {
  const seeming = hunt.bench.seeming(faults);
  if (!seeming) return [];
  return NOTICES.map((n) => ({ id: n.id, p: shows(n.id, seeming.signs, hunt.usual) }))
    .filter((x) => x.p > 0.5)
    .sort((a, b) => b.p - a.p)
    .map((x) => x.id);
}

/** What is answered where just these faults are left, by somebody who sees right. */
export function answerWhere(belief: Belief, probe: Probe, left: readonly Fault[]): string {
  const row = belief.answersWhere(probe, left);
  return itemAt(probe.answers, row.indexOf(Math.max(...row))).value;
}

/** What of some faults is left after an act. */
export function leftAfter(hunt: Hunt, { tells }: Probe, left: readonly Fault[]): readonly Fault[] {
  if (tells.by !== 'cure') return left;
  const cured = hunt.suspects.filter((s) => tells.cures.has(s.key)).flatMap((s) => s.faults);
  return left.filter((f) => !cured.includes(f));
}

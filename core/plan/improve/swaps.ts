import { type Assessment, assess } from '../../assess';
import { apply } from '../../change';
import type { GateName, Status } from '../../gates';
import { type Catalogue, type ClassId, type Drawer, type PartId, partIn, type Setup } from '../../model';
import { stockOf } from '../stock';
import { compareScores, type Score, scoreOf, statusesOf } from '../tuning';

/** Another class that fits in a part's place, and what it would do. */
export interface Swap {
  readonly classId: ClassId;
  readonly owned: boolean;
  readonly price: number;
  readonly setup: Setup;
  readonly score: Score;
  readonly gates: Readonly<Record<GateName, Status>>;
}

const RANK: readonly Status[] = ['pass', 'caution', 'not known', 'fail'];
const safety = ({ byGate }: Assessment): number => RANK.indexOf(byGate.safe.status);

/** Everything that fits where a part is, best first: owned before bought where they do the same. */
export function swapsFor(setup: Setup, part: PartId, drawer: Drawer | null, catalogue: Catalogue): readonly Swap[] {
  const stock = stockOf(drawer, catalogue);
  const present = partIn(setup, part).class;
  const swaps: Swap[] = [];
  const now = assess(setup, catalogue);
  const safe = now.ok ? safety(now.value) : 0;
  for (const { id: classId, kind } of catalogue.parts.values()) {
    if (classId === present || kind === 'unknown') continue;
    const inUse = setup.parts.filter((p) => p.class === classId).length;
    const take = stock.take(classId, inUse);
    const next = apply(setup, catalogue, { do: 'replace', part, by: take.part });
    if (!next) continue;
    const assessed = assess(next, catalogue);
    // What would be less safe than it is, is not proposed.
    if (!assessed.ok || safety(assessed.value) > safe) continue;
    swaps.push({
      classId,
      owned: take.owned,
      price: take.price,
      setup: next,
      score: scoreOf(assessed.value),
      gates: statusesOf(assessed.value.verdicts),
    });
  }
  return swaps.sort((a, b) => compareScores(a.score, b.score) || a.price - b.price);
}

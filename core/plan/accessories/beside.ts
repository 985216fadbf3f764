import { classIn, isAsked, isBeside, sendsNotes, type With } from '../../model';
import { type Candidate, type Planning, scoreOf } from '../tuning';
import { putIn } from './add-accessories';
import { withKeyboard } from './keyboards';

/**
 * What the job asks for that stands beside the line: keyboards for notes, headphones, chargers. What is there already stays.
 * @returns null where something asked for goes in nowhere without a gate failing that did not
 */
export function withBeside(settled: Candidate, planning: Planning): Candidate | null {
  const { catalogue } = planning;
  let now: Candidate | null = settled;
  for (const asked of settled.setup.job.with ?? []) {
    if (!isBeside(asked, catalogue)) continue;
    if (now?.setup.parts.some((p) => isAsked(classIn(catalogue, p.class), asked))) continue;
    now = now && (sendsOf(asked, planning) ? withKeyboard(now, asked, planning) : withAccessory(now, asked, planning));
  }
  return now;
}

const sendsOf = (asked: With, { catalogue }: Planning): boolean =>
  'sort' in asked || sendsNotes(classIn(catalogue, asked.class));

function withAccessory(settled: Candidate, asked: With, planning: Planning): Candidate | null {
  const c = [...planning.catalogue.parts.values()].find((x) => isAsked(x, asked));
  const tried = c && putIn(c.kind === 'power' ? 'power' : 'listening', [c], settled, planning);
  if (!tried) return null;
  const [before, after] = [scoreOf(settled.assessment), scoreOf(tried.assessment)];
  return after.failing <= before.failing && after.unknown <= before.unknown ? tried : null;
}

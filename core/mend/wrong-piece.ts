import { type Cause, type Failing, keyOf, rankOf, sayWrongPiece, type Try, unexplained } from '../cause';
import { type Change, touched } from '../change';
import { type Bench, isOwn, type Mend } from './mend';

/** What no act at hand explains and another piece does: the piece that is there is the wrong one, or one is missing. */
export function wrongPiece(
  { setup, before, catalogue }: Bench,
  causes: readonly Cause[],
  found: readonly Mend[],
  fetched: readonly Try[],
): Cause | null {
  const left = unexplained(before, causes);
  const isAsked = (f: Failing) =>
    (f.gate === 'wired' && f.topic.startsWith('arrives')) || (f.gate === 'powered' && f.topic.startsWith('needs'));
  const whole = found.find((m) => m.leaves.length === 0 && m.changes.some(fetches));
  const single = fetched.find((t) => left.some((f) => isAsked(f) && t.effect.resolved.has(keyOf(f))));
  const change = whole?.changes.find(fetches) ?? single?.change;
  const faults = whole ? left : left.filter((f) => single?.effect.resolved.has(keyOf(f)));
  if (!change || !faults.some(isAsked)) return null;
  // What one came with is not called wrong: what was measured stands for itself.
  if (change.do === 'replace' && isOwn(setup, catalogue, change.part)) return null;
  const { parts, joints } = touched(setup, change);
  const speaks = [...faults].sort((a, b) => rankOf(a) - rankOf(b))[0];
  return {
    faults: faults.map(({ gate, topic }) => ({ gate, topic })),
    changes: [],
    sentence: sayWrongPiece(setup, catalogue, change, speaks),
    part: (change.do === 'attach' ? speaks.finding.part : undefined) ?? parts[0],
    // Where it was measured, else, of a piece in the line, the joint by which it leads on.
    ...place(speaks.finding.joint ?? joints.at(-1)),
  };
}

const place = (joint: string | undefined) => (joint === undefined ? {} : { joint });
const fetches = (c: Change): boolean => c.do === 'insert' || c.do === 'replace' || c.do === 'attach';

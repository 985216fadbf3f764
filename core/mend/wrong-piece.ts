import { itemAt } from '../algorithms';
import { assess } from '../assess';
import {
  type Cause,
  effectOf,
  type Failing,
  keyOf,
  rankOf,
  sayCause,
  sayWrongPiece,
  type Try,
  unexplained,
} from '../cause';
import { apply, type Change, touched } from '../change';
import type { PartId, Setup } from '../model';
import { type Bench, isOwn, type Mend } from './mend';

/**
 * What no act at hand explains and another piece does: the piece that is there is the wrong one, or one is missing. Of a mend
 * of several pieces each is told of what fails no more once it is there.
 */
export function wrongPieces(
  bench: Bench,
  causes: readonly Cause[],
  found: readonly Mend[],
  fetched: readonly Try[],
): readonly Cause[] {
  const { setup, before, catalogue } = bench;
  const left = unexplained(before, causes);
  const whole = found.find((m) => m.leaves.length === 0 && m.changes.some(fetches));
  if (!whole) {
    const single = fetched.find((t) => left.some((f) => isAsked(f) && t.effect.resolved.has(keyOf(f))));
    if (!single) return [];
    const faults = left.filter((f) => single.effect.resolved.has(keyOf(f)));
    return causeOf(bench, setup, single.change, faults);
  }
  const told: Cause[] = [];
  let now = setup;
  let untold = left;
  const done = new Set<string>();
  let blamed: { readonly change: Change; readonly at: Setup } | null = null;
  for (const change of whole.changes) {
    if (fetches(change)) blamed ??= { change, at: now };
    const was = now;
    const next = apply(now, catalogue, change);
    const after = next && assess(next, catalogue);
    if (!next || !after?.ok) break;
    now = next;
    const { resolved } = effectOf(before, after.value);
    const faults = untold.filter((f) => resolved.has(keyOf(f)));
    const does = [...resolved].some((k) => !done.has(k));
    for (const k of resolved) done.add(k);
    // A piece that mends what is told already is not to blame for what comes after it.
    if (faults.length === 0 && does) blamed = null;
    if (faults.length === 0) continue;
    // Beside another cause what was measured is told too: nothing that fails is left without a word.
    const others = causes.length + told.length > 0;
    if (blamed) told.push(...causeOf(bench, blamed.at, blamed.change, faults, others));
    else if (others && !fetches(change)) told.push(actOf(bench, was, change, faults));
    untold = untold.filter((f) => !faults.includes(f));
    blamed = null;
  }
  return told;
}

/** What needs a cause: a voice that does not arrive, what lacks its voltage. All else that was measured says it itself. */
const isAsked = ({ gate, topic }: Failing): boolean =>
  (gate === 'wired' && topic.startsWith('arrives')) || (gate === 'powered' && topic.startsWith('needs'));

/** @param now the setup in which the change is done: with the pieces that come before it. */
function causeOf(
  { setup, catalogue }: Bench,
  now: Setup,
  change: Change,
  faults: readonly Failing[],
  isFurther = false,
): readonly Cause[] {
  if (!isFurther && !faults.some(isAsked) && change.do !== 'attach') return [];
  // What one came with is not called wrong: what was measured stands for itself.
  if (change.do === 'replace' && isOwn(now, catalogue, change.part)) return [];
  const { parts, joints } = touched(now, change);
  const speaks = itemAt(
    [...faults].sort((a, b) => rankOf(a) - rankOf(b)),
    0,
  );
  const isHere = (part: PartId | undefined) => setup.parts.some((p) => p.id === part);
  const part = [change.do === 'attach' ? speaks.finding.part : undefined, ...parts, speaks.finding.part].find(isHere);
  // Where it was measured, else, of a piece in the line, the joint by which it leads on.
  const joint = [speaks.finding.joint, ...joints.toReversed()].find((id) => setup.joints.some((j) => j.id === id));
  return [
    {
      faults: faults.map(({ gate, topic }) => ({ gate, topic })),
      changes: [],
      sentence: sayWrongPiece(now, catalogue, change, speaks),
      ...(part === undefined ? {} : { part }),
      ...(joint === undefined ? {} : { joint }),
    },
  ];
}

/** An act at hand that mends what is left beside another piece. */
function actOf({ setup, catalogue }: Bench, now: Setup, change: Change, faults: readonly Failing[]): Cause {
  const { parts, joints } = touched(now, change);
  const part = parts.find((id) => setup.parts.some((p) => p.id === id));
  const joint = joints.find((id) => setup.joints.some((j) => j.id === id));
  return {
    faults: faults.map(({ gate, topic }) => ({ gate, topic })),
    changes: [change],
    sentence: sayCause(now, catalogue, [change], faults),
    ...(part === undefined ? {} : { part }),
    ...(joint === undefined ? {} : { joint }),
  };
}

const fetches = (c: Change): boolean => c.do === 'insert' || c.do === 'replace' || c.do === 'attach';

import { oneWith } from '@/core/algorithms';
import type { Report } from '@/core/assess';
import type { Way } from '@/core/call';
import type { Cause } from '@/core/cause';
import type { GateName, Lane } from '@/core/gates';

/** What the person looks at: a gate, a part, a joint, the app, or what else there is. */
export type Focus =
  | { readonly on: 'gate'; readonly gate: GateName }
  | { readonly on: 'part'; readonly id: string }
  | { readonly on: 'joint'; readonly id: string }
  | { readonly on: 'app' }
  /** The way of a voice to a listener. */
  | { readonly on: 'way'; readonly from: string; readonly to: string }
  /** Parts to be put on the table. */
  | { readonly on: 'add' };

/** What lights up on the sheet. */
export interface Lit {
  readonly parts: ReadonlySet<string>;
  readonly joints: ReadonlySet<string>;
  readonly lane: Lane | null;
  readonly wrong: boolean;
  /** The connections are a way from a voice to a listener: all else steps back. */
  readonly isWay?: boolean;
}

export function litBy(focus: Focus, report: Report, causes: readonly Cause[], way: Way | null = null): Lit {
  if (focus.on === 'way') {
    const { parts, joints } = way ?? { parts: [], joints: [] };
    return { parts: new Set(parts), joints: new Set(joints), lane: null, wrong: false, isWay: joints.length > 0 };
  }
  if (focus.on === 'part') return { parts: new Set([focus.id]), joints: new Set(), lane: null, wrong: false };
  if (focus.on === 'joint') return { parts: new Set(), joints: new Set([focus.id]), lane: null, wrong: false };
  if (focus.on === 'app' || focus.on === 'add')
    return { parts: new Set(), joints: new Set(), lane: null, wrong: false };
  const verdict = oneWith(report.verdicts, 'gate', focus.gate);
  // Where the cause is known, that is the place; until then what was measured says where.
  const cause = causes.find((c) => c.faults.some((f) => f.gate === focus.gate));
  const wrong = verdict.status === 'fail' || verdict.status === 'caution';
  const pointed = wrong ? [cause ?? verdict] : [];
  return {
    parts: new Set(pointed.flatMap((f) => f.part ?? [])),
    joints: new Set(pointed.flatMap((f) => f.joint ?? [])),
    lane: verdict.lane,
    wrong: pointed.length > 0,
  };
}

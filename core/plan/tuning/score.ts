import type { Assessment } from '../../assess';
import type { GateName, Status, Verdict } from '../../gates';

/** How good an assessment is, in the order that counts: failing gates, then margin, to a tenth. */
export interface Score {
  readonly failing: number;
  /** Gates that cannot be told; a chain that hides its faults must not win by it. */
  readonly unknown: number;
  readonly margin: number;
}

export function scoreOf(assessment: Assessment): Score {
  const { verdicts } = assessment;
  const rooms = verdicts.map((v) => v.margin).filter((r) => r !== null);
  return {
    failing: verdicts.filter((v) => v.status === 'fail').length,
    unknown: verdicts.filter((v) => v.status === 'not known').length,
    margin: Math.round(10 * Math.min(...rooms)) / 10,
  };
}

/** Below 0 when a is better than b. */
export const compareScores = (a: Score, b: Score): number =>
  a.failing + a.unknown - (b.failing + b.unknown) || b.margin - a.margin;

export const statusesOf = (verdicts: readonly Verdict[]): Readonly<Record<GateName, Status>> =>
  Object.fromEntries(verdicts.map((v) => [v.gate, v.status])) as Record<GateName, Status>;

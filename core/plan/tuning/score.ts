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

/** What is cheap to judge first, so that what fails early is known to be no better before all of it is judged. */
export const CHEAP_FIRST: readonly GateName[] = ['fit', 'seen', 'powered', 'wired', 'level', 'heard', 'clean', 'safe'];

const isIll = (status: Status): boolean => status === 'fail' || status === 'not known';

/** Do no more gates of `a` fail or stay unknown than of `b`? No more of `a` is judged than that takes. */
export function isAsSound(a: Assessment, b: Assessment): boolean {
  const most = b.verdicts.filter((v) => isIll(v.status)).length;
  let ill = 0;
  return CHEAP_FIRST.every((gate) => {
    if (isIll(a.byGate[gate].status)) ill += 1;
    return ill <= most;
  });
}

/** The same as `compareScores` of their scores below 0. */
export const isBetter = (a: Assessment, b: Assessment): boolean =>
  isAsSound(a, b) && compareScores(scoreOf(a), scoreOf(b)) < 0;

/** Does no gate fail? */
export const failsNothing = ({ byGate }: Assessment): boolean => !fails(byGate, CHEAP_FIRST, 1);

/** Do so many of these gates fail? */
export function fails(byGate: Assessment['byGate'], gates: readonly GateName[], enough: number): boolean {
  let failing = 0;
  return gates.some((g) => {
    if (byGate[g].status === 'fail') failing += 1;
    return failing >= enough;
  });
}

/** Below 0 when a is better than b. */
export const compareScores = (a: Score, b: Score): number =>
  a.failing + a.unknown - (b.failing + b.unknown) || b.margin - a.margin;

export const statusesOf = (verdicts: readonly Verdict[]): Readonly<Record<GateName, Status>> =>
  Object.fromEntries(verdicts.map((v) => [v.gate, v.status])) as Record<GateName, Status>;

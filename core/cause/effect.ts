import type { Assessment } from '../assess';
import { type Finding, type GateName, stageOf as lateness, type Status, type Verdict } from '../gates';

/** One failing finding, by the gate that found it and what it judged. */
export interface Fault {
  readonly gate: GateName;
  readonly topic: string;
}

export interface Failing extends Fault {
  readonly finding: Finding;
}

/** Everything that fails, gate by gate; where nothing does, what is a caution. */
export const failingOf = (assessment: Assessment): readonly Failing[] => illBy(assessment, severityOf(assessment));

type Severity = 'fail' | 'caution';

export const severityOf = ({ verdicts }: Assessment): Severity =>
  verdicts.some((v) => isIll(v.status)) ? 'fail' : 'caution';

const illBy = ({ verdicts }: Assessment, severity: Severity): readonly Failing[] =>
  verdicts.flatMap((v) =>
    v.findings
      .filter((f) => f.status === 'fail' || (severity === 'caution' && f.status === 'caution'))
      .map((finding) => ({ gate: v.gate, topic: finding.topic, finding })),
  );

export const keyOf = ({ gate, topic }: Fault): string => `${gate} ${topic}`;

/** What a change does to what fails. */
export interface Effect {
  /** Findings that failed before and do not any more, their gates known. */
  readonly resolved: ReadonlySet<string>;
  /** A gate fails or cannot be told that was told and did not. */
  readonly worse: boolean;
  readonly failing: number;
  readonly cautions: number;
  /** A voice does not arrive, still or now. */
  readonly silent: boolean;
  /** Something that failed has another figure or status than before, or something else fails. */
  readonly moves: boolean;
  /** The least exact room of the gates that were ill, for telling a better mend from a bare one. */
  readonly room: number;
}

const stageOf = ({ gate, topic }: Fault): number => lateness(gate, topic);

const isIll = (s: Status): boolean => s === 'fail' || s === 'not known';

export function effectOf(before: Assessment, after: Assessment): Effect {
  const still = new Set(illBy(after, severityOf(before)).map(keyOf));
  const statusOf = (a: Assessment, gate: GateName) => a.verdicts.find((v) => v.gate === gate)!.status;
  const was = failingOf(before);
  const had = new Set(was.map(keyOf));
  const news = illBy(after, severityOf(before)).filter((f) => !had.has(keyOf(f)));
  const silent = illBy(after, 'fail').some((f) => f.gate === 'wired' && f.topic.startsWith('arrives'));
  // What only fails in other words, or fails earlier on the way, is not mended; nor is the level of what does not arrive.
  const resolved = was
    .filter((f) => !still.has(keyOf(f)) && statusOf(after, f.gate) !== 'not known')
    .filter((f) => !silent || (f.gate !== 'level' && f.gate !== 'clean'))
    .filter((f) => !news.some((n) => n.gate === f.gate && stageOf(n) <= stageOf(f)))
    .map(keyOf);
  // Nothing may come to fail; and what is safe stays as safe, but for a fader that could always be turned too far.
  const thrown = (a: Assessment) =>
    a.verdicts.find((v) => v.gate === 'safe')!.findings.filter((f) => f.topic.startsWith('thrown')).length;
  const worse =
    (statusOf(before, 'safe') !== 'fail' && thrown(after) > thrown(before)) ||
    after.verdicts.some((v) => isIll(v.status) && !isIll(statusOf(before, v.gate)));
  const ill = after.verdicts.filter((v) => isIll(v.status));
  const rooms = after.verdicts.map((v) => v.margin).filter((r) => r !== null);
  return {
    resolved: new Set(resolved),
    worse,
    failing: ill.length,
    cautions: after.verdicts.filter((v) => v.status === 'caution').length,
    silent,
    moves: news.length > 0 || was.some((f) => hasMoved(f.finding, after.verdicts.find((v) => v.gate === f.gate)!)),
    room: Math.min(2, ...rooms),
  };
}

/**
 * A thousandth of what is missing counts as none: a gain turned 30 dB further does 32 times as much, and that mends nothing
 * either.
 */
const NONE = 1e-3;

function hasMoved(was: Finding, { findings }: Verdict): boolean {
  const now = findings.find((f) => f.topic === was.topic);
  if (now?.status !== was.status) return true;
  // Without a figure nothing tells that it stands still.
  if (typeof was.value !== 'number' || typeof now.value !== 'number') return true;
  const missing = typeof was.limit === 'number' ? Math.abs(was.value - was.limit) : Math.abs(was.value);
  return Math.abs(now.value - was.value) > NONE * missing;
}

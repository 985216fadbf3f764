import { lazily } from '../algorithms';
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
  verdicts.flatMap((v) => illIn(v, severity));

const illIn = ({ gate, findings }: Verdict, severity: Severity): readonly Failing[] =>
  findings
    .filter((f) => f.status === 'fail' || (severity === 'caution' && f.status === 'caution'))
    .map((finding) => ({ gate, topic: finding.topic, finding }));

export const keyOf = ({ gate, topic }: Fault): string => `${gate} ${topic}`;

/** What a change does to what fails; each of it judged when it is asked for, `resolved` by the gates that failed alone. */
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
  const severity = severityOf(before);
  const was = failingOf(before);
  const had = new Set(was.map(keyOf));
  const isNew = (f: Fault) => !had.has(keyOf(f));
  const effect: Effect = lazily(
    {},
    {
      silent: () => illIn(after.byGate.wired, 'fail').some((f) => f.topic.startsWith('arrives')),
      // What only fails in other words, or fails earlier on the way, is not mended; nor is the level of what does not arrive.
      resolved: () => {
        const gone = was.filter((f) => {
          const now = after.byGate[f.gate];
          const ill = illIn(now, severity);
          return (
            now.status !== 'not known' &&
            !ill.some((n) => n.topic === f.topic) &&
            !ill.some((n) => isNew(n) && stageOf(n) <= stageOf(f))
          );
        });
        return new Set(gone.filter((f) => (f.gate !== 'level' && f.gate !== 'clean') || !effect.silent).map(keyOf));
      },
      // Nothing may come to fail; and what is safe stays as safe, but for a fader that could always be turned too far.
      worse: () =>
        (before.byGate.safe.status !== 'fail' && thrownIn(after) > thrownIn(before)) ||
        after.verdicts.some((v) => isIll(v.status) && !isIll(before.byGate[v.gate].status)),
      failing: () => after.verdicts.filter((v) => isIll(v.status)).length,
      cautions: () => after.verdicts.filter((v) => v.status === 'caution').length,
      moves: () => was.some((f) => hasMoved(f.finding, after.byGate[f.gate])) || illBy(after, severity).some(isNew),
      room: () => Math.min(2, ...after.verdicts.map((v) => v.margin).filter((r) => r !== null)),
    },
  );
  return effect;
}

const thrownIn = ({ byGate }: Assessment): number =>
  byGate.safe.findings.filter((f) => f.topic.startsWith('thrown')).length;

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

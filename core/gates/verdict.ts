import { type GateMessage, type GateName, gateAsks, type Said, sayGate } from '../format';
import type { JointId, PartId } from '../model';
import type { Readings } from '../readings';

/** Kinds of free acts: what a hand can do with what lies there. */
export type ActKind =
  | 'careful'
  | 'join'
  | 'session'
  | 'switch'
  | 'open'
  | 'close'
  | 'amount'
  | 'turn'
  | 'exchange'
  | 'move'
  | 'remove'
  | 'bypass'
  | 'outlet'
  | 'refresh'
  | 'shorten'
  | 'distance';

/** All that is said of one gate. */
export interface Gate {
  /** Pure: readings in, verdict out. */
  readonly judge: (readings: Readings) => Verdict;
  /** Whether a further destination is judged by it too: by all of its findings, or by those whose topic matches. */
  readonly ofEachDevice: boolean | RegExp;
  /** What hangs on several devices at once, as seen from all of them, the job's own first. */
  readonly ofAll?: (views: readonly Readings[]) => readonly Finding[];
  /** Which acts can have a say in what it finds, likely ones first. */
  readonly acts: readonly ActKind[];
  /** Topics that can only be asked once its others pass, in their order. */
  readonly later?: readonly RegExp[];
}

export type Status = 'pass' | 'caution' | 'fail' | 'not known';
export type Lane = 'signal' | 'power' | 'ground' | 'return';

/**
 * One thing a gate found: a number against a limit, and a sentence that says what was measured and where. Why it is so and
 * what would mend it is told by the smallest change that mends it, never by the gate itself.
 */
export interface Finding extends Said {
  /** What was judged, the same for one setup and another of the same parts: 'arrives v1', 'stage mixer/main'. */
  readonly topic: string;
  readonly status: Status;
  readonly value: number | null;
  readonly limit: number | null;
  readonly unit: string;
  /** Dimensionless margin: 0 just passes, 1 is comfortable, below 0 fails; null when not known. */
  readonly margin: number | null;
  /** The same before it was cut off: decides between findings of equal margin. */
  readonly exactMargin?: number;
  /** The number in a few characters, for a margin bar. */
  readonly brief: string;
  /** The place, where it has one. */
  readonly part?: PartId | undefined;
  readonly joint?: JointId | undefined;
  readonly lane: Lane;
}

/** The judgement of one gate: its worst finding, and all of them. */
export interface Verdict extends Finding {
  readonly gate: GateName;
  /** What the gate asks, for those who meet it for the first time. */
  readonly asks: string;
  readonly findings: readonly Finding[];
}

/** Rooms are cut off here, so that one great margin does not hide how the others compare. */
const MOST_MARGIN = 2;
const LEAST_MARGIN = -3;
/** Passing, but with less than this, is a caution. */
export const CAUTION_BELOW = 0.3;

export const clampMargin = (margin: number): number => Math.max(LEAST_MARGIN, Math.min(MOST_MARGIN, margin));

export const statusOf = (margin: number): Status => (margin < 0 ? 'fail' : margin < CAUTION_BELOW ? 'caution' : 'pass');

/** What was judged, and where: all of a finding but its status and its words. */
type Measured = Omit<Finding, 'status' | 'margin' | keyof Said> & { readonly margin: number };

/** A text, or what makes it where that takes looking things up and it may not be wanted. */
type Words = GateMessage | (() => GateMessage);

/** Sentences are made when they are read: of a thousand tries a few are shown. */
function withWords<T extends object>(about: T, words: Words): T & Said {
  const { message, values } = typeof words === 'function' ? words() : words;
  let said: Said | null = null;
  const once = () => {
    said ??= sayGate({ message, values });
    return said;
  };
  // Of the object itself: spreading or sending it makes the words.
  return {
    ...about,
    message,
    values,
    get sentence() {
      return once().sentence;
    },
    get detail() {
      return once().detail;
    },
  };
}

/** A finding whose status follows from its margin; its words from its status, `near` where it passes but only just. */
export function finding(
  measured: Measured,
  say: { readonly good: Words; readonly near?: Words; readonly bad: Words },
): Finding {
  const margin = clampMargin(measured.margin);
  const status = statusOf(margin);
  const words = status === 'pass' ? say.good : status === 'caution' ? (say.near ?? say.bad) : say.bad;
  return withWords({ ...measured, margin, exactMargin: measured.margin, status }, words);
}

const PLAIN_MARGIN = { pass: 1, caution: 0.1, fail: -1, 'not known': null } as const satisfies Record<
  Status,
  number | null
>;

type Stated = Pick<Finding, 'topic' | 'brief' | 'lane'> & Partial<Omit<Finding, keyof Said | 'status'>>;

/** A finding that is so or not so: its status is said, its margin a plain one unless given. */
export const stated = (status: Status, about: Stated, words: GateMessage): Finding =>
  withWords({ value: null, limit: null, unit: '', margin: PLAIN_MARGIN[status], ...about, status }, words);

/** A finding that cannot be computed yet, with what is missing. */
export const unknown = (topic: string, brief: string, words: GateMessage, lane: Lane): Finding =>
  stated('not known', { topic, brief, lane }, words);

const SEVERITY: Readonly<Record<Status, number>> = { fail: 3, caution: 2, 'not known': 1, pass: 0 };

const exact = (f: Finding): number => f.exactMargin ?? f.margin ?? 0;

/** The worst finding speaks for the gate. */
export function verdict(gate: GateName, findings: readonly Finding[]): Verdict {
  if (findings.length === 0) throw new Error(`gate ${gate} found nothing to judge`);
  const worst = findings.reduce((w, f) => {
    const harder = SEVERITY[f.status] - SEVERITY[w.status];
    return harder > 0 || (harder === 0 && exact(f) < exact(w)) ? f : w;
  });
  return { ...worst, gate, asks: gateAsks(gate), findings };
}

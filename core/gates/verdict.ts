/** The eight gates, in the order they are shown. */
export const GATES = ['fit', 'wired', 'seen', 'level', 'clean', 'powered', 'heard', 'safe'] as const;
export type GateName = (typeof GATES)[number];

export type Status = 'pass' | 'caution' | 'fail' | 'not known';
export type Lane = 'signal' | 'power' | 'ground' | 'return';

/**
 * One thing a gate found: a number against a limit, and a sentence that says what was measured and where. Why it is so and
 * what would mend it is told by the smallest change that mends it, never by the gate itself.
 */
export interface Finding {
  /** What was judged, the same for one setup and another of the same parts: 'arrives v1', 'stage mixer/main'. */
  readonly topic: string;
  readonly status: Status;
  readonly value: number | null;
  readonly limit: number | null;
  readonly unit: string;
  /** Dimensionless margin: 0 just passes, 1 is comfortable, below 0 fails; null when not known. */
  readonly room: number | null;
  /** The same before it was cut off: decides between findings of equal room. */
  readonly exactRoom?: number;
  readonly sentence: string;
  /** The number in a few characters, for a margin bar. */
  readonly brief: string;
  /** The place, where it has one. */
  readonly part?: string | undefined;
  readonly joint?: string | undefined;
  readonly lane: Lane;
}

/** The judgement of one gate: its worst finding, and all of them. */
export interface Verdict extends Finding {
  readonly gate: GateName;
  readonly findings: readonly Finding[];
}

/** Rooms are cut off here, so that one great margin does not hide how the others compare. */
const MOST_ROOM = 2;
const LEAST_ROOM = -3;
/** Passing, but with less than this, is a caution. */
const CAUTION_BELOW = 0.3;

export const clampRoom = (room: number): number => Math.max(LEAST_ROOM, Math.min(MOST_ROOM, room));

export const statusOf = (room: number): Status => (room < 0 ? 'fail' : room < CAUTION_BELOW ? 'caution' : 'pass');

type Measured = Omit<Finding, 'status' | 'room' | 'sentence'> & { readonly room: number };

/** A finding whose status follows from its room. The sentence is chosen by whether it is good enough to leave alone. */
export function finding(measured: Measured, say: { readonly good: string; readonly bad: string }): Finding {
  const room = clampRoom(measured.room);
  const status = statusOf(room);
  return { ...measured, room, exactRoom: measured.room, status, sentence: status === 'pass' ? say.good : say.bad };
}

/** A finding that cannot be computed yet, with what is missing. */
export function unknown(topic: string, brief: string, sentence: string, lane: Lane): Finding {
  return { topic, status: 'not known', value: null, limit: null, unit: '', room: null, sentence, brief, lane };
}

const SEVERITY: Readonly<Record<Status, number>> = { fail: 3, caution: 2, 'not known': 1, pass: 0 };

const exact = (f: Finding): number => f.exactRoom ?? f.room ?? 0;

/** The worst finding speaks for the gate. */
export function verdict(gate: GateName, findings: readonly Finding[]): Verdict {
  if (findings.length === 0) throw new Error(`gate ${gate} found nothing to judge`);
  const worst = findings.reduce((w, f) => {
    const harder = SEVERITY[f.status] - SEVERITY[w.status];
    return harder > 0 || (harder === 0 && exact(f) < exact(w)) ? f : w;
  });
  return { ...worst, gate, findings };
}

import type { ClassId, PortId } from '../../model';
/** A chain found by the search: classes from microphone to device, with the ports used. */
export interface Chain {
  readonly links: readonly Link[];
  /** What is missing, in money. */
  readonly cost: number;
  /** Whether it looked poor by what was learned before, and came only when all others had come. */
  readonly poor: boolean;
  /** One microphone hears all sources that are alike, or each has its own up to the part that joins them. */
  readonly microphones: number;
}

export interface Link {
  readonly classId: ClassId;
  /** Port the signal comes in by; null for the microphone. */
  readonly inPort: string | null;
  /** Further ports that take the other microphones, where this part joins them. */
  readonly alsoIn: readonly string[];
  /** Sources of another kind that come in here as well, each by a way of its own. */
  readonly secondaries: readonly Branch[];
  /** Port it leaves by; null for the device. */
  readonly outPort: string | null;
}

/** A short way from what a source comes out of to a hole of the part that joins. */
export interface Branch {
  readonly source: string;
  readonly links: readonly Link[];
  readonly port: PortId;
}

/** Is this the part at which several sources come together? */
export const isJoining = (l: Link): boolean => l.alsoIn.length + l.secondaries.length > 0;

/** How many of each class some links take; what stands before the joining part is needed once a microphone. */
export function classCounts(links: readonly Link[], microphones: number): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  const add = (classId: ClassId, n: number) => counts.set(classId, (counts.get(classId) ?? 0) + n);
  const joins = links.findIndex(isJoining);
  const joinedAt = joins < 0 ? links.length - (links.at(-1)?.outPort === null ? 1 : 0) : joins;
  links.forEach((link, i) => {
    add(link.classId, i < joinedAt ? microphones : 1);
    for (const secondary of link.secondaries) for (const l of secondary.links) add(l.classId, 1);
  });
  return counts;
}

import { atKey, byId, reach, wayTo } from '../algorithms';
import type { Compiled, FittedJoint } from '../compile';
import type { PortRef } from '../model';

/** A way from a source's microphone to a part, in the order the signal takes. */
export interface Path {
  readonly parts: readonly string[];
  readonly joints: readonly FittedJoint[];
}

type Way = (compiled: Compiled, from: PortRef, to: PortRef) => boolean;

const flowAt = ({ fitted }: Compiled, { part, port }: PortRef) => byId(atKey(fitted, part).partClass.ports, port).flow;

/** Out of what sends, into what takes: not back through an input, and not by the hole for the ears. */
const asSignalGoes: Way = (compiled, from, to) =>
  ['out', 'through'].includes(flowAt(compiled, from)) && ['in', 'through'].includes(flowAt(compiled, to));
const anyWay: Way = () => true;

/** Neighbours of each part through its joints, whether or not they conduct: a bad joint is still on the line. */
function neighbours(
  compiled: Compiled,
  way: Way,
): ReadonlyMap<string, readonly (readonly [part: string, joint: FittedJoint])[]> {
  const map = new Map<string, (readonly [string, FittedJoint])[]>();
  const add = (from: string, to: string, joint: FittedJoint) => {
    const list = map.get(from) ?? [];
    list.push([to, joint]);
    map.set(from, list);
  };
  for (const joint of compiled.joints) {
    const { a, b } = joint.joint;
    if (way(compiled, a, b)) add(a.part, b.part, joint);
    if (way(compiled, b, a)) add(b.part, a.part, joint);
  }
  return map;
}

/**
 * The shortest chain of joints from one part to another as the signal goes; where something is plugged the wrong way
 * round, the shortest at all. Null when none leads there.
 */
export const pathBetween = (compiled: Compiled, from: string, to: string): Path | null =>
  shortest(compiled, from, to, asSignalGoes) ?? shortest(compiled, from, to, anyWay);

function shortest(compiled: Compiled, from: string, to: string, way: Way): Path | null {
  const near = neighbours(compiled, way);
  const found = wayTo(
    reach([from], (part) => near.get(part) ?? []),
    to,
  );
  return found && { parts: found.places, joints: found.steps };
}

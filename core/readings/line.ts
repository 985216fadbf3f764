import type { Compiled, FittedJoint } from '../compile';

/** A way from a source's microphone to a part, in the order the signal takes. */
export interface Path {
  readonly parts: readonly string[];
  readonly joints: readonly FittedJoint[];
}

/** Neighbours of each part through its joints, whether or not they conduct: a bad joint is still on the line. */
function neighbours(
  compiled: Compiled,
): ReadonlyMap<string, readonly { readonly part: string; readonly joint: FittedJoint }[]> {
  const map = new Map<string, { part: string; joint: FittedJoint }[]>();
  const add = (from: string, to: string, joint: FittedJoint) => {
    const list = map.get(from) ?? [];
    list.push({ part: to, joint });
    map.set(from, list);
  };
  for (const joint of compiled.joints) {
    add(joint.joint.a.part, joint.joint.b.part, joint);
    add(joint.joint.b.part, joint.joint.a.part, joint);
  }
  return map;
}

/** The shortest chain of joints from one part to another, or null when none leads there. */
export function pathBetween(compiled: Compiled, from: string, to: string): Path | null {
  const near = neighbours(compiled);
  const back = new Map<string, { part: string; joint: FittedJoint } | null>([[from, null]]);
  const queue = [from];
  while (queue.length > 0) {
    const part = queue.shift()!;
    if (part === to) break;
    for (const n of near.get(part) ?? []) {
      if (back.has(n.part)) continue;
      back.set(n.part, { part, joint: n.joint });
      queue.push(n.part);
    }
  }
  if (!back.has(to)) return null;
  const parts = [to];
  const joints: FittedJoint[] = [];
  for (let step = back.get(to); step; step = back.get(step.part)) {
    parts.unshift(step.part);
    joints.unshift(step.joint);
  }
  return { parts, joints };
}

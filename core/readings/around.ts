import { grouped, memo, reach } from '../algorithms';
import type { Compiled, FittedJoint, Limit } from '../compile';
import type { PartId } from '../model';

/** What lies where in a compiled setup: asked over and over for each limit and each joint. */
export interface Around {
  /** The joint at whose contacts a limit is told. */
  jointOf(limit: Limit): FittedJoint | undefined;
  limitsAt(joint: FittedJoint): readonly Limit[];
  /** Parts beyond a joint, by metal, seen from one of its sides, nearest first. */
  beyond(joint: FittedJoint, side: 'a' | 'b'): readonly PartId[];
}

export const aroundIn: (compiled: Compiled) => Around = memo(({ joints, limits }) => {
  const atPort = grouped(
    limits.flatMap((limit) => [...new Set([limit.p, limit.n].map(portOf))].map((port) => ({ port, limit }))),
    ({ port }) => port,
  );
  const limitsAt = new Map<FittedJoint, readonly Limit[]>();
  const jointOf = new Map<Limit, FittedJoint>();
  for (const joint of joints) {
    const found = [joint.a, joint.b].flatMap((s) =>
      (atPort.get(portAt(s.part.id, s.port.id)) ?? []).flatMap(({ limit }) =>
        limit.part === s.part.id ? [limit] : [],
      ),
    );
    const here = limits.filter((l) => found.includes(l));
    limitsAt.set(joint, here);
    for (const limit of here) if (!jointOf.has(limit)) jointOf.set(limit, joint);
  }

  const ways = grouped(
    joints.flatMap((by) => {
      const [a, b] = [by.a.part.id, by.b.part.id];
      if (!by.mating.fits || by.a.port.carries === 'radio') return [];
      return [{ from: a, to: b, by }, ...(a === b ? [] : [{ from: b, to: a, by }])];
    }),
    ({ from }) => from,
  );
  const seen = new Map<string, readonly PartId[]>();
  return {
    jointOf: (limit) => jointOf.get(limit),
    limitsAt: (joint) => limitsAt.get(joint) ?? [],
    beyond(joint, side) {
      const key = `${side} ${joint.joint.id}`;
      const before = seen.get(key);
      if (before) return before;
      const start = joint[side === 'a' ? 'b' : 'a'].part.id;
      const onward = (part: PartId) =>
        (ways.get(part) ?? []).flatMap(({ to, by }) => (by === joint ? [] : [[to, by] as const]));
      const found = [...reach([start], onward).keys()];
      seen.set(key, found);
      return found;
    },
  };
});

const portAt = (part: PartId, port: string): string => `${part}/${port}`;
/** The port of a contact's node; of an inner node, nothing that is a port. */
const portOf = (node: string): string => node.slice(0, Math.max(0, node.lastIndexOf('.')));

import { byId, freshId, itemAt } from '../../algorithms';
import { BY_WIRE_M } from '../../change';
import {
  type ClassId,
  classIn,
  FORMAT_VERSION,
  type Job,
  type Joint,
  type Part,
  type PartId,
  type Placement,
  type PortId,
  type PortSpec,
  type Setup,
  type Source,
} from '../../model';
import type { Means } from '../stock';
import { type Branch, type Chain, isJoining, type Link } from './chain';
import { placedM } from './distance';
import { sortedSources } from './search';

/** Somewhere a signal can be taken from. */
interface End {
  readonly part: PartId;
  readonly port: PortId;
}

/** A setup as it grows: parts from the drawer where it has them, joints in the order of the signal. */
export interface Growing {
  readonly parts: Part[];
  readonly joints: Joint[];
  /** One more part of a class. */
  add(classId: ClassId): string;
  /** With the other side, where both ends have left and right each to itself. */
  join(a: End, b: End): void;
  /** Parts from a port on, one after the other. @returns where the last one can be left. */
  follow(from: End | null, links: readonly Link[]): End;
}

export function growing({ catalogue, stock }: Means, parts: Part[] = [], joints: Joint[] = []): Growing {
  const used = new Map<string, number>();
  for (const p of parts) used.set(p.class, (used.get(p.class) ?? 0) + 1);
  const portOf = ({ part, port }: End): PortSpec => {
    const partClass = classIn(catalogue, byId(parts, part).class);
    return byId(partClass.ports, port);
  };
  const isFree = (e: End) => !joints.some((j) => [j.a, j.b].some((ref) => ref.part === e.part && ref.port === e.port));
  const joinOne = (a: End, b: End) => {
    const id = freshId(
      joints.map((j) => j.id),
      `j${joints.length + 1}`,
    );
    joints.push({ id, a, b });
  };
  const self: Growing = {
    parts,
    joints,
    add(classId) {
      const n = used.get(classId) ?? 0;
      used.set(classId, n + 1);
      const { part } = stock.take(classId, n);
      const id = freshId(
        parts.map((p) => p.id),
        part.id,
      );
      parts.push({ ...part, id });
      return id;
    },
    join(a, b) {
      joinOne(a, b);
      const [otherA, otherB] = [portOf(a).pair, portOf(b).pair];
      if (otherA === undefined || otherB === undefined) return;
      const [a2, b2] = [
        { part: a.part, port: otherA },
        { part: b.part, port: otherB },
      ];
      if (isFree(a2) && isFree(b2)) joinOne(a2, b2);
    },
    follow(from, links) {
      let at = from;
      for (const link of links) {
        const part = self.add(link.classId);
        if (at && link.inPort) self.join(at, { part, port: link.inPort });
        at = { part, port: link.outPort ?? '' };
      }
      return at!;
    },
  };
  return self;
}

/** Make a setup of a chain, every source placed. */
export function buildSetup(chain: Chain, job: Job, means: Means, id: string): Setup {
  const { catalogue } = means;
  const setup = growing(means);
  const { lead } = sortedSources(job);
  const joinedAt = chain.links.findIndex(isJoining);
  // Branches up to the joining part, then the trunk from there on.
  const trunkFrom = joinedAt < 0 ? chain.links.length : joinedAt;
  const starts: string[] = [];
  const ends = Array.from({ length: chain.microphones }, () => {
    const first = setup.parts.length;
    const end = setup.follow(null, chain.links.slice(0, trunkFrom));
    starts.push(itemAt(setup.parts, first).id);
    return end;
  });
  const secondaries: { readonly source: string; readonly part: PartId }[] = [];
  const come = ({ source, links }: Branch): End => {
    const first = setup.parts.length;
    const end = setup.follow(null, links);
    secondaries.push({ source, part: itemAt(setup.parts, first).id });
    return end;
  };
  let previous: End = itemAt(ends, 0);
  chain.links.slice(trunkFrom).forEach((link, i) => {
    const branches = link.secondaries.map((g) => ({ end: come(g), port: g.port }));
    const part = setup.add(link.classId);
    const holes = [link.inPort!, ...link.alsoIn];
    const incoming = i === 0 ? ends : [previous];
    incoming.forEach((end, k) => {
      setup.join(end, { part, port: itemAt(holes, k) });
    });
    for (const { end, port } of branches) setup.join(end, { part, port });
    previous = { part, port: link.outPort ?? '' };
  });

  const worn = placedM(catalogue, itemAt(chain.links, 0).classId);
  const place = (source: Source): Placement => {
    const secondary = secondaries.find((g) => g.source === source.id);
    if (secondary) return { ...secondary, distanceM: BY_WIRE_M };
    const part = itemAt(starts, Math.min(lead.indexOf(source), starts.length - 1));
    if (source.from !== undefined) return { source: source.id, part, distanceM: BY_WIRE_M };
    // One microphone for several voices stands between them: no nearer than arm's length.
    const distanceM = worn === null ? job.distanceM : lead.length > starts.length ? Math.max(worn, 0.6) : worn;
    return { source: source.id, part, distanceM };
  };
  return {
    format: 'symplex.setup',
    version: FORMAT_VERSION,
    id,
    name: job.name,
    job,
    parts: setup.parts,
    joints: setup.joints,
    placements: job.sources.map(place),
    chosenInput: 'newest',
  };
}

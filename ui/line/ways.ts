import type { Report } from '@/core/assess';
import type { JointId, PartClass, PartId, PortSpec, Setup } from '@/core/model';
import { classOf } from '../components';

/** What goes through a connection: sound towards the app, what is heard back, power alone. */
export type WayKind = 'sound' | 'back' | 'power';

/** A connection as the sheet draws it: from part to part, in the direction in which what matters goes. */
export interface Way {
  readonly joint: JointId;
  readonly from: PartId;
  readonly to: PartId;
  readonly kind: WayKind;
  /** Whether it lies on a way from a voice to a device. */
  readonly onLine: boolean;
}

interface End {
  readonly part: PartId;
  readonly port: PortSpec;
}

/** How something hangs on what was there before: which kind, and whether it leads away from it. */
interface Hung {
  readonly kind: WayKind;
  readonly away: boolean;
}

/**
 * Every connection of a setup with its direction: on the lines from mouth to app as the report has them; what hangs on them
 * by what its plugs and sockets are for. A cable has no direction of its own: it goes on as it began.
 */
export function waysOf(setup: Setup, report: Report): readonly Way[] {
  const ways = new Map<JointId, Way>();
  const placed = new Set<PartId>();
  for (const line of [report, ...report.also].flatMap((d) => d.lines)) {
    for (const part of line.parts) placed.add(part);
    line.joints.forEach((joint, i) => {
      const [from, to] = [line.parts[i], line.parts[i + 1]];
      if (from !== undefined && to !== undefined && !ways.has(joint))
        ways.set(joint, { joint, from, to, kind: 'sound', onLine: true });
    });
  }
  const specOf = (part: PartId, port: string): PortSpec | undefined => {
    const found = setup.parts.find((p) => p.id === part);
    return found && classOf(found).ports.find((p) => p.id === port);
  };
  const endsOf = (joint: Setup['joints'][number]): readonly [End, End] | null => {
    const [a, b] = [specOf(joint.a.part, joint.a.port), specOf(joint.b.part, joint.b.port)];
    return a && b
      ? [
          { part: joint.a.part, port: a },
          { part: joint.b.part, port: b },
        ]
      : null;
  };
  const hung = new Map<PartId, Hung>();
  const roots = [...placed, report.device, ...setup.placements.map((p) => p.part), ...setup.parts.map((p) => p.id)];
  for (const root of roots) {
    const queue = [root];
    placed.add(root);
    for (let part = queue.shift(); part !== undefined; part = queue.shift()) {
      for (const joint of setup.joints) {
        const ends = ways.has(joint.id) ? null : endsOf(joint);
        if (!ends?.some((e) => e.part === part)) continue;
        const [near, far] = ends[0].part === part ? ends : [ends[1], ends[0]];
        const { kind, away } = directionOf(near, far, hung.get(near.part) ?? null, hung.get(far.part) ?? null);
        const [from, to] = away ? [near, far] : [far, near];
        ways.set(joint.id, { joint: joint.id, from: from.part, to: to.part, kind, onLine: false });
        if (placed.has(far.part)) continue;
        placed.add(far.part);
        hung.set(far.part, { kind, away });
        queue.push(far.part);
      }
    }
  }
  const onLine = new Set([...ways.values()].flatMap((w) => (w.onLine ? [w.from, w.to] : [])));
  const isPasser = (part: PartId) => {
    const found = setup.parts.find((p) => p.id === part);
    return !onLine.has(part) && found !== undefined && passesOn(classOf(found));
  };
  return alikeThroughout(
    setup.joints.flatMap((j) => ways.get(j.id) ?? []),
    isPasser,
  );
}

function directionOf(near: End, far: End, nearHung: Hung | null, farHung: Hung | null): Hung {
  const [own, other] = [ofPort(near.port), ofPort(far.port)];
  // Where one end is for power or for listening, that says more than what else the other takes in.
  if (own && (own.kind !== 'sound' || !other || other.kind === 'sound')) return own;
  if (other) return { kind: other.kind, away: !other.away };
  // Both pass things on: as the one that hangs here began, else away from what was there.
  if (nearHung) return nearHung;
  return farHung ? { kind: farHung.kind, away: !farHung.away } : { kind: 'sound', away: true };
}

/** What a port says of the way through it, seen from its part; null where it only passes on. */
function ofPort({ flow, carries, connector }: PortSpec): Hung | null {
  const isPlug = connector.includes('plug');
  // A charger ends in a plug, and goes into what it feeds; a computer's own socket feeds what is plugged into it.
  if (flow === 'power' || carries === 'power') return { kind: 'power', away: isPlug || connector.startsWith('usb-a') };
  // Headphones end in a plug.
  if (flow === 'monitor') return { kind: 'back', away: !isPlug };
  if (flow === 'through') return null;
  return { kind: 'sound', away: flow === 'out' };
}

const passesOn = ({ kind, ports }: PartClass): boolean => kind === 'lead' || ports.every((p) => p.flow === 'through');

/** What passes through a cable that lies on no line is of one kind from end to end. */
function alikeThroughout(ways: readonly Way[], isPasser: (part: PartId) => boolean): readonly Way[] {
  let now = ways;
  for (let changed = true; changed; ) {
    changed = false;
    now = now.map((w) => {
      if (w.onLine || w.kind !== 'sound') return w;
      const beside = now.find(
        (o) =>
          o !== w &&
          o.kind !== 'sound' &&
          [o.from, o.to].some((part) => (part === w.from || part === w.to) && isPasser(part)),
      );
      if (!beside) return w;
      changed = true;
      return { ...w, kind: beside.kind };
    });
  }
  return now;
}

import { byId, itemAt } from '../../algorithms';
import { apply, applyAll, type Change, portsFit } from '../../change';
import { compile } from '../../compile';
import {
  type Catalogue,
  classIn,
  classOfPart,
  type Joint,
  jointIn,
  mustHosts,
  type PartClass,
  type PartId,
  type Setup,
} from '../../model';
import { type UsbTree, usbTree } from '../../power';

/** A hub whose pieces would be better off in other sockets of it. */
export interface HubPorts {
  readonly hub: string;
  /** What goes where, for every piece that has to move. */
  readonly moves: readonly { readonly part: PartId; readonly from: string; readonly to: string }[];
  /** The same as acts, one after another: a plug into a free socket, or two exchanged. */
  readonly changes: readonly Change[];
  readonly setup: Setup;
  /** The least that any piece on it has to spare, before and after, milliamperes. */
  readonly spareMa: number;
  readonly betterMa: number;
}

/**
 * Which socket of each hub for which piece: the placing in which the piece with the least to spare has the most, every
 * piece that must be noticed keeps its data, and as few as may be are moved.
 * @returns only hubs where another placing is better than the one drawn.
 */
export function hubPorts(setup: Setup, catalogue: Catalogue): readonly HubPorts[] {
  const device = itemAt(mustHosts(setup, catalogue), 0).part.id;
  const treeOf = (s: Setup) => usbTree(compile(s, catalogue));
  const before = treeOf(setup);
  const hubs = setup.parts.filter((p) => p.id !== device && (classIn(catalogue, p.class).usb?.down.length ?? 0) > 1);
  return hubs.flatMap(({ id: hub, class: classId }): readonly HubPorts[] => {
    const spec = classIn(catalogue, classId);
    const plugged = setup.joints.flatMap((joint): readonly { joint: Joint; side: 'a' | 'b' }[] => {
      const side = joint.a.part === hub ? 'a' : joint.b.part === hub ? 'b' : null;
      return side && spec.usb!.down.includes(joint[side].port) ? [{ joint, side }] : [];
    });
    let best = {
      setup,
      moved: 0,
      ...worth(
        before,
        plugged.map(({ joint, side }) => joint[side === 'a' ? 'b' : 'a'].part),
      ),
    };
    const start = best;
    const pieces = plugged.map(({ joint, side }) => joint[side === 'a' ? 'b' : 'a'].part);
    for (const ports of placings(
      kindsOf(spec),
      plugged.map(({ joint, side }) => joint[side].port),
    )) {
      const fits = plugged.every(({ joint, side }, i) => {
        const far = joint[side === 'a' ? 'b' : 'a'];
        const farPort = byId(classOfPart(setup, catalogue, far.part).ports, far.port);
        return portsFit(byId(spec.ports, itemAt(ports, i)), farPort);
      });
      if (!fits) continue;
      const moved = plugged.filter(({ joint, side }, i) => joint[side].port !== ports[i]).length;
      const joints = setup.joints.map((joint) => {
        const i = plugged.findIndex((h) => h.joint === joint);
        return i < 0 ? joint : { ...joint, [itemAt(plugged, i).side]: { part: hub, port: ports[i] } };
      });
      const next = { ...setup, joints };
      const tried = { setup: next, moved, ...worth(treeOf(next), pieces) };
      if (tried.noticed > best.noticed || (tried.noticed === best.noticed && beats(tried, best))) best = tried;
    }
    if (best === start) return [];
    const moves = plugged.flatMap(({ joint, side }, i) => {
      const to = jointIn(best.setup, joint.id)[side].port;
      return to === joint[side].port ? [] : [{ part: itemAt(pieces, i), from: joint[side].port, to }];
    });
    const changes = actsTo(setup, best.setup, hub, catalogue);
    const done = applyAll(setup, catalogue, changes)!;
    return [{ hub, moves, changes, setup: done, spareMa: start.spareMa, betterMa: best.spareMa }];
  });
}

/** Plugs of a hub brought from where they are to where they should be, one act at a time. */
function actsTo(from: Setup, to: Setup, hub: string, catalogue: Catalogue): readonly Change[] {
  const acts: Change[] = [];
  let now = from;
  for (const wanted of to.joints) {
    const here = jointIn(now, wanted.id);
    const side = here.a.part === hub ? 'a' : 'b';
    if (here[side].part !== hub || here[side].port === wanted[side].port) continue;
    const there = now.joints.find((j) => [j.a, j.b].some((e) => e.part === hub && e.port === wanted[side].port));
    const act: Change = there
      ? {
          do: 'exchange',
          ends: [
            { joint: here.id, side },
            { joint: there.id, side: there.a.part === hub ? 'a' : 'b' },
          ],
        }
      : { do: 'move', joint: here.id, side, to: wanted[side] };
    acts.push(act);
    now = apply(now, catalogue, act)!;
  }
  return acts;
}

const beats = (
  a: { readonly spareMa: number; readonly moved: number },
  b: { readonly spareMa: number; readonly moved: number },
): boolean => a.spareMa > b.spareMa + 0.5 || (a.spareMa > b.spareMa - 0.5 && a.moved < b.moved);

/** How many of the pieces, and of all below them, get data; and the least that any of them has to spare. */
function worth(tree: UsbTree, pieces: readonly string[]): { readonly noticed: number; readonly spareMa: number } {
  const below = [...tree.nodes.values()].filter((n) => hangsUnder(tree, n.part, pieces));
  return {
    noticed: below.filter((n) => n.noData === null).length,
    spareMa: Math.min(Number.POSITIVE_INFINITY, ...below.map((n) => n.spareMa)),
  };
}

function hangsUnder(tree: UsbTree, part: PartId, pieces: readonly string[]): boolean {
  if (pieces.includes(part)) return true;
  const node = tree.nodes.get(part);
  return node !== undefined && hangsUnder(tree, node.on.part, pieces);
}

/**
 * Every way of giving each piece a port of its own, ports that are alike counted once: within its kind a piece stays where
 * it is if it can.
 * @param own the port each piece is in now.
 */
function* placings(kinds: readonly (readonly string[])[], own: readonly string[]): Generator<readonly string[]> {
  const choose = function* (chosen: readonly number[]): Generator<readonly number[]> {
    if (chosen.length === own.length) {
      yield chosen;
      return;
    }
    for (const [k, ports] of kinds.entries()) {
      if (chosen.filter((c) => c === k).length < ports.length) yield* choose([...chosen, k]);
    }
  };
  for (const chosen of choose([])) {
    const stays = own.map((port, i) => itemAt(kinds, itemAt(chosen, i)).includes(port));
    const free = kinds.map((ports) => ports.filter((p) => !own.some((o, i) => stays[i] && o === p)));
    yield own.map((port, i) => (stays[i] ? port : itemAt(free, itemAt(chosen, i)).shift()!));
  }
}

/** Ports of a hub by what they are good for: the same connector, current and data. */
function kindsOf(c: PartClass): readonly (readonly string[])[] {
  const usb = c.usb!;
  const kinds = new Map<string, string[]>();
  for (const port of usb.down) {
    const { connector } = byId(c.ports, port);
    const kind = `${connector} ${usb.portSupplyMa?.[port] ?? ''} ${usb.chargingPorts?.includes(port) ?? false}`;
    kinds.set(kind, [...(kinds.get(kind) ?? []), port]);
  }
  return [...kinds.values()];
}

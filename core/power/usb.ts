import { byId, itemAt, memo } from '../algorithms';
import type { Compiled, Fitted } from '../compile';
import {
  hasFigure,
  type JointId,
  type PartClass,
  type PartId,
  type PortId,
  quantity,
  type UsbSpec,
  type UsbSpeed,
} from '../model';
import { type UsbContacts, usbContacts } from './usb-contacts';

/** One piece on the USB (or 8-contact) tree. */
export interface UsbNode {
  readonly part: PartId;
  /** Own draw and all below it that it feeds from above. */
  readonly loadMa: number;
  readonly drawMa: number;
  /** Of its draw, what goes into the phantom power that it gives. */
  readonly phantomMa: number;
  /** True when every supply between it and its source of power can give what is asked of it. */
  readonly powered: boolean;
  /** How much more could be drawn here before a supply gives out or its volts fall too low; below 0 it is short already. */
  readonly spareMa: number;
  /** The piece of the path that carries no licence, if any. */
  readonly unlicensed: string | null;
  /** The piece that keeps data from it, though it may be fed. */
  readonly noData: {
    readonly part: PartId;
    readonly why: 'charge-only' | 'no-identity' | 'data-apart';
    readonly joint?: JointId;
  } | null;
  /** The part it hangs on, and by which of its ports. */
  readonly on: { readonly part: PartId; readonly port: PortId };
  /** What arrives at its plug, volts: the supply less what joints and leads take at the current that flows. */
  readonly volt: number;
  /** Hubs between it and the device. */
  readonly hubs: number;
  /** How fast it can talk there, and the part whose bus it shares: the device's, or that of a hub which talks faster above. */
  readonly speed: UsbSpeed;
  readonly segment: string;
}

/** One port that gives current, and what hangs on it. */
export interface UsbSupply {
  readonly part: PartId;
  /** Null for all ports of the part together. */
  readonly port: PortId | null;
  readonly supplyMa: number;
  readonly loadMa: number;
  /** The parts that draw from it, largest first. */
  readonly pieces: readonly { readonly part: PartId; readonly drawMa: number }[];
}

/** A charger or power bank that feeds the device through a piece on the way. */
export interface Feed {
  readonly part: PartId;
  /** What it gives to the pieces below, and beyond that to the device, milliamperes. */
  readonly belowMa: number;
  readonly chargeMa: number;
}

export interface UsbTree {
  readonly nodes: ReadonlyMap<string, UsbNode>;
  readonly supplies: readonly UsbSupply[];
  /** Everything drawn from the device itself. */
  readonly fromDeviceMa: number;
  readonly feed: Feed | null;
}

/** What a USB piece must work with at its plug (USB 2.0, 7.2.2, from memory). */
export const LEAST_VOLT = 4.4;
/** A port's voltage at its nominal; USB allows 4.75 to 5.25 V there. */
const PORT_VOLT = 5;
/** Two contacts of a joint, power and ground; common practice is 10 to 50 mohm each. */
const JOINT_OHM = 0.06;
const SPEEDS: readonly UsbSpeed[] = ['low', 'full', 'high', 'super'];
const NOTHING: ReadonlyMap<string, number> = new Map();

interface Branch {
  readonly fitted: Hung;
  readonly drawMa: number;
  readonly phantomMa: number;
  readonly children: readonly { readonly port: PortId; readonly supplyMa: number | null; readonly branch: Branch }[];
  readonly totalMa: number | null;
  readonly ownPower: boolean;
  /** What feeds it in the device's stead, and what it draws of that for itself. */
  readonly fedBy: { readonly part: PartId; readonly supplyMa: number; readonly drawMa: number } | null;
  /** Power and ground conductor together. */
  readonly seriesOhm: number;
}

/** A part as it hangs there: a lead that is alike at both ends may hang by either. */
type Hung = Fitted & { readonly usb: UsbSpec; readonly by?: FarSide };

/** What hangs by a port towards the host; null where that is not the way in which it hangs. */
function hungBy(c: PartClass, port: PortId): UsbSpec | null {
  const { usb } = c;
  if (!usb || usb.up === undefined) return null;
  if (port === usb.up) return usb;
  const connectorOf = (id: string) => byId(c.ports, id).connector;
  const isAlike =
    c.kind === 'lead' && usb.down.length === 1 && connectorOf(usb.up) === connectorOf(itemAt(usb.down, 0));
  return isAlike && port === usb.down[0] ? { ...usb, up: port, down: [usb.up] } : null;
}

/** What stands above a branch. */
interface Above {
  readonly powered: boolean;
  readonly spareMa: number;
  /** Of joints and leads between the source of power and here. */
  readonly ohm: number;
  readonly unlicensed: string | null;
  readonly noData: UsbNode['noData'];
  readonly volt: number;
  readonly hubs: number;
  readonly speed: UsbSpeed;
  /** The nearest hub that talks fast above and slowly below: slow pieces share its bus. */
  readonly translator: string | null;
}

/**
 * The tree of USB pieces below the device: what each asks, and whether each supply can give it.
 * Current adds up along passive pieces; a piece with its own supply stops the sum. Volts fall along the way by Ohm's law.
 * @param extraMa what a part draws beyond its own figure, milliamperes at 5 V: for the phantom power that it gives.
 * @returns every piece with what arrives at it, volts and milliamperes
 * @example usbTree(compile(setup, catalogue)).nodes.get('mic')?.volt;
 */
export function usbTree(compiled: Compiled, extraMa: ReadonlyMap<string, number> = NOTHING): UsbTree {
  const far = farSides(compiled);
  const seen = new Set<string>();
  let feed: Feed | null = null;

  const grow = (fitted: Hung): Branch => {
    seen.add(fitted.part.id);
    const spec = fitted.usb;
    const q = (x: number | string) => quantity(fitted.part, fitted.partClass, x);
    const phantomMa = extraMa.get(fitted.part.id) ?? 0;
    const source = spec.fed && feederAt(far, `${fitted.part.id}.${spec.fed.port}`);
    const fed = source ? spec.fed! : null;
    const supplyOf = (port: PortId) => spec.portSupplyMa?.[port] ?? (fed ? fed.supplyMa : spec.supplyMa);
    const children = spec.down.flatMap((port) => {
      const knob = spec.switched?.[port];
      if (knob !== undefined && q(`knob:${knob}`) === 0) return [];
      const child = far.get(`${fitted.part.id}.${port}`);
      const usb = child && hungBy(child.partClass, child.port);
      if (!child || !usb || seen.has(child.part.id)) return [];
      const supply = supplyOf(port);
      return [{ port, supplyMa: supply === undefined ? null : q(supply), branch: grow({ ...child, usb, by: child }) }];
    });
    const asksMa = q(spec.drawMa) + phantomMa;
    const sourceMa = source ? quantity(source.part, source.partClass, 'supplyMa') : 0;
    if (fed && source) {
      const belowMa = asksMa + children.reduce((sum, c) => sum + loadOf(c.branch), 0);
      feed = { part: source.part.id, belowMa, chargeMa: Math.max(0, sourceMa - belowMa) };
    }
    return {
      fitted,
      // What is fed asks nothing of what is above it.
      drawMa: fed ? 0 : asksMa,
      fedBy: fed && source ? { part: source.part.id, supplyMa: sourceMa, drawMa: asksMa } : null,
      phantomMa,
      children,
      totalMa: spec.totalMa === undefined ? null : q(spec.totalMa),
      ownPower: Boolean(fed || spec.ownPower),
      seriesOhm: spec.conductorOhm === undefined ? 0 : 2 * q(spec.conductorOhm),
    };
  };

  const nodes = new Map<string, UsbNode>();
  const supplies: UsbSupply[] = [];
  const rootSpec = compiled.device.partClass.usb;
  if (!rootSpec) return { nodes, supplies, fromDeviceMa: 0, feed };
  const root = grow({ ...compiled.device, usb: rootSpec });
  // A charger right in a port that nothing else is in.
  for (const port of rootSpec.down) {
    const source = feederAt(far, `${compiled.device.part.id}.${port}`);
    if (!source) continue;
    feed ??= { part: source.part.id, belowMa: 0, chargeMa: quantity(source.part, source.partClass, 'supplyMa') };
  }

  const visit = (branch: Branch, above: Above) => {
    const self = branch.fitted.part.id;
    const spec = branch.fitted.usb;
    const below = branch.children.map((c) => c.branch);
    // A piece with a supply of its own begins anew; what passes on loses volts in its own conductors.
    const throughMa = below.reduce((sum, b) => sum + loadOf(b), 0);
    const start = branch.ownPower
      ? { powered: true, spareMa: Number.POSITIVE_INFINITY, ohm: 0, volt: PORT_VOLT }
      : {
          powered: above.powered,
          spareMa: above.spareMa,
          ohm: above.ohm + branch.seriesOhm,
          volt: above.volt - (branch.seriesOhm * throughMa) / 1000,
        };
    let { powered, spareMa } = start;
    const isFastHub = branch !== root && spec.down.length > 1 && slower(above.speed, 'full') === 'full';
    const translator = isFastHub && above.speed !== 'full' ? self : above.translator;
    const give = (port: PortId | null, supplyMa: number, branches: readonly Branch[]) => {
      const loadMa = branches.reduce((sum, b) => sum + loadOf(b), 0);
      const pieces = branches.flatMap(piecesOf).sort((a, b) => b.drawMa - a.drawMa);
      supplies.push({ part: self, port, supplyMa, loadMa, pieces });
      return supplyMa - loadMa;
    };
    if (branch.fedBy && below.length > 0) {
      const { part, supplyMa, drawMa } = branch.fedBy;
      const loadMa = drawMa + below.reduce((sum, b) => sum + loadOf(b), 0);
      const own = drawMa > 0 ? [{ part: self, drawMa }] : [];
      const pieces = [...below.flatMap(piecesOf), ...own].sort((a, b) => b.drawMa - a.drawMa);
      supplies.push({ part, port: null, supplyMa, loadMa, pieces });
      powered = powered && supplyMa >= loadMa;
      spareMa = Math.min(spareMa, supplyMa - loadMa);
    }
    if (branch.totalMa !== null && below.length > 0) {
      const left = give(null, branch.totalMa, below);
      powered = powered && left >= 0;
      spareMa = Math.min(spareMa, left);
    }
    for (const { port, supplyMa, branch: child } of branch.children) {
      const left = supplyMa === null ? Number.POSITIVE_INFINITY : give(port, supplyMa, [child]);
      const { part, usb: own, by } = child.fitted;
      const jointOhm = JOINT_OHM + by!.dirtOhm;
      const ohm = start.ohm + jointOhm;
      const volt = start.volt - (jointOhm * loadOf(child)) / 1000;
      const charges = spec.chargingPorts?.includes(port) ? { part: self, why: 'charge-only' as const } : null;
      const apart = (why: 'data-apart' | 'no-identity') => ({ part: part.id, why, joint: by!.joint });
      const noData =
        above.noData ??
        (by!.passes.data ? null : apart('data-apart')) ??
        (by!.passes.identity ? null : apart('no-identity')) ??
        charges ??
        (own.data === 'none' ? { part: part.id, why: 'charge-only' as const } : null) ??
        (own.identity === 'none' ? { part: part.id, why: 'no-identity' as const } : null);
      const speed = slower(above.speed, own.speed ?? 'super');
      const node: UsbNode = {
        part: part.id,
        loadMa: loadOf(child),
        drawMa: child.drawMa,
        phantomMa: child.phantomMa,
        powered: powered && left >= 0,
        spareMa: Math.min(spareMa, left, ((volt - LEAST_VOLT) / ohm) * 1000),
        unlicensed: above.unlicensed ?? (own.licensed === false ? part.id : null),
        noData,
        on: { part: self, port },
        volt,
        hubs: above.hubs,
        speed,
        segment: slower(speed, 'full') === speed && translator !== null ? translator : compiled.device.part.id,
      };
      nodes.set(part.id, node);
      visit(child, {
        ...node,
        ohm,
        spareMa: Math.min(spareMa, left),
        translator,
        hubs: above.hubs + (own.down.length > 1 ? 1 : 0),
      });
    }
  };
  visit(root, {
    powered: true,
    spareMa: Number.POSITIVE_INFINITY,
    ohm: 0,
    unlicensed: null,
    noData: null,
    volt: PORT_VOLT,
    hubs: 0,
    speed: rootSpec.speed ?? 'high',
    translator: null,
  });
  const fromDeviceMa = root.children.reduce((sum, c) => sum + loadOf(c.branch), 0);
  return { nodes, supplies, fromDeviceMa, feed };
}

/**
 * Parts that live on what comes in at their USB port and get nothing there: not plugged in, or by way of a port that cannot
 * give it. A charger or power bank feeds as well as a device does.
 */
export function unfedParts(compiled: Compiled, trees: readonly UsbTree[]): ReadonlySet<string> {
  const far = farSides(compiled);
  const unfed = new Set<string>();
  for (const fitted of compiled.fitted.values()) {
    if (!livesOnUsb(fitted)) continue;
    const { id } = fitted.part;
    if (trees.some((t) => t.nodes.get(id)?.powered)) continue;
    if (trees.some((t) => t.nodes.has(id)) || !isCharged(far, fitted)) unfed.add(id);
  }
  return unfed;
}

const livesOnUsb = ({ part, partClass: c }: Fitted): boolean =>
  c.usb !== undefined &&
  c.host === undefined &&
  !c.usb.ownPower &&
  c.batteryHours === undefined &&
  c.cells === undefined &&
  !c.needs?.includes('mains') &&
  quantity(part, c, c.usb.drawMa) > 0;

/**
 * What feeds a port, behind leads that may lie either way round: a charger, a power bank, or a computer's port that
 * charges. Undefined where nothing does.
 */
export function feederAt(
  far: ReturnType<typeof farSides>,
  port: PortId,
): (Fitted & { readonly port: PortId }) | undefined {
  const been = new Set<string>();
  for (let at = far.get(port); at && !been.has(at.part.id); ) {
    been.add(at.part.id);
    const { partClass } = at;
    const own = byId(partClass.ports, at!.port);
    const gives = hasFigure(partClass, 'supplyMa') && own.flow === 'power';
    if (partClass.kind === 'power' || (partClass.kind === 'source' && gives)) return at;
    if (partClass.kind !== 'lead' || partClass.ports.length !== 2) return undefined;
    const other = partClass.ports.find((p) => p.id !== own.id)!;
    at = far.get(`${at.part.id}.${other.id}`);
  }
  return undefined;
}

/** Does a charger or power bank hang at its port, behind leads and adapters? */
function isCharged(far: ReturnType<typeof farSides>, start: Fitted): boolean {
  const been = new Set<string>();
  for (let at: Fitted | undefined = start; at?.partClass.usb?.up && !been.has(at.part.id); ) {
    been.add(at.part.id);
    at = far.get(`${at.part.id}.${at.partClass.usb.up}`);
    if (at?.partClass.kind === 'power') return true;
  }
  return false;
}

const slower = (a: UsbSpeed, b: UsbSpeed): UsbSpeed => itemAt(SPEEDS, Math.min(SPEEDS.indexOf(a), SPEEDS.indexOf(b)));

/** What a branch asks of the port above it. */
const loadOf = (b: Branch): number =>
  b.drawMa + (b.ownPower ? 0 : b.children.reduce((sum, c) => sum + loadOf(c.branch), 0));

const piecesOf = (b: Branch): { part: PartId; drawMa: number }[] => [
  ...(b.drawMa > 0 ? [{ part: b.fitted.part.id, drawMa: b.drawMa }] : []),
  ...(b.ownPower ? [] : b.children.flatMap((c) => piecesOf(c.branch))),
];

/** What is on the other side of a joint, and what its contacts pass on. */
interface FarSide extends Fitted {
  readonly port: PortId;
  readonly joint: JointId;
  readonly passes: UsbContacts;
  /** Dirt on its two power contacts together. */
  readonly dirtOhm: number;
}

/** For each taken port, the part and port on the other side of a joint that feeds. */
export const farSides = memo((compiled: Compiled): ReadonlyMap<string, FarSide> => {
  const far = new Map<string, FarSide>();
  for (const fitted of compiled.joints) {
    const { joint, a, b } = fitted;
    const passes = usbContacts(fitted);
    if (!passes.power) continue;
    const more = { joint: joint.id, passes, dirtOhm: 2 * (joint.contactOhm ?? 0) };
    far.set(`${joint.a.part}.${joint.a.port}`, { part: b.part, partClass: b.partClass, port: joint.b.port, ...more });
    far.set(`${joint.b.part}.${joint.b.port}`, { part: a.part, partClass: a.partClass, port: joint.a.port, ...more });
  }
  return far;
});

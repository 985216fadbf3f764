import type { Compiled, Fitted } from '../compile';
import { quantity } from '../model';

/** One piece on the USB (or 8-contact) tree. */
export interface UsbNode {
  readonly part: string;
  /** Own draw and all below it that it feeds from above. */
  readonly loadMa: number;
  readonly drawMa: number;
  /** True when every supply between it and its source of power can give what is asked of it. */
  readonly powered: boolean;
  /** The piece of the path that carries no licence, if any. */
  readonly unlicensed: string | null;
  /** The part it hangs on, and by which of its ports. */
  readonly on: { readonly part: string; readonly port: string };
  /** What arrives at its plug, volts: the supply less what joints and leads take at the current that flows. */
  readonly volt: number;
  /** Hubs between it and the device. */
  readonly hubs: number;
  readonly hasPath: true;
}

/** One port that gives current, and what hangs on it. */
export interface UsbSupply {
  readonly part: string;
  readonly port: string;
  readonly supplyMa: number;
  readonly loadMa: number;
  /** The parts that draw from it, largest first. */
  readonly pieces: readonly { readonly part: string; readonly drawMa: number }[];
}

export interface UsbTree {
  readonly nodes: ReadonlyMap<string, UsbNode>;
  readonly supplies: readonly UsbSupply[];
  /** Everything drawn from the device itself. */
  readonly fromDeviceMa: number;
  /** What a charger on the way gives to the device's port beyond what hangs there, milliamperes; null without one. */
  readonly chargeMa: number | null;
}

/** A port's voltage at its nominal; USB allows 4.75 to 5.25 V there. */
const PORT_VOLT = 5;
/** Two contacts of a joint, power and ground; common practice is 10 to 50 mohm each. */
const JOINT_OHM = 0.06;
const NOTHING: ReadonlyMap<string, number> = new Map();

interface Branch {
  readonly fitted: Fitted;
  readonly drawMa: number;
  readonly children: readonly { readonly port: string; readonly branch: Branch }[];
  readonly supplyMa: number | null;
  readonly ownPower: boolean;
  /** Power and ground conductor together. */
  readonly seriesOhm: number;
}

/**
 * The tree of USB pieces below the device: what each asks, and whether each supply can give it.
 * Current adds up along passive pieces; a piece with its own supply stops the sum. Volts fall along the way by Ohm's law.
 * @param extraMa what a part draws beyond its own figure, milliamperes at 5 V: for the phantom power that it gives.
 */
export function usbTree(compiled: Compiled, extraMa: ReadonlyMap<string, number> = NOTHING): UsbTree {
  const far = farSides(compiled);
  const seen = new Set<string>();
  let chargeMa: number | null = null;

  const grow = (fitted: Fitted): Branch => {
    seen.add(fitted.part.id);
    const spec = fitted.partClass.usb!;
    const q = (x: number | string) => quantity(fitted.part, fitted.partClass, x);
    const fed = spec.fed && far.get(`${fitted.part.id}.${spec.fed.port}`)?.partClass.kind === 'power' ? spec.fed : null;
    const children = spec.down.flatMap((port) => {
      const child = far.get(`${fitted.part.id}.${port}`);
      if (!child?.partClass.usb || child.port !== child.partClass.usb.up || seen.has(child.part.id)) return [];
      return [{ port, branch: grow(child) }];
    });
    if (fed) {
      const charger = far.get(`${fitted.part.id}.${fed.port}`)!;
      const below = children.reduce((sum, c) => sum + loadOf(c.branch), 0);
      chargeMa = Math.max(0, quantity(charger.part, charger.partClass, 'supplyMa') - below);
    }
    const supply = fed ? q(fed.supplyMa) : spec.supplyMa === undefined ? null : q(spec.supplyMa);
    return {
      fitted,
      drawMa: q(spec.drawMa) + (extraMa.get(fitted.part.id) ?? 0),
      children,
      supplyMa: supply,
      ownPower: Boolean(fed || spec.ownPower),
      seriesOhm: spec.conductorOhm === undefined ? 0 : 2 * q(spec.conductorOhm),
    };
  };

  const nodes = new Map<string, UsbNode>();
  const supplies: UsbSupply[] = [];
  if (!compiled.device.partClass.usb) return { nodes, supplies, fromDeviceMa: 0, chargeMa: null };
  const root = grow(compiled.device);

  const visit = (branch: Branch, above: Above) => {
    // A piece with a supply of its own begins anew; what passes on loses volts in its own conductors.
    const throughMa = branch.children.reduce((sum, c) => sum + loadOf(c.branch), 0);
    const leaving = branch.ownPower ? PORT_VOLT : above.volt - (branch.seriesOhm * throughMa) / 1000;
    for (const { port, branch: child } of branch.children) {
      let powered = branch.ownPower || above.powered;
      if (branch.supplyMa !== null) {
        const loadMa = loadOf(child);
        supplies.push({
          part: branch.fitted.part.id,
          port,
          supplyMa: branch.supplyMa,
          loadMa,
          pieces: piecesOf(child).sort((a, b) => b.drawMa - a.drawMa),
        });
        powered = powered && loadMa <= branch.supplyMa;
      }
      const id = child.fitted.part.id;
      const noLicence = above.unlicensed ?? (child.fitted.partClass.usb?.licensed === false ? id : null);
      nodes.set(id, {
        part: id,
        loadMa: loadOf(child),
        drawMa: child.drawMa,
        powered,
        unlicensed: noLicence,
        on: { part: branch.fitted.part.id, port },
        volt: leaving - (JOINT_OHM * loadOf(child)) / 1000,
        hubs: above.hubs,
        hasPath: true,
      });
      visit(child, {
        powered,
        unlicensed: noLicence,
        volt: nodes.get(id)!.volt,
        hubs: above.hubs + (child.fitted.partClass.usb!.down.length > 1 ? 1 : 0),
      });
    }
  };
  visit(root, { powered: true, unlicensed: null, volt: PORT_VOLT, hubs: 0 });
  const fromDeviceMa = root.children.reduce((sum, c) => sum + loadOf(c.branch), 0);
  return { nodes, supplies, fromDeviceMa, chargeMa };
}

/** What stands above a branch. */
interface Above {
  readonly powered: boolean;
  readonly unlicensed: string | null;
  readonly volt: number;
  readonly hubs: number;
}

/** What a branch asks of the port above it. */
const loadOf = (b: Branch): number =>
  b.drawMa + (b.ownPower ? 0 : b.children.reduce((sum, c) => sum + loadOf(c.branch), 0));

const piecesOf = (b: Branch): { part: string; drawMa: number }[] => [
  ...(b.drawMa > 0 ? [{ part: b.fitted.part.id, drawMa: b.drawMa }] : []),
  ...(b.ownPower ? [] : b.children.flatMap((c) => piecesOf(c.branch))),
];

/** For each taken port, the part and port on the other side of a joint that conducts. */
function farSides(compiled: Compiled): ReadonlyMap<string, Fitted & { readonly port: string }> {
  const far = new Map<string, Fitted & { readonly port: string }>();
  for (const { joint, a, b, mating } of compiled.joints) {
    if (!mating.fits || mating.touches.length === 0) continue;
    far.set(`${joint.a.part}.${joint.a.port}`, { part: b.part, partClass: b.partClass, port: joint.b.port });
    far.set(`${joint.b.part}.${joint.b.port}`, { part: a.part, partClass: a.partClass, port: joint.a.port });
  }
  return far;
}

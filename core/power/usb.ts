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
  /** The device's own port is fed by a charger on the way. */
  readonly charging: boolean;
}

interface Branch {
  readonly fitted: Fitted;
  readonly drawMa: number;
  readonly children: readonly { readonly port: string; readonly branch: Branch }[];
  readonly supplyMa: number | null;
  readonly ownPower: boolean;
}

/**
 * The tree of USB pieces below the device: what each asks, and whether each supply can give it.
 * Current adds up along passive pieces; a piece with its own supply stops the sum.
 */
export function usbTree(compiled: Compiled): UsbTree {
  const far = farSides(compiled);
  const seen = new Set<string>();
  let charging = false;

  const grow = (fitted: Fitted): Branch => {
    seen.add(fitted.part.id);
    const spec = fitted.partClass.usb!;
    const q = (x: number | string) => quantity(fitted.part, fitted.partClass, x);
    const fed = spec.fed && far.get(`${fitted.part.id}.${spec.fed.port}`)?.partClass.kind === 'power' ? spec.fed : null;
    if (fed) charging = true;
    const children = spec.down.flatMap((port) => {
      const child = far.get(`${fitted.part.id}.${port}`);
      if (!child?.partClass.usb || child.port !== child.partClass.usb.up || seen.has(child.part.id)) return [];
      return [{ port, branch: grow(child) }];
    });
    const supply = fed ? q(fed.supplyMa) : spec.supplyMa === undefined ? null : q(spec.supplyMa);
    return { fitted, drawMa: q(spec.drawMa), children, supplyMa: supply, ownPower: Boolean(fed || spec.ownPower) };
  };

  const nodes = new Map<string, UsbNode>();
  const supplies: UsbSupply[] = [];
  if (!compiled.device.partClass.usb) return { nodes, supplies, fromDeviceMa: 0, charging: false };
  const root = grow(compiled.device);

  const visit = (branch: Branch, poweredAbove: boolean, unlicensed: string | null) => {
    for (const { port, branch: child } of branch.children) {
      let powered = branch.ownPower || poweredAbove;
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
      const noLicence = unlicensed ?? (child.fitted.partClass.usb?.licensed === false ? id : null);
      nodes.set(id, {
        part: id,
        loadMa: loadOf(child),
        drawMa: child.drawMa,
        powered,
        unlicensed: noLicence,
        hasPath: true,
      });
      visit(child, powered, noLicence);
    }
  };
  visit(root, true, null);
  const fromDeviceMa = root.children.reduce((sum, c) => sum + loadOf(c.branch), 0);
  return { nodes, supplies, fromDeviceMa, charging };
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

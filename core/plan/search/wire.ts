import { memo, memoOfTwo } from '../../algorithms';
import type { PartClass, PortSpec } from '../../model';

const straightThrough = memo((c: PartClass) =>
  memoOfTwo((into: PortSpec, out: PortSpec) => leadsStraight(c, into, out)),
);

/**
 * Does a part lead straight through from one port to another: every contact by a wire to the contact of the same role,
 * and nothing else to either? Then it changes the connector and the length, and nothing of the signal.
 */
export const isStraightThrough = (c: PartClass, into: PortSpec, out: PortSpec): boolean =>
  straightThrough(c)(into, out);

function leadsStraight(c: PartClass, into: PortSpec, out: PortSpec): boolean {
  if (c.ports.length !== 2 || c.inputs || c.usb) return false;
  // A lead has its capacitance and what it picks up; anything else is there to do something.
  if (!c.circuit.every((e) => e.is === 'resistor' || e.is === 'capacitor' || e.is === 'pickup')) return false;
  const roleAt = (port: PortSpec, node: string) => port.roles?.[node.slice(port.id.length + 1)];
  const wired = new Set<string>();
  for (const e of c.circuit) {
    if (e.is !== 'resistor') continue;
    const [a, b] = e.between;
    const [i, o] = a.startsWith(`${into.id}.`) ? [a, b] : [b, a];
    if (!isConductor(e.value) || !i.startsWith(`${into.id}.`) || !o.startsWith(`${out.id}.`)) return false;
    if (roleAt(into, i) !== roleAt(out, o)) return false;
    wired.add(i).add(o);
  }
  const contacts = (port: PortSpec) => Object.keys(port.roles ?? {}).map((contact) => `${port.id}.${contact}`);
  return [...contacts(into), ...contacts(out)].every((node) => wired.has(node));
}

const isConductor = (value: unknown): boolean => value === 'wireOhm' || value === 'ohmPerM*lengthM';

/** Nothing but wire: it leads from contact to contact, however crossed, and does nothing to the signal. */
export const isWire: (c: PartClass) => boolean = memo(
  (c) =>
    (c.kind === 'lead' || c.kind === 'adapter') &&
    !c.inputs &&
    c.circuit.every((e) => e.is === 'capacitor' || e.is === 'pickup' || (e.is === 'resistor' && isConductor(e.value))),
);

import { type CircuitProblem, type Contacts, ok, openable, prepare, type Result } from '../circuit';
import { type Compiled, compile, contactNode, type FittedJoint } from '../compile';
import { contactsOf, mustConnector } from '../connectors';
import type { Catalogue, Setup } from '../model';

/** What a contact offers while the joint is open: what a meter would find on it. */
export interface Probe {
  readonly side: 'a' | 'b';
  readonly contact: string;
  /** Against the ground of its own port. */
  readonly openVolt: number;
  /** What it would give into a short. */
  readonly shortMilliampere: number;
  readonly ohm: number;
}

/** Less than this is no voltage anybody put there. */
const LEAST_VOLT = 1e-3;

/**
 * Steady voltage of each contact of a joint that is pulled apart, and the current it would give into a short (Thevenin at
 * direct current): phantom power, plug-in power, bias, as they stand before anything is plugged.
 */
export function probeJoint(setup: Setup, catalogue: Catalogue, id: string): Result<readonly Probe[], CircuitProblem> {
  const compiled = compile(setup, catalogue);
  const sound = prepare(compiled.netlist);
  if (!sound.ok) return sound;
  const contacts = contactsIn(compiled);
  if (!contacts.ok) return contacts;
  return ok(probesOf(compiled, contacts.value, compiled.joints.find((j) => j.joint.id === id)!));
}

/** The steady state of a compiled setup, in which any joint can be opened. */
export const contactsIn = ({ netlist, touchOhm }: Compiled): Result<Contacts, CircuitProblem> =>
  openable(netlist, new Set(touchOhm.keys()));

/** What each contact of a joint offers once it is pulled apart. */
export function probesOf({ touchOhm }: Compiled, contacts: Contacts, joint: FittedJoint): readonly Probe[] {
  const open = contacts.opened(joint.touchNames.filter((t) => touchOhm.has(t)));
  return (['a', 'b'] as const).flatMap((side) =>
    contactsAt(joint, side).flatMap(({ contact, node, ground }) => {
      if (!contacts.has(node) || !contacts.has(ground) || node === ground) return [];
      const openVolt = open.volt(node, ground);
      if (Math.abs(openVolt) < LEAST_VOLT) return [];
      const ohm = open.ohm(node, ground);
      return [{ side, contact, openVolt, ohm, shortMilliampere: (1000 * openVolt) / ohm }];
    }),
  );
}

function contactsAt(joint: FittedJoint, side: 'a' | 'b') {
  const { part, port } = joint[side];
  const contacts = contactsOf(mustConnector(port.connector));
  const grounded = contacts.find((c) => ['ground', 'screen'].includes(port.roles?.[c] ?? '') || c === 'gnd');
  const ground = grounded === undefined ? '0' : contactNode(part.id, port.id, grounded);
  return contacts.map((contact) => ({ contact, node: contactNode(part.id, port.id, contact), ground }));
}

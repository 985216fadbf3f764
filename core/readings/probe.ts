import { type Circuit, type CircuitProblem, ok, prepare, type Result } from '../circuit';
import { type Compiled, compile, contactNode, type FittedJoint } from '../compile';
import { connectorNamed, contactsOf } from '../connectors';
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
  const circuit = prepare(compiled.netlist);
  if (!circuit.ok) return circuit;
  const joint = compiled.joints.find((j) => j.joint.id === id)!;
  return probesOf(pulledApart(compiled, circuit.value, [joint]), joint);
}

/** The circuit with joints pulled apart. */
export const pulledApart = (
  { touchOhm }: Compiled,
  circuit: Circuit,
  joints: readonly FittedJoint[],
  like?: Circuit,
): Circuit =>
  circuit.without(
    joints.flatMap((j) => j.touchNames.filter((t) => touchOhm.has(t))),
    like,
  );

/** What each contact of a joint offers in the circuit in which it is pulled apart. */
export function probesOf(open: Circuit, joint: FittedJoint): Result<readonly Probe[], CircuitProblem> {
  const dc = open.at(0);
  if (!dc.ok) return dc;
  const steady = dc.value.solve();
  const probes = (['a', 'b'] as const).flatMap((side) =>
    contactsAt(joint, side).flatMap(({ contact, node, ground }) => {
      if (!open.has(node) || !open.has(ground) || node === ground) return [];
      const openVolt = steady.between(node, ground).re;
      if (Math.abs(openVolt) < LEAST_VOLT) return [];
      const ohm = dc.value.transferTo(node, ground).fromCurrent(ground, node).re;
      return [{ side, contact, openVolt, ohm, shortMilliampere: (1000 * openVolt) / ohm }];
    }),
  );
  return ok(probes);
}

function contactsAt(joint: FittedJoint, side: 'a' | 'b') {
  const { part, port } = joint[side];
  const contacts = contactsOf(connectorNamed(port.connector)!);
  const grounded = contacts.find((c) => ['ground', 'screen'].includes(port.roles?.[c] ?? '') || c === 'gnd');
  const ground = grounded === undefined ? '0' : contactNode(part.id, port.id, grounded);
  return contacts.map((contact) => ({ contact, node: contactNode(part.id, port.id, contact), ground }));
}

import { connectorNamed, mate } from '../connectors';
import { type Catalogue, hostsOf, type Joint, type Part, type PartClass, type PortSpec, type Setup } from '../model';

/** Do the two ports go together? */
export function portsFit(a: PortSpec, b: PortSpec): boolean {
  return mate(connectorNamed(a.connector)!, connectorNamed(b.connector)!, 0).fits;
}

/** An id that is not taken yet, made from a class id. */
export function freshId(taken: Iterable<string>, stem: string): string {
  const used = new Set(taken);
  if (!used.has(stem)) return stem;
  let n = 2;
  while (used.has(`${stem}-${n}`)) n += 1;
  return `${stem}-${n}`;
}

export const freshJointId = (setup: Setup): string =>
  freshId(
    setup.joints.map((j) => j.id),
    'j',
  );

const classOf = (setup: Setup, catalogue: Catalogue, part: string): PartClass =>
  catalogue.parts.get(setup.parts.find((p) => p.id === part)!.class)!;

const portOf = (setup: Setup, catalogue: Catalogue, ref: Joint['a']): PortSpec =>
  classOf(setup, catalogue, ref.part).ports.find((p) => p.id === ref.port)!;

/**
 * Put another part in a part's place, every joint kept.
 * @returns null when the new one has no port for some joint, or cannot take over the microphone's or device's work.
 */
export function swapPart(setup: Setup, catalogue: Catalogue, part: string, by: Part): Setup | null {
  const newClass = catalogue.parts.get(by.class)!;
  const oldClass = classOf(setup, catalogue, part);
  if (Boolean(newClass.host) !== Boolean(oldClass.host)) return null;
  const hears = setup.placements.some((p) => p.part === part);
  if (hears && !newClass.circuit.some((e) => e.is === 'capsule')) return null;
  const taken = new Set<string>();
  const joints: Joint[] = [];
  for (const joint of setup.joints) {
    const side = joint.a.part === part ? 'a' : joint.b.part === part ? 'b' : null;
    if (!side) {
      joints.push(joint);
      continue;
    }
    const far = portOf(setup, catalogue, joint[side === 'a' ? 'b' : 'a']);
    const old = oldClass.ports.find((p) => p.id === joint[side].port)!;
    const candidates = newClass.ports.filter((p) => !taken.has(p.id) && portsFit(p, far) && sameDuty(p, old));
    const port = candidates.find((p) => p.id === old.id) ?? candidates[0];
    if (!port) return null;
    taken.add(port.id);
    joints.push({ ...joint, [side]: { part, port: port.id } });
  }
  const replacement = { ...by, id: part };
  const parts = setup.parts.map((p) => (p.id === part ? replacement : p));
  const job = newClass.host ? withHost(setup, catalogue, part, newClass.id) : setup.job;
  return { ...setup, job, parts, joints };
}

/** The job with another device in the place of one of its hosts. */
function withHost(setup: Setup, catalogue: Catalogue, part: string, device: string): Setup['job'] {
  const { job } = setup;
  const at = hostsOf(setup, catalogue)!.findIndex((h) => h.part.id === part);
  if (at === 0) return { ...job, device };
  return { ...job, also: job.also!.map((d, i) => (i === at - 1 ? { ...d, device } : d)) };
}

/** A port can stand in for another when it sends the signal the same way. */
const sameDuty = (a: PortSpec, b: PortSpec): boolean =>
  a.flow === b.flow || a.flow === 'through' || b.flow === 'through';

/** Put a part into a joint: a to one of its ports, b to another. Null when it does not go in there. */
export function insertPart(setup: Setup, catalogue: Catalogue, jointId: string, by: Part): Setup | null {
  const at = setup.joints.findIndex((j) => j.id === jointId);
  const joint = setup.joints[at];
  const a = portOf(setup, catalogue, joint.a);
  const b = portOf(setup, catalogue, joint.b);
  const newClass = catalogue.parts.get(by.class)!;
  if (newClass.host) return null;
  const id = freshId(
    setup.parts.map((p) => p.id),
    by.id,
  );
  // The signal goes from a to b or back; the new part must be the same way round.
  const forward = a.flow === 'out' || b.flow === 'in' || (a.flow === 'through' && b.flow !== 'out');
  for (const first of newClass.ports) {
    for (const second of newClass.ports) {
      if (first === second || !portsFit(first, a) || !portsFit(second, b)) continue;
      const [into, outOf] = forward ? [first, second] : [second, first];
      if (!['in', 'through'].includes(into.flow) || !['out', 'through'].includes(outOf.flow)) continue;
      const one: Joint = { ...joint, outMm: 0, b: { part: id, port: first.id } };
      const two: Joint = { id: freshJointId(setup), a: { part: id, port: second.id }, b: joint.b };
      return {
        ...setup,
        parts: [...setup.parts, { ...by, id }],
        joints: [...setup.joints.slice(0, at), one, two, ...setup.joints.slice(at + 1)],
      };
    }
  }
  return null;
}

/** Ports of a setup that nothing is plugged into. */
export function freePorts(setup: Setup, catalogue: Catalogue): { readonly part: string; readonly port: PortSpec }[] {
  const taken = new Set(setup.joints.flatMap((j) => [`${j.a.part}.${j.a.port}`, `${j.b.part}.${j.b.port}`]));
  return setup.parts.flatMap((part) =>
    catalogue.parts
      .get(part.class)!
      .ports.filter((p) => !taken.has(`${part.id}.${p.id}`))
      .map((port) => ({ part: part.id, port })),
  );
}

/** Plug a new part into a free port by its first port that fits. Null when none does. */
export function attachPart(
  setup: Setup,
  catalogue: Catalogue,
  to: { readonly part: string; readonly port: PortSpec },
  by: Part,
): Setup | null {
  const port = catalogue.parts.get(by.class)!.ports.find((p) => portsFit(p, to.port));
  if (!port) return null;
  const id = freshId(
    setup.parts.map((p) => p.id),
    by.id,
  );
  const joint: Joint = {
    id: freshJointId(setup),
    a: { part: id, port: port.id },
    b: { part: to.part, port: to.port.id },
  };
  return { ...setup, parts: [...setup.parts, { ...by, id }], joints: [...setup.joints, joint] };
}

import { atKey, byId, freshId, itemAt } from '../algorithms';
import { mate, mustConnector } from '../connectors';
import {
  type Catalogue,
  classIn,
  classOfPart,
  hasBattery,
  hasFigure,
  isGiven,
  type Joint,
  type JointId,
  jointIn,
  mostChannels,
  movedTo,
  mustHosts,
  type Part,
  type PartClass,
  type PartId,
  type PortSpec,
  partIn,
  quantity,
  RATED_SPL,
  type Setup,
  type Source,
  takesUp,
} from '../model';

/** Do the two ports go together? */
export function portsFit(a: PortSpec, b: PortSpec): boolean {
  return mate(mustConnector(a.connector), mustConnector(b.connector), 0).fits;
}

export const freshJointId = (setup: Setup): string =>
  freshId(
    setup.joints.map((j) => j.id),
    'j',
  );

const classOf = (setup: Setup, catalogue: Catalogue, part: PartId): PartClass => classOfPart(setup, catalogue, part);

const portOf = (setup: Setup, catalogue: Catalogue, ref: Joint['a']): PortSpec =>
  byId(classOf(setup, catalogue, ref.part).ports, ref.port);

/**
 * Put another part in a part's place, every joint kept.
 * @returns null when the new one has no port for some joint, or cannot take over the microphone's or device's work.
 */
export function swapPart(setup: Setup, catalogue: Catalogue, part: PartId, by: Part): Setup | null {
  const newClass = classIn(catalogue, by.class);
  const oldClass = classOf(setup, catalogue, part);
  if (Boolean(newClass.host) !== Boolean(oldClass.host)) return null;
  if (oldClass.kind === 'source') return null;
  const placed = setup.placements.filter((p) => p.part === part).map((p) => p.source);
  if (placed.length > 0 && !takesUp(newClass)) return null;
  // What comes by wire stays so: only what was not known here can become known.
  const byWire = setup.job.sources.filter((s) => s.from !== undefined && placed.includes(s.id));
  if (newClass.kind === 'source' ? byWire.length === 0 || byWire.length < placed.length : byWire.length > 0)
    return null;
  const taken = new Set<string>();
  const joints: Joint[] = [];
  // Of a part that is not known here, what its ports were called.
  const called = partIn(setup, part).was?.ports ?? {};
  for (const joint of setup.joints) {
    const side = joint.a.part === part ? 'a' : joint.b.part === part ? 'b' : null;
    if (!side) {
      joints.push(joint);
      continue;
    }
    const far = portOf(setup, catalogue, joint[side === 'a' ? 'b' : 'a']);
    const old = byId(oldClass.ports, joint[side].port);
    const candidates = newClass.ports.filter((p) => !taken.has(p.id) && portsFit(p, far) && sameDuty(p, old));
    const port = candidates.find((p) => p.id === (called[old.id] ?? old.id)) ?? candidates[0];
    if (!port) return null;
    taken.add(port.id);
    joints.push({ ...joint, [side]: { part, port: port.id } });
  }
  const replacement = { ...by, id: part };
  const parts = setup.parts.map((p) => (p.id === part ? replacement : p));
  const job = newClass.host
    ? withHost(setup, catalogue, part, newClass.id)
    : { ...setup.job, sources: setup.job.sources.map((s) => (byWire.includes(s) ? outOf(newClass, s) : s)) };
  return tidy(catalogue, { ...setup, job, parts, joints });
}

/** A source by wire, now of a class that is known. */
const outOf = (partClass: PartClass, { was: _, ...source }: Source): Source => ({ ...source, from: partClass.id });

/** The job with another device in the place of one of its hosts. */
function withHost(setup: Setup, catalogue: Catalogue, part: PartId, device: string): Setup['job'] {
  const { job } = setup;
  const at = mustHosts(setup, catalogue).findIndex((h) => h.part.id === part);
  if (at === 0) return movedTo(job, device, catalogue);
  return { ...job, also: job.also!.map((d, i) => (i === at - 1 ? movedTo(d, device, catalogue) : d)) };
}

/** A port can stand in for another when it sends the signal the same way. */
const sameDuty = (a: PortSpec, b: PortSpec): boolean =>
  a.flow === b.flow || a.flow === 'through' || b.flow === 'through';

/** Put a part into a joint: a to one of its ports, b to another. Null when it does not go in there. */
export function insertPart(setup: Setup, catalogue: Catalogue, jointId: JointId, by: Part): Setup | null {
  const at = setup.joints.findIndex((j) => j.id === jointId);
  const joint = itemAt(setup.joints, at);
  const a = portOf(setup, catalogue, joint.a);
  const b = portOf(setup, catalogue, joint.b);
  const newClass = classIn(catalogue, by.class);
  if (isGiven(newClass)) return null;
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
export function freePorts(setup: Setup, catalogue: Catalogue): { readonly part: PartId; readonly port: PortSpec }[] {
  const taken = new Set(setup.joints.flatMap((j) => [`${j.a.part}.${j.a.port}`, `${j.b.part}.${j.b.port}`]));
  return setup.parts.flatMap((part) =>
    classIn(catalogue, part.class)
      .ports.filter((p) => !taken.has(`${part.id}.${p.id}`))
      .map((port) => ({ part: part.id, port })),
  );
}

/** Plug a new part into a free port by its first port that fits. Null when none does. */
export function attachPart(
  setup: Setup,
  catalogue: Catalogue,
  to: { readonly part: PartId; readonly port: PortSpec },
  by: Part,
): Setup | null {
  const port = classIn(catalogue, by.class).ports.find((p) => portsFit(p, to.port));
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

/**
 * Plug a part into a free port, with what follows from it: a device becomes a further destination with that app, a
 * microphone hears the first voice that none hears yet, else the first.
 * @returns null when it does not go in there.
 */
export function plugIn(
  setup: Setup,
  catalogue: Catalogue,
  to: { readonly part: PartId; readonly port: PortSpec },
  by: Part,
  app: string,
): Setup | null {
  const next = attachPart(setup, catalogue, to, by);
  return next && takenUp(next, catalogue, app);
}

/** Put a part on the table, joined to nothing yet, with what follows from it as where it is plugged in. */
export function addPart(setup: Setup, catalogue: Catalogue, by: Part, app: string): Setup {
  const id = freshId(
    setup.parts.map((p) => p.id),
    by.id,
  );
  return takenUp({ ...setup, parts: [...setup.parts, { ...by, id }] }, catalogue, app);
}

/** What follows from the last part of a setup that has just come: what it records, or what it is recorded by. */
function takenUp(setup: Setup, catalogue: Catalogue, app: string): Setup {
  const part = itemAt(setup.parts, setup.parts.length - 1);
  const partClass = classIn(catalogue, part.class);
  if (partClass.host) {
    return { ...setup, job: { ...setup.job, also: [...(setup.job.also ?? []), { device: part.class, app }] } };
  }
  if (!takesUp(partClass)) return setup;
  const { sources } = setup.job;
  const isHeard = (s: Source) => setup.placements.some((p) => p.source === s.id);
  if (partClass.kind === 'source') {
    const waiting = sources.find((s) => s.from === part.class && !isHeard(s));
    const source = waiting ?? wiredSource(partClass, sources);
    return {
      ...setup,
      job: waiting ? setup.job : { ...setup.job, sources: [...sources, source] },
      placements: [...setup.placements, { source: source.id, part: part.id, distanceM: BY_WIRE_M }],
    };
  }
  const byAir = sources.filter((s) => s.from === undefined);
  const unheard = byAir.find((s) => !isHeard(s)) ?? byAir[0];
  return unheard ? placedAt(setup, catalogue, part.id, unheard.id) : setup;
}

/** A microphone at a source, as far away as it is from who is there already, else as it is worn, else as the job says. */
export function placedAt(setup: Setup, catalogue: Catalogue, id: PartId, source: string): Setup {
  const part = partIn(setup, id);
  const partClass = classIn(catalogue, part.class);
  const there = setup.placements.find((p) => p.part === id)?.distanceM;
  const usual = hasFigure(partClass, 'placedM') ? quantity(part, partClass, 'placedM') : setup.job.distanceM;
  return { ...setup, placements: [...setup.placements, { source, part: id, distanceM: there ?? usual }] };
}

/** What stands as the distance of a source by wire, where none matters. */
export const BY_WIRE_M = 1;

/** A source that comes out of a part of a class, as loud as that is rated. */
export function wiredSource(partClass: PartClass, others: readonly Source[]): Source {
  const id = freshId(
    others.map((s) => s.id),
    partClass.id,
  );
  const music = partClass.circuit.some((e) => e.is === 'feed' && e.sound === 'music')
    ? { sound: 'music' as const }
    : {};
  return { id, name: partClass.name, splAt1m: RATED_SPL, from: partClass.id, ...music };
}

/** Take a part out, with its joints and what it heard. The job's own device stays: null for that. */
export function takeOut(setup: Setup, catalogue: Catalogue, part: PartId): Setup | null {
  const hosts = mustHosts(setup, catalogue);
  const host = hosts.findIndex((h) => h.part.id === part);
  if (host === 0) return null;
  const also = (setup.job.also ?? []).filter((_, i) => i !== host - 1);
  const { also: _, ...job } = setup.job;
  // What came out of it by wire goes with it, where something else is still recorded.
  const gone = setup.placements.filter((p) => p.part === part).map((p) => p.source);
  const sources = job.sources.filter((s) => s.from === undefined || !gone.includes(s.id));
  return tidy(catalogue, {
    ...setup,
    job: { ...job, sources: sources.length > 0 ? sources : job.sources, ...(also.length > 0 ? { also } : {}) },
    parts: setup.parts.filter((p) => p.id !== part),
    joints: setup.joints.filter((j) => j.a.part !== part && j.b.part !== part),
    placements: setup.placements.filter((p) => p.part !== part),
  });
}

/** Without what is said of parts that are gone or have become something else: exchanges, arrivals, tracks, the output. */
function tidy(catalogue: Catalogue, { swaps, arrivals, session, ...rest }: Setup): Setup {
  const classes = new Map(rest.parts.map((p) => [p.id, classIn(catalogue, p.class)]));
  const exchanged = (swaps ?? []).filter((s) => classes.has(s.part) && hasBattery(atKey(classes, s.part)));
  const coming = (arrivals ?? []).filter((a) => classes.get(a.part)?.kind === 'power');
  const { output, tracks, ...said } = session ?? {};
  const { chosenInput } = rest;
  const chosen =
    typeof chosenInput === 'string' || classes.get(chosenInput.part)?.inputs?.some((i) => i.id === chosenInput.input);
  const kept = tracks?.filter((t) => t.channel <= mostChannels(classes.get(t.part)));
  const left = {
    ...said,
    ...(output !== undefined && classes.has(output) ? { output } : {}),
    ...(kept && kept.length > 0 ? { tracks: kept } : {}),
  };
  return {
    ...rest,
    chosenInput: chosen ? chosenInput : 'newest',
    ...(exchanged.length > 0 ? { swaps: exchanged } : {}),
    ...(coming.length > 0 ? { arrivals: coming } : {}),
    ...(Object.keys(left).length > 0 ? { session: left } : {}),
  };
}

/** Another hole of the same part that a plug would go into as well, free now, and the setup with it there. */
export interface OtherHole {
  readonly part: PartId;
  readonly port: PortSpec;
  readonly setup: Setup;
}

/** The other holes that a joint's plug could be in: the wrong one is as easily found by the hand as the right one. */
export function otherHoles(setup: Setup, catalogue: Catalogue, jointId: JointId): readonly OtherHole[] {
  const joint = jointIn(setup, jointId);
  return (['a', 'b'] as const).flatMap((side) => {
    const far = portOf(setup, catalogue, joint[side === 'a' ? 'b' : 'a']);
    const { part } = joint[side];
    return freePorts(setup, catalogue)
      .filter((h) => h.part === part && portsFit(h.port, far))
      .map(({ port }) => ({
        part,
        port,
        setup: {
          ...setup,
          joints: setup.joints.map((j) => (j.id === jointId ? { ...j, [side]: { part, port: port.id } } : j)),
        },
      }));
  });
}

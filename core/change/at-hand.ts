import { atKey, byId, pairOf } from '../algorithms';
import {
  type Catalogue,
  classIn,
  classOfPart,
  isShut,
  type Joint,
  jointIn,
  knobAt,
  looseParts,
  type PartClass,
  type PartId,
  type PortRef,
  type PortSpec,
  type Session,
  type Setup,
} from '../model';
import { apply } from './apply';
import type { Change, End, Side } from './change';
import { freePorts, freshJointId, portsFit } from './structure';

const SIDES = ['a', 'b'] as const;

const classesOf = (setup: Setup, catalogue: Catalogue): ReadonlyMap<string, PartClass> =>
  new Map(setup.parts.map((p) => [p.id, classIn(catalogue, p.class)]));

/** What is not as the careful do it, put right: plugs pushed home, contacts made whole, the device set as it should be. */
export function* asTheCareful(setup: Setup): Generator<Change> {
  for (const joint of setup.joints) {
    if ((joint.outMm ?? 0) > 0) yield { do: 'seat', joint: joint.id, outMm: 0 };
    if (joint.contactOhm !== undefined) yield { do: 'dirt', joint: joint.id, ohm: null };
    for (const contact of joint.parted ?? []) yield { do: 'contact', joint: joint.id, contact, parted: false };
    for (const contacts of joint.bridged ?? []) yield { do: 'bridge', joint: joint.id, contacts, on: false };
  }
  for (const key of Object.keys(setup.session ?? {}) as (keyof Session)[])
    yield { do: 'session', set: { [key]: null } };
  if (setup.chosenInput !== 'newest') yield { do: 'choose', input: 'newest' };
  for (const part of setup.parts) {
    if (part.outlet !== undefined) yield { do: 'outlet', part: part.id, outlet: null };
    if ((part.charge ?? 1) < 1) yield { do: 'charge', part: part.id, to: null };
  }
  for (const { part } of setup.arrivals ?? []) yield { do: 'arrive', part, minute: null };
}

/** What does something as it is: a knob of what lies about changes nothing. */
function inUse(setup: Setup, catalogue: Catalogue): Setup['parts'] {
  const loose = looseParts(setup, catalogue);
  return setup.parts.filter((p) => !loose.has(p.id));
}

/** Switches and choices of all parts, each in every other position; tone controls back to the middle. */
export function* switches(setup: Setup, catalogue: Catalogue): Generator<Extract<Change, { do: 'knob' }>> {
  for (const part of inUse(setup, catalogue)) {
    const partClass = classIn(catalogue, part.class);
    for (const knob of partClass.knobs ?? []) {
      const now = knobAt(part, partClass, knob.id);
      if (knob.role === 'tone' && now !== knob.start)
        yield { do: 'knob', part: part.id, knob: knob.id, to: knob.start };
      if (knob.unit === 'dB') continue;
      for (let to = knob.min; to <= knob.max; to += knob.step) {
        // Automatic level is left, never taken: it hides a wrong gain, and brings the noise up.
        if (to !== now && !(knob.role === 'automatic' && to > now))
          yield { do: 'knob', part: part.id, knob: knob.id, to };
      }
    }
  }
}

/** Where a fader passes what it is given, and places below for what would then be too loud, dB. */
const OPEN_DB = [0, -12, -24, -36];

/** Faders and sends that are closed, opened to unity or some way below. */
export function* closedKnobs(setup: Setup, catalogue: Catalogue): Generator<Extract<Change, { do: 'knob' }>> {
  for (const part of inUse(setup, catalogue)) {
    const partClass = classIn(catalogue, part.class);
    for (const knob of partClass.knobs ?? []) {
      if (!isShut(part, partClass, knob)) continue;
      for (const to of OPEN_DB) yield { do: 'knob', part: part.id, knob: knob.id, to };
    }
  }
}

/** Leads and adapters turned end for end, where they then go into what they join. */
export function* turns(setup: Setup, catalogue: Catalogue): Generator<Change> {
  const classes = classesOf(setup, catalogue);
  for (const part of setup.parts) {
    const { kind, ports } = atKey(classes, part.id);
    if (kind !== 'lead' && kind !== 'adapter') continue;
    const held = setup.joints.filter((j) => (j.a.part === part.id) !== (j.b.part === part.id));
    if (held.length !== 2) continue;
    const [p, q] = pairOf(held.map((j) => (j.a.part === part.id ? j.a.port : j.b.port)));
    const [one, other] = pairOf([p, q].map((id) => byId(ports, id)));
    const change: Change = { do: 'turn', part: part.id, ports: [p, q] };
    // Alike at both ends it is the same either way round.
    if (one.connector === other.connector && one.flow === other.flow) continue;
    if (fitsAfter(setup, catalogue, change, held)) yield change;
  }
}

/** Plugs in other free holes that they go into: of the same part, and of others. */
export function* moves(setup: Setup, catalogue: Catalogue): Generator<Extract<Change, { do: 'move' }>> {
  const classes = classesOf(setup, catalogue);
  // Into what lies about a plug is moved only where that gives current: all else leads nowhere.
  const loose = looseParts(setup, catalogue);
  const free = freePorts(setup, catalogue).filter(
    ({ part }) => !loose.has(part) || atKey(classes, part).kind === 'power',
  );
  for (const joint of setup.joints) {
    for (const side of SIDES) {
      const far = joint[side === 'a' ? 'b' : 'a'];
      const farPort = byId(atKey(classes, far.part).ports, far.port);
      const here = atKey(classes, joint[side].part);
      // A plug is moved, not the socket that it was in; by radio nothing is.
      if (farPort.carries === 'radio' || !isPlugged(farPort.connector)) continue;
      for (const { part, port } of free) {
        if (part === far.part || port.carries === 'radio' || !portsFit(port, farPort)) continue;
        if (part !== joint[side].part && here.kind === 'lead') continue;
        yield { do: 'move', joint: joint.id, side, to: { part, port: port.id } };
      }
    }
  }
}

/** Pairs of plugs that would go into each other's hole, where the two are near each other: in one part, or of one. */
export function* exchanges(setup: Setup, catalogue: Catalogue): Generator<Change> {
  const seated = setup.joints.flatMap((joint) =>
    SIDES.filter((side) => isPlugged(portAt(setup, catalogue, far(joint, side)).connector)).map((side) => ({
      joint,
      side,
      hole: joint[side],
      plug: far(joint, side),
    })),
  );
  for (const [i, one] of seated.entries()) {
    for (const other of seated.slice(i + 1)) {
      const ofOnePart = one.plug.part === other.plug.part;
      if (one.joint === other.joint || (one.hole.part !== other.hole.part && !ofOnePart)) continue;
      // The two ends of one lead are turned round; two plugs alike in shape and use are the same exchanged.
      if (ofOnePart && (hasTwoPorts(setup, catalogue, one.plug.part) || isSame(setup, catalogue, one.plug, other.plug)))
        continue;
      const ends = [one, other].map((e) => ({ joint: e.joint.id, side: e.side })) as [End, End];
      const change: Change = { do: 'exchange', ends };
      if (fitsAfter(setup, catalogue, change, [one.joint, other.joint])) yield change;
    }
  }
}

/** Ports of two parts that nothing is in and that go together as the signal or the power goes, plugged into each other. */
export function* joins(setup: Setup, catalogue: Catalogue): Generator<Extract<Change, { do: 'join' }>> {
  const loose = looseParts(setup, catalogue);
  // Of pieces that are alike and lie about, one is as good as the other.
  const kept = new Set<string>();
  const spare = new Set<string>();
  for (const p of setup.parts) {
    if (!loose.has(p.id)) continue;
    const { id: _, name: __, ...like } = p;
    const key = JSON.stringify(like);
    if (kept.has(key)) spare.add(p.id);
    kept.add(key);
  }
  const free = freePorts(setup, catalogue).filter(({ part }) => !spare.has(part));
  const id = freshJointId(setup);
  for (const plug of free) {
    if (!isPlugged(plug.port.connector)) continue;
    for (const hole of free) {
      if (loose.has(plug.part) && loose.has(hole.part)) continue;
      if (hole.part === plug.part || !portsFit(plug.port, hole.port) || !leadsOn(plug.port, hole.port)) continue;
      const [a, b] = pairOf([plug, hole].map(({ part, port }) => ({ part, port: port.id })));
      yield { do: 'join', joint: { id, a, b }, at: setup.joints.length };
    }
  }
}

/** Something goes from the one to the other: sound on its way, sound to the ears, power. */
function leadsOn(p: PortSpec, q: PortSpec): boolean {
  const flows = new Set([p.flow, q.flow]);
  const carries = [p.carries, q.carries];
  if (flows.has('monitor')) return flows.size === 1 || flows.has('through') || carries.includes('headset');
  if (flows.has('power')) return flows.size === 1 || carries.includes('usb');
  return flows.has('through') || flows.size === 2;
}

/** Parts that hang by one joint and that nothing is heard by, taken away: a charger, a second interface, headphones. */
export function* removals(setup: Setup, catalogue: Catalogue): Generator<Extract<Change, { do: 'remove' }>> {
  const classes = classesOf(setup, catalogue);
  for (const part of setup.parts) {
    const held = setup.joints.filter((j) => j.a.part === part.id || j.b.part === part.id);
    if (held.length !== 1 || atKey(classes, part.id).host || setup.placements.some((p) => p.part === part.id)) continue;
    yield { do: 'remove', part: part.id };
  }
}

/** Parts that stand between two others, taken out of the way, where those go together. */
export function* bypasses(setup: Setup, catalogue: Catalogue): Generator<Extract<Change, { do: 'bypass' }>> {
  for (const part of setup.parts) {
    const { kind } = classIn(catalogue, part.class);
    if (kind !== 'lead' && kind !== 'adapter') continue;
    const change = { do: 'bypass', part: part.id } as const;
    if (goesTogetherAfter(setup, catalogue, change)) yield change;
  }
}

/** Two leads or adapters one after the other, taken out together, where what they joined goes together. */
export function* runBypasses(setup: Setup, catalogue: Catalogue): Generator<Extract<Change, { do: 'bypass' }>> {
  const isBetween = (part: PartId) => ['lead', 'adapter'].includes(atKey(classesOf(setup, catalogue), part).kind);
  for (const { a, b } of setup.joints) {
    if (!isBetween(a.part) || !isBetween(b.part)) continue;
    const change = { do: 'bypass', part: a.part, through: b.part } as const;
    if (goesTogetherAfter(setup, catalogue, change)) yield change;
  }
}

/** Do the two go together that are joined without what was between? An XLR microphone stays on a lead: it has none of its own. */
function goesTogetherAfter(setup: Setup, catalogue: Catalogue, change: Change): boolean {
  const after = apply(setup, catalogue, change);
  if (!after) return false;
  const classes = classesOf(after, catalogue);
  return after.joints
    .filter((j) => !setup.joints.some((o) => o.id === j.id))
    .every((j) => {
      const kinds = [j.a, j.b].map((e) => atKey(classes, e.part).kind);
      const isLed = kinds.includes('lead') || kinds.includes('adapter') || !kinds.includes('microphone');
      return fits(after, catalogue, j) && (isLed || !portAt(after, catalogue, j.a).connector.startsWith('xlr'));
    });
}

/** Into another outlet what is on the mains; into that of the others what is not. */
export function* outlets(setup: Setup, catalogue: Catalogue): Generator<Change> {
  for (const part of inUse(setup, catalogue)) {
    const onMains = classIn(catalogue, part.class).circuit.some((e) => e.is === 'earth' || e.is === 'leak');
    if (onMains && part.outlet === undefined) yield { do: 'outlet', part: part.id, outlet: 'other' };
  }
}

/** Does a setup's joint go together? */
export function fits(setup: Setup, catalogue: Catalogue, { a, b }: Joint): boolean {
  return portsFit(portAt(setup, catalogue, a), portAt(setup, catalogue, b));
}

const portAt = (setup: Setup, catalogue: Catalogue, { part, port }: PortRef) =>
  byId(classOfPart(setup, catalogue, part).ports, port);

function fitsAfter(setup: Setup, catalogue: Catalogue, change: Change, joints: readonly Joint[]): boolean {
  const after = apply(setup, catalogue, change);
  return after !== null && joints.every((j) => fits(after, catalogue, jointIn(after, j.id)));
}

const far = (j: Joint, side: Side): PortRef => (side === 'a' ? j.b : j.a);
/** Keyed and concentric plugs say so by their names; what joins two plugs is a socket. */
const isPlugged = (connector: string): boolean => /plug/.test(connector);

const hasTwoPorts = (setup: Setup, catalogue: Catalogue, part: PartId): boolean =>
  classOfPart(setup, catalogue, part).ports.length === 2;

/** Two plugs that are alike in shape and use: exchanged, nothing would be another. */
function isSame(setup: Setup, catalogue: Catalogue, p: PortRef, q: PortRef): boolean {
  const [pp, qq] = pairOf([p, q].map((end) => portAt(setup, catalogue, end)));
  return pp.connector === qq.connector && pp.flow === 'through' && qq.flow === 'through';
}

import { byId, itemAt, pairOf } from '../algorithms';
import { contactsOf, mate, mustConnector } from '../connectors';
import {
  appIn,
  type Catalogue,
  classIn,
  classOfPart,
  hasBattery,
  isFader,
  knobAt,
  type PartClass,
  type PartId,
  type PortId,
  type Setup,
} from '../model';
import { exchanges, moves, outlets, switches, turns } from './at-hand';
import type { Change } from './change';

/** Kinds of fault as the trade speaks of them. */
export type FaultKind =
  | 'half in'
  | 'broken conductor'
  | 'bridged contacts'
  | 'dirty contacts'
  | 'wrong socket'
  | 'plugs exchanged'
  | 'cable back to front'
  | 'unplugged'
  | 'switch'
  | 'knob closed'
  | 'knob too far'
  | 'at the device'
  | 'outlet'
  | 'flat battery'
  | 'another part';

/** A fault that a setup could have, as the act that puts it in. */
export interface Fault {
  readonly kind: FaultKind;
  readonly change: Change;
}

/** How far plugs are found out where they are not home, millimetres: a case in the way, a collar. */
const OUT_MM = [2, 4];
const DIRT_OHM = 3000;
/** What is left in a battery that nobody charged. */
const NEARLY_FLAT = 0.05;

/**
 * The same list of acts read the other way: everything that can be wrong with a setup that is right, one act each.
 * Whether it does any harm is for `assess` to find.
 */
export function* faultsOf(setup: Setup, catalogue: Catalogue): Generator<Fault> {
  for (const joint of setup.joints) {
    const [a, b] = pairOf([joint.a, joint.b].map(({ part, port }) => portSpec(setup, catalogue, part, port)));
    const mating = mate(mustConnector(a.connector), mustConnector(b.connector), 0);
    if (!mating.fits || a.carries === 'radio') continue;
    const plug = mating.plugIs === 'a' ? a : b;
    for (const outMm of OUT_MM) yield { kind: 'half in', change: { do: 'seat', joint: joint.id, outMm } };
    yield { kind: 'dirty contacts', change: { do: 'dirt', joint: joint.id, ohm: DIRT_OHM } };
    const all = contactsOf(mustConnector(plug.connector));
    const contacts = all.filter((c) => plug.roles?.[c] !== undefined || (all.includes('vbus') && !c.startsWith('sbu')));
    for (const contact of contacts) {
      yield { kind: 'broken conductor', change: { do: 'contact', joint: joint.id, contact, parted: true } };
    }
    for (let i = 1; i < contacts.length; i++) {
      const pair = [itemAt(contacts, i - 1), itemAt(contacts, i)] as const;
      yield { kind: 'bridged contacts', change: { do: 'bridge', joint: joint.id, contacts: pair, on: true } };
    }
    yield { kind: 'unplugged', change: { do: 'unplug', joint: joint.id } };
  }
  for (const change of moves(setup, catalogue)) yield { kind: 'wrong socket', change };
  for (const change of exchanges(setup, catalogue)) yield { kind: 'plugs exchanged', change };
  for (const change of turns(setup, catalogue)) yield { kind: 'cable back to front', change };
  for (const change of switches(setup, catalogue)) yield { kind: 'switch', change };
  for (const change of knobEnds(setup, catalogue)) yield change;
  for (const change of outlets(setup, catalogue)) yield { kind: 'outlet', change };
  for (const part of setup.parts) {
    if (!hasBattery(classIn(catalogue, part.class))) continue;
    yield { kind: 'flat battery', change: { do: 'charge', part: part.id, to: NEARLY_FLAT } };
  }
  for (const change of atTheDevice(setup, catalogue)) yield { kind: 'at the device', change };
  for (const change of impostors(setup, catalogue)) yield { kind: 'another part', change };
}

const portSpec = (setup: Setup, catalogue: Catalogue, part: PartId, port: PortId) =>
  byId(classOfPart(setup, catalogue, part).ports, port);

function* knobEnds(setup: Setup, catalogue: Catalogue): Generator<Fault> {
  for (const part of setup.parts) {
    const partClass = classIn(catalogue, part.class);
    for (const knob of partClass.knobs ?? []) {
      if (knob.unit !== 'dB' || knob.role === 'tone') continue;
      const now = knobAt(part, partClass, knob.id);
      const turn = (to: number): Change => ({ do: 'knob', part: part.id, knob: knob.id, to });
      if (now !== knob.min) yield { kind: isFader(knob) ? 'knob closed' : 'knob too far', change: turn(knob.min) };
      if (now !== knob.max) yield { kind: 'knob too far', change: turn(knob.max) };
    }
  }
}

function* atTheDevice(setup: Setup, catalogue: Catalogue): Generator<Change> {
  const app = appIn(catalogue, setup.job.app);
  const set = (s: Extract<Change, { do: 'session' }>['set']): Change => ({ do: 'session', set: s });
  yield set({ openedAfter: 0 });
  yield set({ permission: 'refused' });
  yield set({ automatic: 'off' });
  yield set({ answer: 'headphones' });
  if (app.monitors) yield set({ monitoring: 'off' });
  if (app.processing.startsWith('starts')) yield set({ processing: 'on' });
  if (app.chooses === 'picker') yield { do: 'choose', input: 'built-in' };
  if (app.arms) {
    const recorded = setup.parts.filter((p) => classIn(catalogue, p.class).inputs?.some((i) => i.channels.length > 0));
    for (const part of recorded) yield set({ tracks: [{ part: part.id, channel: 1, armed: false }] });
  }
}

/** Classes that look alike and are not: the same holes, another inside. */
function* impostors(setup: Setup, catalogue: Catalogue): Generator<Change> {
  const shape = (c: PartClass) =>
    c.ports
      .map((p) => `${p.connector.replace(/-(2|3|4)$/, '')} ${p.flow}`)
      .sort()
      .join();
  for (const part of setup.parts) {
    const own = classIn(catalogue, part.class);
    if (own.host || own.kind === 'source' || setup.placements.some((p) => p.part === part.id)) continue;
    if (own.kind !== 'lead' && own.kind !== 'adapter') continue;
    for (const c of catalogue.parts.values()) {
      if (c === own || c.kind !== own.kind || shape(c) !== shape(own)) continue;
      yield { do: 'replace', part: part.id, by: { id: part.id, class: c.id } };
    }
  }
}

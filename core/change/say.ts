import { byId, pairOf } from '../algorithms';
import { mate, mustConnector } from '../connectors';
import { actText, lower, minus } from '../format';
import {
  appIn,
  type Catalogue,
  classIn,
  classOfPart,
  isFader,
  type Joint,
  jointIn,
  type KnobSpec,
  knobAt,
  knobIn,
  type PartId,
  type PortRef,
  partIn,
  partName,
  type Session,
  type Setup,
} from '../model';
import { apply } from './apply';
import type { Change, End, SessionChange } from './change';

/** What is to be done, in the words of somebody who stands beside it: "Turn the lead round". */
export function say(setup: Setup, catalogue: Catalogue, change: Change): string {
  const name = (part: PartId) => partName(setup, catalogue, part);
  const at = () => ('joint' in change && typeof change.joint === 'string' ? jointNumber(setup, change.joint) : null);
  const hasCells = (part: PartId) => classOfPart(setup, catalogue, part).cells !== undefined;
  switch (change.do) {
    case 'seat':
      return change.outMm > 0
        ? actText('seat.out', { joint: at(), out: change.outMm })
        : actText('seat.in', { joint: at() });
    case 'dirt':
      return actText(change.ohm === null ? 'dirt.clean' : 'dirt.make', { joint: at() });
    case 'contact':
      return actText(change.parted ? 'contact.part' : 'contact.repair', {
        contact: contactName(change.contact),
        joint: at(),
      });
    case 'bridge': {
      const [one, other] = pairOf(change.contacts.map(contactName));
      return actText(change.on ? 'bridge.join' : 'bridge.part', { one, other, joint: at() });
    }
    case 'move': {
      const joint = jointIn(setup, change.joint);
      const [from, far] = change.side === 'a' ? [joint.a, joint.b] : [joint.b, joint.a];
      const to = holeName(setup, catalogue, change.to);
      const part = name(far.part);
      return from.part === change.to.part
        ? actText('move.within', { part, from: portName(setup, catalogue, from), to })
        : actText('move.to', { part, to });
    }
    case 'exchange': {
      const [x, y] = change.ends;
      const [one, other] = [into(setup, catalogue, x, y), into(setup, catalogue, y, x)];
      return actText('exchange', { one: one.who, there: one.hole, other: other.who, here: other.hole });
    }
    case 'turn':
      return actText('turn', { part: name(change.part) });
    case 'join':
      return joinWords(setup, catalogue, change.joint);
    case 'unplug': {
      const { a, b } = jointIn(setup, change.joint);
      return actText('unplug', { part: name(a.part), from: name(b.part) });
    }
    case 'knob': {
      const part = partIn(setup, change.part);
      const partClass = classIn(catalogue, part.class);
      const knob = knobIn(partClass, change.knob);
      const to = change.to ?? knob.start;
      if (knob.id === partClass.host?.mainsKnob && to === 0) return actText('knob.battery', { part: name(part.id) });
      return turnWords(knob, knobAt(part, partClass, knob.id), to, name(part.id));
    }
    case 'choose':
      if (change.input === 'newest') return actText('choose.newest', {});
      return change.input === 'built-in'
        ? actText('choose.built-in', {})
        : actText('choose.part', { part: name(change.input.part) });
    case 'session':
      return sessionWords(setup, catalogue, change.set);
    case 'outlet':
      return actText(change.outlet === null ? 'outlet.same' : 'outlet.another', { part: name(change.part) });
    case 'charge': {
      const part = name(change.part);
      if (change.to !== null) return actText('charge.part', { part, percent: 100 * change.to });
      return actText(hasCells(change.part) ? 'charge.cells' : 'charge.full', { part });
    }
    case 'refresh': {
      const about = { part: name(change.part), minute: change.minute };
      if (!change.on) return actText('refresh.not', about);
      return actText(hasCells(change.part) ? 'refresh.cells' : 'refresh.battery', about);
    }
    case 'arrive': {
      const { part, minute } = change;
      return minute === null
        ? actText('arrive.start', { part: name(part) })
        : actText('arrive.later', { part: name(part), minute });
    }
    case 'value':
      return change.name === 'lengthM' && change.to !== null
        ? actText('value.length', { length: change.to, part: name(change.part) })
        : actText('value.set', { what: change.name, part: name(change.part) });
    case 'insert':
      return actText('insert', { part: classIn(catalogue, change.part.class).name, joint: at() });
    case 'bypass':
      return change.through === undefined
        ? actText('bypass.one', { part: name(change.part) })
        : actText('bypass.two', { part: name(change.part), other: name(change.through) });
    case 'attach':
      return actText('attach', {
        part: classIn(catalogue, change.part.class).name,
        to: holeName(setup, catalogue, change.to),
      });
    case 'remove':
      return actText('remove', { part: name(change.part) });
    case 'replace':
      return actText('replace', { by: classIn(catalogue, change.by.class).name, part: name(change.part) });
    case 'distance':
      return actText('distance', {
        part: name(change.part),
        distance: change.distanceM,
        source: sourceName(setup, change.source),
      });
    case 'talker':
      return actText('talker', { source: sourceName(setup, change.source), spl: change.splAt1m });
    case 'restore':
      return change.words;
  }
}

/** Several acts in one line, each told of the setup that the ones before it leave. */
export function sayAll(setup: Setup, catalogue: Catalogue, changes: readonly Change[]): string {
  const words: string[] = [];
  let now = setup;
  for (const c of changes) {
    words.push(say(now, catalogue, c));
    now = apply(now, catalogue, c) ?? now;
  }
  return words.map((w, i) => (i === 0 ? w : lower(w))).reduce((all, w, i) => (i === 0 ? w : `${all}, and ${w}`), '');
}

/** What has the plug goes into what has the hole; radio is paired. */
function joinWords(setup: Setup, catalogue: Catalogue, { a, b }: Joint): string {
  const connectorOf = ({ part, port }: PortRef) => {
    const { class: id } = partIn(setup, part);
    return mustConnector(byId(classIn(catalogue, id).ports, port).connector);
  };
  const [x, y] = [connectorOf(a), connectorOf(b)];
  if (x.form === 'keyed' && x.family === 'radio')
    return actText('join.pair', { part: partName(setup, catalogue, a.part), to: partName(setup, catalogue, b.part) });
  const mating = mate(x, y, 0);
  const [plug, hole] = mating.fits && mating.plugIs === 'b' ? [b, a] : [a, b];
  return actText('join.plug', {
    part: partName(setup, catalogue, plug.part),
    to: holeName(setup, catalogue, hole),
  });
}

const sourceName = (setup: Setup, id: string): string => setup.job.sources.find((s) => s.id === id)?.name ?? id;

/** Connections are numbered in the order of plugging, from 1. */
const jointNumber = (setup: Setup, id: string): number => setup.joints.findIndex((j) => j.id === id) + 1;

/** "connection 3". */
export const jointName = (setup: Setup, id: string): string => `connection ${jointNumber(setup, id)}`;

const CONTACT_WORDS: Readonly<Record<string, string>> = {
  ring1: 'ring 1',
  ring2: 'ring 2',
  vbus: '5 V contact',
  gnd: 'ground contact',
  dp: 'D+ contact',
  dm: 'D− contact',
  ident: 'identity contact',
};
export const contactName = (contact: string): string =>
  CONTACT_WORDS[contact] ?? (/^\d$/.test(contact) ? `pin ${contact}` : contact);

/** "microphone hole". */
export const portName = (setup: Setup, catalogue: Catalogue, { part, port }: PortRef): string => {
  const { class: id } = partIn(setup, part);
  return byId(classIn(catalogue, id).ports, port).label;
};

/** "microphone hole of Camera". */
export const holeName = (setup: Setup, catalogue: Catalogue, ref: PortRef): string =>
  `${portName(setup, catalogue, ref)} of ${partName(setup, catalogue, ref.part)}`;

const into = (setup: Setup, catalogue: Catalogue, end: End, other: End) => {
  const far = (e: End) => {
    const j = jointIn(setup, e.joint);
    return e.side === 'a' ? { near: j.a, far: j.b } : { near: j.b, far: j.a };
  };
  const there = far(other).near;
  const mine = far(end);
  // Of a splitter's two plugs the part is the same: its ports tell them apart.
  const who =
    mine.far.part === far(other).far.part
      ? `the ${portName(setup, catalogue, mine.far)}`
      : partName(setup, catalogue, mine.far.part);
  return { who, hole: holeName(setup, catalogue, there) };
};

const decibels = (db: number): string => `${minus(String(Number(db.toFixed(1))))} dB`;

/** The word of a switch's position, or where a knob points. */
export const positionName = (knob: KnobSpec, at: number): string =>
  isFader(knob) && at === knob.min
    ? 'off'
    : knob.unit === 'dB'
      ? decibels(at)
      : (knob.positions?.[at - knob.min] ?? String(at));

function turnWords(knob: KnobSpec, from: number, to: number, part: PartId): string {
  const about = { knob: knob.label, part };
  if (isFader(knob) && to === knob.min) return actText('knob.off', about);
  const word = positionName(knob, to);
  if (knob.unit === 'dB') return actText(to < from ? 'knob.down' : 'knob.up', { ...about, to: word });
  return actText(word === 'on' || word === 'off' ? 'knob.switch' : 'knob.set', { ...about, to: word });
}

/** What is done at the device, in words: by what it is set to, null being as the careful do it. */
const SESSION_WORDS: {
  readonly [K in keyof Session]-?: (value: Session[K] | null, app: string, name: (part: PartId) => string) => string;
} = {
  openedAfter: (v, app) => actText(v === null ? 'session.reopen' : 'session.open-first', { app }),
  answer: (v) => actText(v === 'headphones' ? 'session.answer-headphones' : 'session.answer-mic', {}),
  permission: (v, app) => actText(v === null ? 'session.allow' : 'session.forbid', { app }),
  automatic: (v) => actText('session.automatic', { to: v === 'off' ? 'off' : 'on' }),
  processing: (v, app) => actText('session.processing', { to: v === 'off' || v === null ? 'off' : 'on', app }),
  output: (v, _, name) =>
    v === null || v === undefined
      ? actText('session.output-input', {})
      : actText('session.output-part', { part: name(v) }),
  monitoring: (v, app) => actText('session.monitoring', { to: v === 'off' ? 'off' : 'on', app }),
  tracks: (v, app) => actText(v === null ? 'session.arm-all' : 'session.arm-each', { app }),
};

function sessionWords(setup: Setup, catalogue: Catalogue, set: SessionChange): string {
  const app = appIn(catalogue, setup.job.app).name;
  const name = (part: PartId) => partName(setup, catalogue, part);
  const keys = Object.keys(set) as (keyof Session)[];
  return keys
    .map((key) =>
      (SESSION_WORDS[key] as (v: unknown, a: string, n: typeof name) => string)(set[key] ?? null, app, name),
    )
    .map((w, i) => (i === 0 ? w : lower(w)))
    .join(', and ');
}

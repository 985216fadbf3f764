import { connectorNamed, mate } from '../connectors';
import {
  type AppClass,
  appIn,
  type Catalogue,
  classIn,
  classOfPart,
  isFader,
  type Joint,
  jointIn,
  type KnobSpec,
  knobAt,
  type PortRef,
  partIn,
  partName,
  type Session,
  type Setup,
} from '../model';
import { lower, withArticle } from '../words';
import { apply } from './apply';
import type { Change, End, SessionChange } from './change';

/** What is to be done, in the words of somebody who stands beside it: "Turn the lead round". */
export function say(setup: Setup, catalogue: Catalogue, change: Change): string {
  const name = (part: string) => partName(setup, catalogue, part);
  switch (change.do) {
    case 'seat':
      return change.outMm > 0
        ? `Draw the plug of ${jointName(setup, change.joint)} out by ${change.outMm.toFixed(1)} mm`
        : `Push the plug of ${jointName(setup, change.joint)} fully in`;
    case 'dirt':
      return change.ohm === null
        ? `Clean the contacts of ${jointName(setup, change.joint)}`
        : `Let the contacts of ${jointName(setup, change.joint)} get dirty`;
    case 'contact':
      return `${change.parted ? 'Part' : 'Repair'} the ${contactName(change.contact)} of the plug at ${jointName(setup, change.joint)}`;
    case 'bridge': {
      const [x, y] = change.contacts.map(contactName);
      return `${change.on ? 'Join' : 'Part'} ${x} and ${y} of the plug at ${jointName(setup, change.joint)}`;
    }
    case 'move': {
      const joint = jointIn(setup, change.joint);
      const [from, far] = change.side === 'a' ? [joint.a, joint.b] : [joint.b, joint.a];
      const where =
        from.part === change.to.part
          ? `from the ${portName(setup, catalogue, from)} to the ${holeName(setup, catalogue, change.to)}`
          : `to the ${holeName(setup, catalogue, change.to)}`;
      return `Move ${name(far.part)} ${where}`;
    }
    case 'exchange': {
      const [x, y] = change.ends;
      return `Exchange two plugs: ${into(setup, catalogue, x, y)}, and ${into(setup, catalogue, y, x)}`;
    }
    case 'turn':
      return `Turn the ${lower(name(change.part))} round, end for end`;
    case 'join':
      return joinWords(setup, catalogue, change.joint);
    case 'unplug': {
      const { a, b } = jointIn(setup, change.joint);
      return `Unplug ${name(a.part)} from ${name(b.part)}`;
    }
    case 'knob': {
      const part = partIn(setup, change.part);
      const partClass = classIn(catalogue, part.class);
      const knob = partClass.knobs!.find((k) => k.id === change.knob)!;
      const to = change.to ?? knob.start;
      if (knob.id === partClass.host?.mainsKnob && to === 0) return `Run ${name(part.id)} from its battery`;
      return turnWords(knob, knobAt(part, partClass, knob.id), to, name(part.id));
    }
    case 'choose':
      return change.input === 'newest'
        ? 'Choose the newest input in the app'
        : change.input === 'built-in'
          ? 'Choose the built-in microphone in the app'
          : `Choose ${name(change.input.part)} in the app`;
    case 'session':
      return sessionWords(setup, catalogue, change.set);
    case 'outlet':
      return change.outlet === null
        ? `Plug ${name(change.part)} into the outlet of the others`
        : `Plug ${name(change.part)} into another outlet`;
    case 'charge': {
      if (change.to !== null) return `Begin with the battery of ${name(change.part)} ${percent(change.to)} full`;
      const { cells } = classOfPart(setup, catalogue, change.part);
      return cells ? `Put fresh cells into ${name(change.part)}` : `Charge ${name(change.part)} fully first`;
    }
    case 'refresh': {
      const { cells } = classOfPart(setup, catalogue, change.part);
      const what = cells ? 'the cells' : 'the battery';
      return change.on
        ? `Exchange ${what} of ${name(change.part)} at minute ${change.minute}`
        : `Leave ${what} of ${name(change.part)} in at minute ${change.minute}`;
    }
    case 'arrive':
      return change.minute === null
        ? `Bring ${name(change.part)} from the start`
        : `Bring ${name(change.part)} at minute ${change.minute}`;
    case 'value':
      return change.name === 'lengthM' && change.to !== null
        ? `Use ${change.to} m of ${lower(name(change.part))}`
        : `Set ${change.name} of ${name(change.part)}`;
    case 'insert':
      return `Put ${withArticle(classIn(catalogue, change.part.class).name)} into ${jointName(setup, change.joint)}`;
    case 'bypass':
      return change.through === undefined
        ? `Take ${name(change.part)} out of the line`
        : `Take ${name(change.part)} and ${name(change.through)} out of the line`;
    case 'attach':
      return `Plug ${withArticle(classIn(catalogue, change.part.class).name)} into the ${holeName(setup, catalogue, change.to)}`;
    case 'remove':
      return `Take ${name(change.part)} away`;
    case 'replace':
      return `Use ${withArticle(classIn(catalogue, change.by.class).name)} in place of ${name(change.part)}`;
    case 'distance': {
      const source = setup.job.sources.find((s) => s.id === change.source);
      return `Bring ${name(change.part)} to ${change.distanceM.toFixed(2)} m from ${source?.name ?? change.source}`;
    }
    case 'talker':
      return `Let ${setup.job.sources.find((s) => s.id === change.source)?.name ?? change.source} be heard at ${change.splAt1m.toFixed(0)} dB SPL at 1 m`;
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
    return connectorNamed(classIn(catalogue, id).ports.find((p) => p.id === port)!.connector)!;
  };
  const [x, y] = [connectorOf(a), connectorOf(b)];
  if (x.form === 'keyed' && x.family === 'radio')
    return `Pair ${partName(setup, catalogue, a.part)} with ${partName(setup, catalogue, b.part)}`;
  const mating = mate(x, y, 0);
  const [plug, hole] = mating.fits && mating.plugIs === 'b' ? [b, a] : [a, b];
  return `Plug ${partName(setup, catalogue, plug.part)} into the ${holeName(setup, catalogue, hole)}`;
}

const percent = (share: number): string => `${Math.round(100 * share)} %`;

/** "joint 3": numbered in the order of plugging. */
export const jointName = (setup: Setup, id: string): string =>
  `connection ${setup.joints.findIndex((j) => j.id === id) + 1}`;

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
  return classIn(catalogue, id).ports.find((p) => p.id === port)!.label;
};

/** "microphone hole of Camera". */
export const holeName = (setup: Setup, catalogue: Catalogue, ref: PortRef): string =>
  `${portName(setup, catalogue, ref)} of ${partName(setup, catalogue, ref.part)}`;

const into = (setup: Setup, catalogue: Catalogue, end: End, other: End): string => {
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
  return `${who} into the ${holeName(setup, catalogue, there)}`;
};

const decibels = (db: number): string => `${Number(db.toFixed(1))} dB`.replace('-', '−');

/** The word of a switch's position, or where a knob points. */
export const positionName = (knob: KnobSpec, at: number): string =>
  isFader(knob) && at === knob.min
    ? 'off'
    : knob.unit === 'dB'
      ? decibels(at)
      : (knob.positions?.[at - knob.min] ?? String(at));

function turnWords(knob: KnobSpec, from: number, to: number, name: string): string {
  if (isFader(knob) && to === knob.min) return `Turn ${knob.label} of ${name} off`;
  if (knob.unit === 'dB') return `Turn ${knob.label} of ${name} ${to < from ? 'down' : 'up'} to ${decibels(to)}`;
  const word = positionName(knob, to);
  if (word === 'on' || word === 'off') return `Switch ${knob.label} ${word} at ${name}`;
  return `Set ${knob.label} of ${name} to ${word}`;
}

/** What is done at the device, in words: by what it is set to, null being as the careful do it. */
const SESSION_WORDS: {
  readonly [K in keyof Session]-?: (value: Session[K] | null, app: AppClass, name: (part: string) => string) => string;
} = {
  openedAfter: (v, app) =>
    v === null ? `Close the ${app.name} and open it again` : `Open the ${app.name} before all is plugged`,
  answer: (v) =>
    v === 'headphones'
      ? 'Answer that headphones were plugged in'
      : 'Unplug, plug in again, and answer that it has a mic',
  permission: (v, app) =>
    v === null ? `Allow the ${app.name} to use the microphone` : `Forbid the ${app.name} to use the microphone`,
  automatic: (v) => `Turn automatic choice of the input ${v === 'off' ? 'off' : 'on'} at the device`,
  processing: (v, app) => `Turn noise processing ${v === 'off' || v === null ? 'off' : 'on'} in the ${app.name}`,
  output: (v, _, name) =>
    v === null || v === undefined ? 'Let sound play where the input is' : `Let sound play from ${name(v)}`,
  monitoring: (v, app) => `Turn monitoring ${v === 'off' ? 'off' : 'on'} in the ${app.name}`,
  tracks: (v, app) =>
    v === null ? `Arm all tracks in the ${app.name}` : `Arm a track of the ${app.name} for each input`,
};

function sessionWords(setup: Setup, catalogue: Catalogue, set: SessionChange): string {
  const app = appIn(catalogue, setup.job.app);
  const name = (part: string) => partName(setup, catalogue, part);
  const keys = Object.keys(set) as (keyof Session)[];
  return keys
    .map((key) =>
      (SESSION_WORDS[key] as (v: unknown, a: AppClass, n: typeof name) => string)(set[key] ?? null, app, name),
    )
    .map((w, i) => (i === 0 ? w : lower(w)))
    .join(', and ');
}

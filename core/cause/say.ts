import { type Change, contactName, holeName, jointName, portName, positionName } from '../change';
import {
  appIn,
  type Catalogue,
  classIn,
  isFader,
  isShut,
  jointIn,
  knobAt,
  type PortRef,
  partIn,
  partName,
  quantity,
  type Session,
  type Setup,
} from '../model';
import { firstSentence, listText, lower, withArticle } from '../words';
import { rankOf } from './consequence';
import type { Failing } from './effect';

/** What is wrong, made from the change that puts it right, with who is lost by it; two where either could be it. */
export function sayCause(
  setup: Setup,
  catalogue: Catalogue,
  changes: readonly Change[],
  explained: readonly Failing[],
): string {
  const faults = changes.map((c, i) => {
    const words = fault(setup, catalogue, c, explained);
    return i === 0 ? words : inside(words);
  });
  const words = faults.join(', or ');
  const measured = measuredOf(explained);
  return `${words}${measured && words.includes(measured) ? '' : consequence(setup, explained)}.`;
}

/** What is wrong where only another piece puts it right, with what was measured of it. */
export function sayWrongPiece(setup: Setup, catalogue: Catalogue, change: Change, { finding }: Failing): string {
  const measured = firstSentence(finding.sentence);
  // Of a piece missing where it was measured, the place is said once.
  if (change.do === 'insert' && finding.joint === change.joint)
    return `${measured} Something like ${withArticle(classIn(catalogue, change.part.class).name)} is missing there.`;
  if (change.do === 'attach' && measured.startsWith('Nothing ')) return measured;
  return `${fault(setup, catalogue, change, [])}: ${inside(measured)}`;
}

/** A sentence within another; names given by people keep their capitals. */
const inside = (words: string): string =>
  words.replace(/^(?:The|Two|Another|Nothing|Not?|At|Too|Does|Plug|Hum|Hiss|Line|Only|Danger|Heavy|Mic) /, (w) =>
    w.toLowerCase(),
  );

/** "Aux 1 of Hall mixer is closed (−60 dB)". */
function fault(setup: Setup, catalogue: Catalogue, change: Change, explained: readonly Failing[]): string {
  const name = (part: string) => partName(setup, catalogue, part);
  const at = (joint: string) => {
    const j = jointIn(setup, joint);
    return `${jointName(setup, joint)}, ${name(j.a.part)} into the ${holeName(setup, catalogue, j.b)}`;
  };
  switch (change.do) {
    case 'seat': {
      const out = jointIn(setup, change.joint).outMm ?? 0;
      return `The plug at ${at(change.joint)}, stands ${out.toFixed(1)} mm out`;
    }
    case 'dirt':
      return `The contacts at ${at(change.joint)}, are dirty`;
    case 'contact':
      return `The ${contactName(change.contact)} of the plug makes no contact at ${at(change.joint)}`;
    case 'bridge': {
      const [x, y] = change.contacts.map(contactName);
      return `The ${x} and the ${y} of the plug touch each other at ${at(change.joint)}`;
    }
    case 'move': {
      const joint = jointIn(setup, change.joint);
      const [from, far] = change.side === 'a' ? [joint.a, joint.b] : [joint.b, joint.a];
      const there =
        from.part === change.to.part
          ? `the ${portName(setup, catalogue, change.to)}`
          : `the ${holeName(setup, catalogue, change.to)}`;
      return `${name(far.part)} is in the ${holeName(setup, catalogue, from)} (${jointName(setup, change.joint)}) and belongs in ${there}`;
    }
    case 'exchange': {
      const [x, y] = change.ends.map(({ joint, side }) => {
        const j = jointIn(setup, joint);
        return side === 'a' ? { hole: j.a, far: j.b } : { hole: j.b, far: j.a };
      });
      const who = (e: { far: PortRef }) =>
        x.far.part === y.far.part ? `its ${portName(setup, catalogue, e.far)}` : name(e.far.part);
      const of = x.far.part === y.far.part ? `Two plugs of ${name(x.far.part)}` : 'Two plugs';
      return `${of} are exchanged: ${who(x)} is in the ${holeName(setup, catalogue, x.hole)}, ${who(y)} in the ${holeName(setup, catalogue, y.hole)}`;
    }
    case 'turn':
      return `The ${lower(name(change.part))} is the wrong way round`;
    case 'knob':
      return knobFault(setup, catalogue, change);
    case 'choose':
      return 'Another input is chosen in the app';
    case 'session':
      return sessionFault(setup, catalogue, change.set);
    case 'join': {
      const { a, b } = change.joint;
      return `${name(a.part)} is not plugged in: its ${portName(setup, catalogue, a)} belongs in the ${holeName(setup, catalogue, b)}`;
    }
    case 'unplug': {
      const { a, b } = jointIn(setup, change.joint);
      const noisy = explained.some((f) => f.topic.startsWith('hum'));
      return noisy
        ? `Charging brings noise into the sound: ${name(a.part)} into the ${holeName(setup, catalogue, b)} shares its ground with the sound`
        : (measuredOf(explained) ?? `${name(a.part)} is in the ${holeName(setup, catalogue, b)}`);
    }
    case 'charge':
      return `The battery of ${name(change.part)} is not full at the start: ${Math.round(100 * (partIn(setup, change.part).charge ?? 1))} %`;
    case 'refresh':
      return measuredOf(explained) ?? `The battery of ${name(change.part)} does not last so long`;
    case 'arrive': {
      const minute = (setup.arrivals ?? []).find((a) => a.part === change.part)?.minute ?? 0;
      return `${name(change.part)} comes too late, at minute ${minute}`;
    }
    case 'value': {
      const part = partIn(setup, change.part);
      const now = quantity(part, classIn(catalogue, part.class), change.name);
      return `${name(change.part)} is ${Number(now.toPrecision(3))} m long`;
    }
    case 'outlet':
      return change.outlet === null
        ? `${name(change.part)} hangs on another mains outlet than the rest`
        : `${name(change.part)} shares the mains outlet of the others`;
    case 'remove':
      return measuredOf(explained) ?? removeFault(name(change.part), explained);
    case 'bypass':
      return measuredOf(explained) ?? `${name(change.part)} is in the way`;
    case 'distance': {
      const { distanceM } = setup.placements.find((p) => p.part === change.part && p.source === change.source)!;
      const who = setup.job.sources.find((s) => s.id === change.source)!.name;
      return `${name(change.part)} is too ${change.distanceM < distanceM ? 'far from' : 'near to'} ${who}: ${Number(distanceM.toFixed(2))} m`;
    }
    case 'insert':
      return `At ${at(change.joint)}, something like ${withArticle(classIn(catalogue, change.part.class).name)} is missing`;
    case 'attach':
      return `Nothing is in the ${holeName(setup, catalogue, change.to)}`;
    case 'replace':
      return setup.parts.some((p) => p.id === change.part && p.was)
        ? `What ${name(change.part)} does is not known here`
        : `${name(change.part)} is the wrong piece here`;
    default:
      return 'Something is not as it should be';
  }
}

function knobFault(setup: Setup, catalogue: Catalogue, change: Extract<Change, { do: 'knob' }>): string {
  const part = partIn(setup, change.part);
  const partClass = classIn(catalogue, part.class);
  const knob = partClass.knobs!.find((k) => k.id === change.knob)!;
  const now = knobAt(part, partClass, knob.id);
  const name = partName(setup, catalogue, part.id);
  if (knob.unit === 'dB') {
    const where = positionName(knob, now);
    const to = change.to ?? knob.start;
    if (isShut(part, partClass, knob)) return `${knob.label} of ${name} is off`;
    if (isFader(knob) && to === knob.min) return `${knob.label} of ${name} is open (${where})`;
    return `${knob.label} of ${name} is too ${to < now ? 'high' : 'low'} (${where})`;
  }
  const word = positionName(knob, now);
  if (word === 'on' || word === 'off') return `${knob.label} is ${word} at ${name}`;
  return `${knob.label} of ${name} stands at "${word}"`;
}

/** Of what is better taken away, what was measured says why: it does not fit, draws too much, shorts the microphone. */
function measuredOf(explained: readonly Failing[]): string | null {
  const told = [...explained]
    .sort((a, b) => rankOf(a) - rankOf(b))
    .find(
      (f) =>
        f.gate === 'fit' ||
        (f.gate === 'powered' && !f.topic.startsWith('needs')) ||
        (f.gate === 'seen' && f.finding.joint !== undefined),
    );
  return told ? firstSentence(told.finding.sentence).replace(/\.$/, '') : null;
}

function removeFault(name: string, explained: readonly Failing[]): string {
  if (explained.some((f) => f.gate === 'seen')) return `${name} takes the place of the microphone`;
  if (explained.some((f) => f.topic.startsWith('hum'))) return `${name} brings hum into the line`;
  return `${name} is in the way`;
}

const SESSION_FAULTS: { readonly [K in keyof Session]-?: (app: string, value: Session[K] | null) => string } = {
  openedAfter: (app) => `The ${app} was opened before all was plugged in, and does not look again`,
  answer: () => 'The device was told that headphones were plugged in',
  permission: (app) => `The ${app} is not allowed to use the microphone`,
  automatic: () => 'The device does not change its input by itself',
  processing: (app, to) => `Noise processing is ${to === 'off' ? 'on' : 'set otherwise'} in the ${app}`,
  output: (app) => `Sound of the ${app} plays somewhere else`,
  monitoring: (app, to) => `Monitoring is ${to === 'off' ? 'on' : 'off'} in the ${app}`,
  tracks: (app) => `An input has no armed track in the ${app}`,
};

function sessionFault(setup: Setup, catalogue: Catalogue, set: Extract<Change, { do: 'session' }>['set']): string {
  const app = appIn(catalogue, setup.job.app).name;
  const [key] = Object.keys(set) as (keyof Session)[];
  return (SESSION_FAULTS[key] as (app: string, value: unknown) => string)(app, set[key] ?? null);
}

/** Who or what is lost by it, named. */
function consequence(setup: Setup, explained: readonly Failing[]): string {
  const has = (gate: Failing['gate'], topic: string) =>
    explained.some((f) => f.gate === gate && f.topic.startsWith(topic));
  const lost = new Set(
    explained.flatMap((f) => (f.gate === 'wired' && f.topic.startsWith('arrives') ? [f.topic.split(' ')[1]] : [])),
  );
  const names = setup.job.sources.filter((s) => lost.has(s.id)).map((s) => s.name);
  if (names.length > 0) return `: ${listText(names)} ${names.length > 1 ? 'do' : 'does'} not arrive`;
  const seen = explained.find((f) => f.gate === 'seen' && f.topic.startsWith('input'));
  if (seen) return ', so that the microphone is not used';
  const level = explained.find((f) => f.gate === 'level' && f.topic.startsWith('peaks'));
  if (level) return `: the peaks are ${Math.round(-(level.finding.value ?? 0))} dB over full scale`;
  const stage = explained.find((f) => f.gate === 'level' && f.topic.startsWith('stage'));
  if (stage) return `: it clips by ${Math.ceil(-(stage.finding.value ?? 0))} dB`;
  if (has('level', 'quiet')) return ': too quiet';
  if (has('clean', 'noise')) return ': hiss';
  const hum = explained.find((f) => f.gate === 'clean' && f.topic.startsWith('hum'));
  if (hum) return hum.finding.message === 'clean.static' ? ': static' : ': hum';
  if (has('heard', 'echo')) return ': the caller hears their own voice';
  const hears = explained.find((f) => f.gate === 'heard' && /^(hears|ears) /.test(f.topic));
  if (hears) return `: ${hears.topic.includes('yourself') ? 'you do not hear yourself' : 'the caller is not heard'}`;
  return '';
}

import { byId, itemAt, pairOf } from '../algorithms';
import { type Change, contactName, holeName, portName, positionName } from '../change';
import { causeText, firstSentence, listText, withArticle } from '../format';
import {
  appIn,
  type Catalogue,
  classIn,
  classOfPart,
  isFader,
  isShut,
  type JointId,
  jointIn,
  knobAt,
  knobIn,
  type PartId,
  type PortRef,
  partIn,
  partName,
  quantity,
  type Session,
  type Setup,
} from '../model';
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
  const words = fault(setup, catalogue, change, []);
  if (change.do === 'replace' && measured.startsWith(partName(setup, catalogue, change.part))) return measured;
  return `${words}: ${inside(measured)}`;
}

/** A sentence within another; names given by people keep their capitals. */
const inside = (words: string): string =>
  words.replace(/^(?:The|Two|Another|Nothing|Not?|At|Too|Does|Plug|Hum|Hiss|Line|Only|Danger|Heavy|Mic) /, (w) =>
    w.toLowerCase(),
  );

/** "Aux 1 of Hall mixer is off": without an end, for what follows from it. */
function fault(setup: Setup, catalogue: Catalogue, change: Change, explained: readonly Failing[]): string {
  const name = (part: PartId) => partName(setup, catalogue, part);
  const hole = (ref: PortRef) => holeName(setup, catalogue, ref);
  const at = (joint: JointId) => {
    const { a, b } = jointIn(setup, joint);
    return { joint: setup.joints.findIndex((j) => j.id === joint) + 1, part: name(a.part), socket: hole(b) };
  };
  switch (change.do) {
    case 'seat':
      return causeText('seat.out', { ...at(change.joint), out: jointIn(setup, change.joint).outMm ?? 0 });
    case 'dirt':
      return causeText('dirt', at(change.joint));
    case 'contact':
      return causeText('contact', { contact: contactName(change.contact), ...at(change.joint) });
    case 'bridge': {
      const [one, other] = pairOf(change.contacts.map(contactName));
      return causeText('bridge', { one, other, ...at(change.joint) });
    }
    case 'move': {
      // Into a port that gives more: the one it is in is not wrong for it.
      const measured = explained.some((f) => f.gate === 'powered') ? measuredOf(explained) : null;
      if (measured) return measured;
      const joint = jointIn(setup, change.joint);
      const [from, far] = change.side === 'a' ? [joint.a, joint.b] : [joint.b, joint.a];
      const to = from.part === change.to.part ? portName(setup, catalogue, change.to) : hole(change.to);
      return causeText('move', { joint: at(change.joint).joint, part: name(far.part), socket: hole(from), to });
    }
    case 'exchange': {
      const [x, y] = pairOf(
        change.ends.map(({ joint, side }) => {
          const j = jointIn(setup, joint);
          return side === 'a' ? { hole: j.a, far: j.b } : { hole: j.b, far: j.a };
        }),
      );
      const [here, there] = [hole(x.hole), hole(y.hole)];
      if (x.far.part !== y.far.part)
        return causeText('exchange', { one: name(x.far.part), here, other: name(y.far.part), there });
      const [one, other] = pairOf([x, y].map((e) => portName(setup, catalogue, e.far)));
      return causeText('exchange.of-one', { part: name(x.far.part), one, here, other, there });
    }
    case 'turn':
      return causeText('turn', { part: name(change.part) });
    case 'knob':
      return knobFault(setup, catalogue, change);
    case 'choose':
      return causeText('choose', {});
    case 'session':
      return sessionFault(setup, catalogue, change.set);
    case 'join': {
      const { a, b } = change.joint;
      return causeText('join', { part: name(a.part), port: portName(setup, catalogue, a), socket: hole(b) });
    }
    case 'unplug': {
      const { part, socket } = at(change.joint);
      return explained.some((f) => f.topic.startsWith('hum'))
        ? causeText('unplug.noise', { part, socket })
        : (measuredOf(explained) ?? causeText('unplug', { part, socket }));
    }
    case 'charge':
      return causeText('charge', { part: name(change.part), percent: 100 * (partIn(setup, change.part).charge ?? 1) });
    case 'refresh':
      return measuredOf(explained) ?? causeText('refresh', { part: name(change.part) });
    case 'arrive': {
      const minute = (setup.arrivals ?? []).find((a) => a.part === change.part)?.minute ?? 0;
      return causeText('arrive', { part: name(change.part), minute });
    }
    case 'value': {
      const length = quantity(partIn(setup, change.part), classOfPart(setup, catalogue, change.part), change.name);
      return causeText('value', { part: name(change.part), length });
    }
    case 'outlet':
      return causeText(change.outlet === null ? 'outlet.another' : 'outlet.shared', { part: name(change.part) });
    case 'remove':
      return measuredOf(explained) ?? removeFault(name(change.part), explained);
    case 'bypass':
      return measuredOf(explained) ?? causeText('in-the-way', { part: name(change.part) });
    case 'distance': {
      const placed = setup.placements.find((p) => p.part === change.part && p.source === change.source)!;
      return causeText(change.distanceM < placed.distanceM ? 'too-far' : 'too-near', {
        part: name(change.part),
        source: byId(setup.job.sources, change.source).name,
        distance: placed.distanceM,
      });
    }
    case 'insert':
      return causeText('insert', { ...at(change.joint), missing: classIn(catalogue, change.part.class).name });
    case 'attach':
      return causeText('attach', { socket: hole(change.to) });
    case 'replace':
      return causeText(partIn(setup, change.part).was ? 'replace.unknown' : 'replace', { part: name(change.part) });
    default:
      return causeText('other', {});
  }
}

function knobFault(setup: Setup, catalogue: Catalogue, change: Extract<Change, { do: 'knob' }>): string {
  const part = partIn(setup, change.part);
  const partClass = classIn(catalogue, part.class);
  const knob = knobIn(partClass, change.knob);
  const now = knobAt(part, partClass, knob.id);
  const about = { knob: knob.label, part: partName(setup, catalogue, part.id) };
  const at = positionName(knob, now);
  if (knob.unit === 'dB') {
    const to = change.to ?? knob.start;
    if (isShut(part, partClass, knob)) return causeText('knob.off', about);
    if (isFader(knob) && to === knob.min) return causeText('knob.open', { ...about, at });
    return causeText(to < now ? 'knob.high' : 'knob.low', { ...about, at });
  }
  return causeText(at === 'on' || at === 'off' ? 'knob.switched' : 'knob.position', { ...about, at });
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

function removeFault(part: PartId, explained: readonly Failing[]): string {
  if (explained.some((f) => f.gate === 'seen')) return causeText('takes-the-place', { part });
  return causeText(explained.some((f) => f.topic.startsWith('hum')) ? 'brings-hum' : 'in-the-way', { part });
}

const SESSION_FAULTS: { readonly [K in keyof Session]-?: (app: string, value: Session[K] | null) => string } = {
  openedAfter: (app) => causeText('session.opened-first', { app }),
  answer: () => causeText('session.answer', {}),
  permission: (app) => causeText('session.permission', { app }),
  automatic: () => causeText('session.automatic', {}),
  processing: (app, to) => causeText(to === 'off' ? 'session.processing-on' : 'session.processing', { app }),
  output: (app) => causeText('session.output', { app }),
  monitoring: (app, to) => causeText('session.monitoring', { to: to === 'off' ? 'on' : 'off', app }),
  tracks: (app) => causeText('session.tracks', { app }),
};

function sessionFault(setup: Setup, catalogue: Catalogue, set: Extract<Change, { do: 'session' }>['set']): string {
  const app = appIn(catalogue, setup.job.app).name;
  const key = itemAt(Object.keys(set) as (keyof Session)[], 0);
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
  if (names.length > 0)
    return causeText(names.length > 1 ? 'then.lost-more' : 'then.lost-one', { names: listText(names) });
  if (has('seen', 'input')) return causeText('then.not-used', {});
  const level = explained.find((f) => f.gate === 'level' && f.topic.startsWith('peaks'));
  if (level) return causeText('then.full-scale', { over: -(level.finding.value ?? 0) });
  const stage = explained.find((f) => f.gate === 'level' && f.topic.startsWith('stage'));
  if (stage) return causeText('then.clips', { over: Math.ceil(-(stage.finding.value ?? 0)) });
  if (has('level', 'quiet')) return causeText('then.quiet', {});
  if (has('clean', 'noise')) return causeText('then.hiss', {});
  const hum = explained.find((f) => f.gate === 'clean' && f.topic.startsWith('hum'));
  if (hum) return causeText(hum.finding.message === 'clean.static' ? 'then.static' : 'then.hum', {});
  if (has('heard', 'echo')) return causeText('then.echo', {});
  const hears = explained.find((f) => f.gate === 'heard' && /^(hears|ears) /.test(f.topic));
  if (hears) return causeText(hears.topic.includes('yourself') ? 'then.self-unheard' : 'then.caller-unheard', {});
  return '';
}

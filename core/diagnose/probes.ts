import { bypasses, type Change, type Fault, removals, say } from '../change';
import { diagnosisText, suspectText } from '../format';
import type { Mend } from '../mend';
import {
  type Catalogue,
  classIn,
  classOfPart,
  type Drawer,
  givesPhantom,
  looseParts,
  type PartId,
  partName,
  type Setup,
} from '../model';
import { MISREPORT } from './notices';
import { className, knobPlace, plugIn, sayCure } from './say';
import { kindOf, SIGN_VALUES, type SignKind, type Signs } from './signs';
import { plugAt, type Suspect } from './suspects';

export interface ProbeAnswer {
  readonly value: string;
  readonly label: string;
}

/** Something to look at, ask, do or try, and what can be answered. */
export interface Probe {
  readonly id: string;
  readonly question: string;
  readonly answers: readonly ProbeAnswer[];
  readonly seconds: number;
  readonly joint: string | null;
  readonly part: PartId | null;
  readonly care: readonly string[];
  readonly tells: Tells;
}

/** What an answer tells of: a sign as it is; whether some of the suspects are so; what is right after an act. */
export type Tells =
  | { readonly by: 'sign'; readonly sign: string }
  /** A look finds a suspect that is so this often, and is then answered so; `none` where it finds nothing. */
  | { readonly by: 'look'; readonly finds: ReadonlyMap<string, Find>; readonly none: string }
  /** An act puts suspects right; what else is so stays. */
  | { readonly by: 'cure'; readonly cures: ReadonlySet<string>; readonly what: string }
  /** What mends the setup where nothing is wrong with it but how it is drawn; its signs after that. */
  | { readonly by: 'mend'; readonly setup: Setup; readonly after: Signs; readonly what: string }
  /** An act by which the setup is another for a while. */
  | { readonly by: 'try'; readonly change: Change };

export interface Find {
  readonly chance: number;
  readonly answer: string;
}

const YES_NO: readonly ProbeAnswer[] = [
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
];
/** Answered with yes or no, at no place of its own. */
const PLAIN = { answers: YES_NO, joint: null, part: null, care: [] } as const;

/** How the values of a sign are answered, where they are not yes and no. */
const LABELS: Partial<Record<SignKind, Readonly<Record<string, string>>>> = {
  level: { none: 'Nothing moves', quiet: 'Low', right: 'Good', loud: 'In the red' },
  sides: { both: 'In the middle', left: 'Left', right: 'Right', hollow: 'Hollow, nowhere' },
  tone: { full: 'As it should', thin: 'Thin', dull: 'Dull' },
  ears: { both: 'Both', one: 'One', none: 'None' },
  power: { fine: 'No', short: 'Yes' },
  keys: { work: 'Yes', dead: 'No' },
  answer: { mic: 'Not asked, or a mic', headphones: 'Headphones' },
  lasts: { yes: 'No', no: 'Yes' },
};

/** How each sign is asked for; whether a plug seats is looked at. */
const ASKED = {
  listed: 'ask.listed',
  recorded: 'ask.recorded',
  level: 'ask.level',
  distorted: 'ask.distorted',
  hiss: 'ask.hiss',
  hum: 'ask.hum',
  whine: 'ask.whine',
  sides: 'ask.sides',
  tone: 'ask.tone',
  crackle: 'ask.crackle',
  ears: 'ask.ears',
  self: 'ask.self',
  late: 'ask.late',
  caller: 'ask.caller',
  echo: 'ask.echo',
  howl: 'ask.howl',
  power: 'ask.power',
  lasts: 'ask.lasts',
  keys: 'ask.keys',
  answer: 'ask.answer',
} as const satisfies Partial<Record<SignKind, string>>;

/** Seconds; est. What has to be recorded and played back takes longer than a glance. */
const ASK_S: Readonly<Record<SignKind, number>> = {
  listed: 8,
  recorded: 8,
  level: 8,
  distorted: 20,
  hiss: 20,
  hum: 20,
  whine: 15,
  sides: 20,
  tone: 20,
  crackle: 12,
  ears: 8,
  self: 5,
  late: 8,
  caller: 10,
  echo: 12,
  howl: 4,
  power: 4,
  lasts: 6,
  keys: 5,
  seats: 6,
  answer: 6,
};
const LOOK_S = { plug: 5, knob: 4, piece: 15, battery: 4, wiggle: 10 } as const;
/** In a round one goes quickly. */
const PLUG_EACH_S = 3;
const PUSH_S = 3;
const AGAIN_S = 9;
const SWAP_S = 40;
const TRY_S = 20;
/** How often a look finds what is there; est. A millimetre or two are easily overlooked. */
const FINDS = {
  seat: 0.75,
  unplug: 0.97,
  move: 0.93,
  exchange: 0.85,
  turn: 0.85,
  knob: 0.93,
  replace: 0.8,
  charge: 0.9,
  inside: 0.6,
} as const;
/** Seconds of an act that puts one suspect right, by what it is. */
const CURE_S: Readonly<Record<string, number>> = {
  seat: 6,
  unplug: 10,
  move: 14,
  exchange: 20,
  turn: 25,
  knob: 5,
  session: 12,
  choose: 6,
  outlet: 20,
  charge: 40,
};

const firstWord = (key: string): string => key.split(' ')[0]!;

/** Everything that could be looked at, asked or done to find what is the matter. */
export function probesOf(
  setup: Setup,
  catalogue: Catalogue,
  drawer: Drawer | null,
  suspects: readonly Suspect[],
  drawn: Signs,
): readonly Probe[] {
  return [
    ...asks(setup, catalogue, drawn),
    ...looks(setup, catalogue, suspects),
    ...cures(setup, catalogue, suspects),
    ...wholesale(setup, catalogue, suspects),
    ...swaps(setup, catalogue, drawer, suspects),
    ...tries(setup, catalogue),
  ];
}

function asks(setup: Setup, catalogue: Catalogue, drawn: Signs): readonly Probe[] {
  const device = partName(setup, catalogue, setup.parts.find((p) => classIn(catalogue, p.class).host)!.id);
  const first = setup.placements[0]?.part ?? setup.parts[0]!.id;
  return [...drawn.keys()].flatMap((sign): readonly Probe[] => {
    const kind = kindOf(sign);
    if (kind === 'seats') return [];
    const source = sign.slice(kind.length + 1);
    const voice = setup.job.sources.find((s) => s.id === source)?.name ?? null;
    const place = setup.placements.find((p) => p.source === source)?.part ?? first;
    const question = diagnosisText(ASKED[kind], { part: partName(setup, catalogue, place), device, voice });
    const named: Readonly<Record<string, string>> =
      kind === 'recorded' ? { meant: partName(setup, catalogue, place), 'built-in': device, nothing: 'Neither' } : {};
    const answers = SIGN_VALUES[kind].map((value) => ({
      value,
      label: named[value] ?? LABELS[kind]?.[value] ?? (value === 'yes' ? 'Yes' : 'No'),
    }));
    return [
      {
        id: `ask ${sign}`,
        question,
        answers,
        seconds: ASK_S[kind],
        joint: null,
        part: kind === 'ears' || kind === 'self' ? null : place,
        care: [],
        tells: { by: 'sign', sign },
      },
    ];
  });
}

const lookAt = (
  id: string,
  question: string,
  seconds: number,
  finds: ReadonlyMap<string, Find>,
  more: Partial<Probe>,
  none: 'yes' | 'no' = 'yes',
): Probe => ({
  ...PLAIN,
  id,
  question,
  seconds,
  ...more,
  tells: { by: 'look', finds, none },
});

/** What of the suspects shows at a plug: half out, out, in another socket, the cable turned. */
const atPlug = (
  setup: Setup,
  catalogue: Catalogue,
  suspects: readonly Suspect[],
  { id: joint, a, b }: Setup['joints'][number],
): readonly Suspect[] => {
  // By radio nothing is plugged.
  const isRadio = classOfPart(setup, catalogue, a.part).ports.find((p) => p.id === a.port)?.carries === 'radio';
  return suspects.filter((s) => {
    if (isRadio) return false;
    const { change } = s.faults[0]!;
    if (s.joint === joint && ['seat', 'unplug', 'move'].includes(firstWord(s.key))) return true;
    if (change.do === 'exchange') return change.ends.some((e) => e.joint === joint);
    return change.do === 'turn' && [a.part, b.part].includes(change.part);
  });
};

const findsOf = (suspects: readonly Suspect[], answer: string): ReadonlyMap<string, Find> =>
  new Map(suspects.map((s) => [s.key, { chance: FINDS[firstWord(s.key) as keyof typeof FINDS], answer }]));

function looks(setup: Setup, catalogue: Catalogue, suspects: readonly Suspect[]): readonly Probe[] {
  const atJoints = setup.joints.flatMap((j): readonly Probe[] => {
    const joint = j.id;
    const here = atPlug(setup, catalogue, suspects, j);
    if (here.length === 0) return [];
    const at = { joint, part: plugAt(setup, catalogue, joint) };
    const words = plugIn(setup, catalogue, joint);
    const plug = lookAt(`look plug ${joint}`, diagnosisText('look.plug', words), LOOK_S.plug, findsOf(here, 'no'), at);
    const inside = suspects.filter((s) => s.key === `inside ${joint}`);
    if (inside.length === 0) return [plug];
    const care = careAt(setup, catalogue);
    const wiggle = diagnosisText('look.wiggle', words);
    return [plug, lookAt(`look wiggle ${joint}`, wiggle, LOOK_S.wiggle, findsOf(inside, 'yes'), { ...at, care }, 'no')];
  });
  const atParts = suspects.flatMap((s): readonly Probe[] => {
    const { change } = s.faults[0]!;
    const at = (part: PartId) => [findsOf([s], 'no'), { part }] as const;
    if (change.do === 'knob') {
      const words = diagnosisText('look.knob', knobPlace(setup, catalogue, change.part, change.knob));
      return [lookAt(`look ${s.key}`, words, LOOK_S.knob, ...at(change.part))];
    }
    if (change.do === 'charge') {
      const words = diagnosisText('look.battery', { part: partName(setup, catalogue, change.part) });
      return [lookAt(`look ${s.key}`, words, LOOK_S.battery, ...at(change.part))];
    }
    if (change.do === 'replace') {
      const piece = { part: partName(setup, catalogue, change.part), class: className(setup, catalogue, change.part) };
      return [lookAt(`look ${s.key}`, diagnosisText('look.piece', piece), LOOK_S.piece, ...at(change.part))];
    }
    return [];
  });
  return [...rounds(setup, catalogue, suspects), ...atJoints, ...atParts];
}

/** All plugs one after the other, all knobs of a part, all batteries: the answer is the first that is not as drawn. */
function rounds(setup: Setup, catalogue: Catalogue, suspects: readonly Suspect[]): readonly Probe[] {
  const round = (
    id: string,
    question: string,
    each: readonly { readonly answer: ProbeAnswer; readonly of: readonly Suspect[] }[],
    secondsEach: number,
    more: Partial<Probe>,
  ): readonly Probe[] => {
    const some = each.filter((e) => e.of.length > 0);
    if (some.length < 2) return [];
    const finds = new Map<string, Find>();
    for (const e of some) for (const [key, f] of findsOf(e.of, e.answer.value)) if (!finds.has(key)) finds.set(key, f);
    const answers = [{ value: 'yes', label: suspectText('round.all', {}) }, ...some.map((e) => e.answer)];
    return [lookAt(id, question, secondsEach * some.length, finds, { ...more, answers })];
  };
  const plugs = setup.joints.map((j, i) => ({
    answer: {
      value: j.id,
      label: suspectText('round.plug', { joint: i + 1, part: plugIn(setup, catalogue, j.id).part }),
    },
    of: atPlug(setup, catalogue, suspects, j),
  }));
  const byKnob = (part: PartId) =>
    suspects
      .filter((s) => s.part === part && firstWord(s.key) === 'knob')
      .map((s) => {
        const id = s.key.split(' ')[2]!;
        const { knob, position } = knobPlace(setup, catalogue, part, id);
        return { answer: { value: id, label: suspectText('round.knob', { knob, position }) }, of: [s] };
      });
  const batteries = suspects
    .filter((s) => firstWord(s.key) === 'charge')
    .map((s) => ({ answer: { value: s.part!, label: partName(setup, catalogue, s.part!) }, of: [s] }));
  return [
    ...round('round plugs', diagnosisText('round.plugs', {}), plugs, PLUG_EACH_S, {}),
    ...setup.parts.flatMap(({ id: part }) =>
      round(
        `round knobs ${part}`,
        diagnosisText('round.knobs', { part: partName(setup, catalogue, part) }),
        byKnob(part),
        LOOK_S.knob,
        { part },
      ),
    ),
    ...round('round batteries', diagnosisText('round.batteries', {}), batteries, LOOK_S.battery, {}),
  ];
}

/** The usual care before plugs are touched. */
export function careAt(setup: Setup, catalogue: Catalogue): readonly string[] {
  const phantom = setup.parts.some((p) => givesPhantom(p, classIn(catalogue, p.class)));
  const ears = setup.parts.some((p) => classIn(catalogue, p.class).circuit.some((e) => e.is === 'driver'));
  return [...(phantom ? [diagnosisText('care.phantom', {})] : []), ...(ears ? [diagnosisText('care.ears', {})] : [])];
}

const cure = (
  id: string,
  what: string,
  question: string,
  seconds: number,
  cured: Iterable<string>,
  at: Partial<Probe>,
): Probe => ({
  ...PLAIN,
  id,
  question,
  seconds,
  ...at,
  tells: { by: 'cure', cures: new Set(cured), what },
});

/** Each suspect that a hand can put right with nothing more than is there. */
function cures(setup: Setup, catalogue: Catalogue, suspects: readonly Suspect[]): readonly Probe[] {
  return suspects.flatMap((s): readonly Probe[] => {
    const first = firstWord(s.key);
    if (first === 'inside' || first === 'replace') return [];
    const act = sayCure(setup, catalogue, s);
    const care =
      s.joint !== null && first !== 'knob'
        ? careAt(setup, catalogue)
        : first === 'outlet'
          ? [diagnosisText('care.mains', {})]
          : [];
    const at = { joint: s.joint, part: s.part, care };
    return [
      cure(
        `do ${s.key}`,
        suspectText('do.one', { act }),
        diagnosisText('act.one', { act }),
        CURE_S[first] ?? 15,
        [s.key],
        at,
      ),
    ];
  });
}

/** What puts several right at once: plugs pushed home, everything plugged anew. */
function wholesale(setup: Setup, catalogue: Catalogue, suspects: readonly Suspect[]): readonly Probe[] {
  const of = (...words: string[]) => suspects.filter((s) => words.includes(firstWord(s.key))).map((s) => s.key);
  const late = suspects.filter((s) => s.key === 'session openedAfter' || s.key === 'session answer').map((s) => s.key);
  const n = setup.joints.length;
  if (n < 2) return [];
  const care = careAt(setup, catalogue);
  return [
    cure('push', suspectText('do.push', {}), diagnosisText('act.push', {}), PUSH_S * n, of('seat'), { care }),
    cure(
      'again',
      suspectText('do.again', {}),
      diagnosisText('act.again', {}),
      AGAIN_S * n + 10,
      [...of('seat', 'unplug', 'move', 'exchange', 'turn'), ...late],
      { care },
    ),
  ];
}

/** Pieces of which another of the same kind is owned and not in the setup. */
function swaps(
  setup: Setup,
  catalogue: Catalogue,
  drawer: Drawer | null,
  suspects: readonly Suspect[],
): readonly Probe[] {
  const owned = drawer?.parts ?? [];
  const loose = looseParts(setup, catalogue);
  return setup.parts.flatMap((part): readonly Probe[] => {
    if (loose.has(part.id) || classIn(catalogue, part.class).host) return [];
    const used = setup.parts.filter((p) => p.class === part.class && !loose.has(p.id)).length;
    if (owned.filter((p) => p.class === part.class).length <= used) return [];
    const mine = setup.joints.filter((j) => [j.a.part, j.b.part].includes(part.id)).map((j) => j.id);
    const plugs = mine.filter((j) => plugAt(setup, catalogue, j) === part.id);
    const cured = suspects.filter(
      (s) =>
        (s.key.startsWith('inside ') && plugs.includes(s.joint!)) ||
        (['seat', 'unplug', 'move'].includes(firstWord(s.key)) && mine.includes(s.joint!)) ||
        (['replace', 'charge', 'turn'].includes(firstWord(s.key)) && s.part === part.id),
    );
    if (cured.length === 0) return [];
    const words = { class: className(setup, catalogue, part.id), part: partName(setup, catalogue, part.id) };
    const at = { part: part.id, joint: plugs[0] ?? null, care: careAt(setup, catalogue) };
    return [
      cure(
        `swap ${part.id}`,
        suspectText('do.swap', words),
        diagnosisText('act.swap', words),
        SWAP_S,
        cured.map((s) => s.key),
        at,
      ),
    ];
  });
}

/** Something is left out for a while: a charger, an adapter between two that go together without it. */
function tries(setup: Setup, catalogue: Catalogue): readonly Probe[] {
  const changes = [...removals(setup, catalogue), ...bypasses(setup, catalogue)];
  return changes.flatMap((change): readonly Probe[] => {
    if (change.do !== 'remove' && change.do !== 'bypass') return [];
    return [
      {
        id: `try ${change.do} ${change.part}`,
        question: diagnosisText('act.without', { act: say(setup, catalogue, change) }),
        answers: YES_NO,
        seconds: TRY_S,
        joint: null,
        part: change.part,
        care: [...careAt(setup, catalogue), diagnosisText('care.undo', {})],
        tells: { by: 'try', change },
      },
    ];
  });
}

/** How likely each answer to a look is where these are so: a person overlooks, and mistakes. */
export function lookChances(
  probe: Probe,
  { finds, none }: Extract<Tells, { by: 'look' }>,
  so: readonly string[],
): readonly number[] {
  const found = new Map<string, number>();
  let missed = 1;
  for (const key of so) {
    const find = finds.get(key);
    if (!find) continue;
    found.set(find.answer, (found.get(find.answer) ?? 0) + missed * find.chance);
    missed *= 1 - find.chance;
  }
  found.set(none, missed);
  const slack = MISREPORT / probe.answers.length;
  return probe.answers.map((a) => slack + (1 - MISREPORT) * (found.get(a.value) ?? 0));
}

/** A fix of the setup as it is drawn, to be carried out. */
export const fixProbe = (
  { setup, label, effortS }: Pick<Mend, 'setup' | 'label' | 'effortS'>,
  after: Signs,
): Probe => ({
  id: 'fix',
  question: diagnosisText('act.one', { act: label }),
  answers: YES_NO,
  seconds: effortS,
  joint: null,
  part: null,
  care: [],
  tells: { by: 'mend', setup, after, what: label },
});

/** A change for a while, as a fault of its own kind for the bench. */
export const asFault = (change: Change): Fault => ({ kind: 'another part', change });

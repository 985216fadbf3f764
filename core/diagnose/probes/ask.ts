import { diagnosisText } from '../../format';
import { type Catalogue, classIn, partName, type Setup } from '../../model';
import { kindOf, SIGN_VALUES, type SignKind, type Signs } from '../signs';
import type { Probe } from './probe';

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

/** What can be asked of what is seen and heard. */
export function asks(setup: Setup, catalogue: Catalogue, drawn: Signs): readonly Probe[] {
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

import { itemAt } from '../algorithms';
import { hasBattery, hasFigure, type PartClass, type PortSpec, takesUp } from '../model';

/** Something that can be seen at a part without knowing what it is. */
export interface Question {
  readonly id: string;
  readonly text: string;
  /** Answers that make sense, by key. */
  readonly answers: Readonly<Record<string, string>>;
  /** What a class would answer: a key of `answers`. */
  readonly of: (c: PartClass) => string;
}

const YES = { yes: 'yes', no: 'no' } as const;
const yes = (b: boolean): 'yes' | 'no' => (b ? 'yes' : 'no');

const plug = (p: PortSpec) => /^plug-([\d.]+)-(\d)(-lock)?/.exec(p.connector);
const socket = (p: PortSpec) => /^socket-([\d.]+)-(\d)/.exec(p.connector);
const has = (c: PartClass, family: string) => c.ports.some((p) => p.connector.startsWith(`${family}:`));
const several = (n: number, most: number): string => (n >= most ? 'more' : String(n));

const DIGITAL: readonly (readonly [string, string])[] = [
  ['usb-a', 'USB-A, broad and flat'],
  ['usb-b', 'USB-B, nearly square'],
  ['usb-micro-b', 'micro USB, small with slanting sides'],
  ['usb-c', 'USB-C, small and oval'],
  ['eight-contact', '8-contact, small with bare contacts'],
  ['old-bus', 'old bus, square with one round side'],
];

const WORN_M = 0.25;
const LIGHT_G = 100;
const HEAVY_G = 1000;
const value = (c: PartClass, name: string): number => c.values[name]?.value ?? 0;

/** What can be asked, the easiest to see first. */
export const QUESTIONS: readonly Question[] = [
  {
    id: 'lead',
    text: 'Is it a cable: plugs at both ends and nothing but wire between?',
    answers: YES,
    of: (c) => yes(c.kind === 'lead'),
  },
  {
    id: 'speak',
    text: 'Is it something to speak into?',
    answers: YES,
    of: (c) => yes(c.circuit.some((e) => e.is === 'capsule')),
  },
  {
    id: 'worn',
    text: 'Is it worn: clipped to clothes or on the head?',
    answers: YES,
    of: (c) =>
      yes(takesUp(c) && hasFigure(c, 'placedM') && value(c, 'placedM') <= WORN_M && value(c, 'massG') <= LIGHT_G),
  },
  {
    id: 'weight',
    text: 'How heavy is it in the hand?',
    answers: { light: 'under 100 g, as a bar of chocolate', some: 'up to a bag of sugar', heavy: 'heavier than 1 kg' },
    of: (c) => (value(c, 'massG') <= LIGHT_G ? 'light' : value(c, 'massG') <= HEAVY_G ? 'some' : 'heavy'),
  },
  {
    id: 'ears',
    text: 'Does it go on the ears?',
    answers: YES,
    of: (c) => yes(c.circuit.some((e) => e.is === 'driver')),
  },
  {
    id: 'ends',
    text: 'How many plugs and sockets has it in all?',
    answers: { '0': 'none', '1': 'one', '2': 'two', '3': 'three', more: 'four or more' },
    of: (c) => several(c.ports.filter((p) => p.carries !== 'radio').length, 4),
  },
  {
    id: 'thick',
    text: 'Its round plug: how thick is it?',
    answers: {
      none: 'it has none',
      '3.5': '3.5 mm, as on earphones',
      '6.35': '6.35 mm, as on guitars',
      both: 'one of each',
      lock: '3.5 mm with a screw ring',
    },
    of: (c) => {
      const found = new Set(c.ports.map(plug).flatMap((m) => (m ? [m[3] ? 'lock' : itemAt(m, 1)] : [])));
      if (found.has('lock')) return 'lock';
      return found.size === 0 ? 'none' : found.size > 1 ? 'both' : itemAt([...found], 0);
    },
  },
  {
    id: 'rings',
    text: 'Count the black rings on its round plugs. The most on any one is',
    answers: { none: 'no round plug', '1': 'one', '2': 'two', '3': 'three' },
    of: (c) => {
      const rings = c.ports.map(plug).flatMap((m) => (m ? [Number(m[2]) - 1] : []));
      return rings.length === 0 ? 'none' : String(Math.max(...rings));
    },
  },
  {
    id: 'fewest',
    text: 'And the fewest rings on any of them?',
    answers: { none: 'no round plug', '1': 'one', '2': 'two', '3': 'three' },
    of: (c) => {
      const rings = c.ports.map(plug).flatMap((m) => (m ? [Number(m[2]) - 1] : []));
      return rings.length === 0 ? 'none' : String(Math.min(...rings));
    },
  },
  {
    id: 'holes',
    text: 'How many round jack sockets has it?',
    answers: { '0': 'none', '1': 'one', '2': 'two', more: 'three or more' },
    of: (c) => several(c.ports.filter(socket).length, 3),
  },
  {
    id: 'xlr',
    text: 'Has it a big round connector with three pins or three holes?',
    answers: { none: 'no', pins: 'with pins', holes: 'with holes', both: 'one of each', many: 'several' },
    of: (c) => {
      const pins = c.ports.filter((p) => p.connector === 'xlr3:plug').length;
      const holes = c.ports.filter((p) => p.connector === 'xlr3:socket').length;
      if (pins + holes > 2 || pins > 1 || holes > 1) return 'many';
      return pins + holes === 0 ? 'none' : pins > 0 && holes > 0 ? 'both' : pins > 0 ? 'pins' : 'holes';
    },
  },
  ...DIGITAL.map(
    ([family, words]): Question => ({
      id: family,
      text: `Has it a ${words}?`,
      answers: { none: 'no', plug: 'a plug', socket: 'a socket', both: 'both, or several' },
      of: (c) => {
        const found = c.ports
          .filter((p) => p.connector.startsWith(`${family}:`))
          .map((p) => itemAt(p.connector.split(':'), 1));
        return found.length === 0 ? 'none' : found.length > 1 ? 'both' : itemAt(found, 0);
      },
    }),
  ),
  {
    id: 'phono',
    text: 'Has it RCA (phono) plugs or sockets, a pin in a collar?',
    answers: YES,
    of: (c) => yes(has(c, 'phono')),
  },
  {
    id: 'mini',
    text: 'Has it a thumb-sized connector with three pins?',
    answers: YES,
    of: (c) => yes(has(c, 'mini-xlr3')),
  },
  {
    id: 'radio',
    text: 'Does it work by radio: an aerial, or a lamp for the link?',
    answers: YES,
    of: (c) => yes(has(c, 'radio')),
  },
  {
    id: 'battery',
    text: 'Has it a battery or cells of its own?',
    answers: YES,
    of: (c) => yes(!c.host && hasBattery(c)),
  },
  {
    id: 'cells',
    text: 'Can its cells be taken out: AA or 9 V?',
    answers: { none: 'no', AA: 'AA', '9V': '9 V' },
    of: (c) => c.cells?.size ?? 'none',
  },
  { id: 'mains', text: 'Does it need the mains?', answers: YES, of: (c) => yes(c.needs?.includes('mains') ?? false) },
  {
    id: 'phantom',
    text: 'Has it a button or mark “48 V”?',
    answers: YES,
    of: (c) => yes(c.knobs?.some((k) => k.role === 'phantom') ?? false),
  },
  {
    id: 'turned',
    text: 'How many knobs can be turned?',
    answers: { '0': 'none', '1': 'one', '2': 'two', more: 'three or more' },
    of: (c) => several((c.knobs ?? []).filter((k) => k.unit === 'dB').length, 3),
  },
  {
    id: 'sends',
    text: 'Of the radio: does it send, as a pack that is worn, or receive?',
    answers: { none: 'no radio', sends: 'it sends', one: 'it receives one pack', two: 'it receives two packs' },
    of: (c) => {
      const radio = c.ports.filter((p) => p.carries === 'radio');
      if (radio.length === 0) return 'none';
      return itemAt(radio, 0).connector === 'radio:plug' ? 'sends' : radio.length > 1 ? 'two' : 'one';
    },
  },
  {
    id: 'decibels',
    text: 'Is a number of decibels printed on it, as on a pad?',
    answers: YES,
    of: (c) => yes(c.kind === 'adapter' && hasFigure(c, 'shuntOhm')),
  },
  {
    id: 'heavy',
    text: 'Is it heavy for its size, as with iron inside?',
    answers: YES,
    of: (c) => yes(c.circuit.some((e) => e.is === 'transformer')),
  },
  {
    id: 'tube',
    text: 'Is it a long tube with slots along it?',
    answers: YES,
    of: (c) => yes((c.values['directivity']?.value ?? 0) >= 5),
  },
  {
    id: 'licence',
    text: 'Does it say that it is certified for the 8-contact port?',
    answers: { yes: 'yes', no: 'no', none: 'it has no such plug' },
    of: (c) => (has(c, 'eight-contact') ? yes(c.usb?.licensed === true) : 'none'),
  },
  {
    id: 'order',
    text: 'If anything is printed about the order of contacts, what is it?',
    answers: { today: 'CTIA or AHJ', older: 'OMTP', none: 'nothing' },
    of: (c) => {
      const four = c.ports.filter((p) => p.roles?.['ring2'] !== undefined);
      if (four.some((p) => p.roles!['ring2'] === 'mic')) return 'older';
      return four.length > 0 ? 'today' : 'none';
    },
  },
];

import {
  capital,
  countText,
  dbText,
  figure,
  hertzText,
  lower,
  metresText,
  minutesText,
  ohmText,
  rough,
  signed,
  timesText,
  voltText,
  withArticle,
} from './numbers';

/** How a slot is written; a slot without one holds words. */
const UNITS = {
  n: (x: number) => String(x),
  channels: (x: number) => countText(x, 'channel'),
  pieces: (x: number) => countText(x, 'USB sound piece'),
  parts: (x: number) => countText(x, 'part'),
  inputs: (x: number) => (x === 1 ? 'first input' : `first ${x} inputs`),
  times: timesText,
  figure: (x: number) => figure(x),
  tenth: (x: number) => figure(x, 1),
  rough,
  db: (x: number) => dbText(x),
  db1: (x: number) => dbText(x, 1),
  gain: (x: number) => `${signed(x)} dB`,
  ma: (x: number) => `${figure(x)} mA`,
  ma1: (x: number) => `${figure(x, 1)} mA`,
  volt: voltText,
  volt1: (x: number) => `${figure(x, 1)} V`,
  ohm: ohmText,
  hz: hertzText,
  m: metresText,
  mm: (x: number) => `${figure(x, 1)} mm`,
  ms: (x: number) => `${figure(x)} ms`,
  g: (x: number) => `${figure(x)} g`,
  min: minutesText,
} as const satisfies Record<string, (x: number) => string>;
type Unit = keyof typeof UNITS;

/** Words that change their form with their place. */
const FORMS = { lower, capital, article: withArticle } as const;
type Form = keyof typeof FORMS;

/**
 * What a text says: verdict and place; and what is behind "Why?". Slots in braces, `{name}` or `{name:unit}`; a stretch in
 * square brackets is left out where a slot in it is empty.
 */
export type Text = string | { readonly say: string; readonly why: string };

type SlotsOf<S> = S extends `${string}{${infer Slot}}${infer Rest}` ? Slot | SlotsOf<Rest> : never;
type SlotsOfText<T> = T extends { readonly say: infer A; readonly why: infer B } ? SlotsOf<A> | SlotsOf<B> : SlotsOf<T>;
type NameOf<Slot> = Slot extends `${infer N}:${string}` ? N : Slot;
type ValueOf<Slot, Name> = Slot extends `${Name & string}:${infer U}` ? (U extends Unit ? number : string) : never;

/** What must be given to fill a text: numbers where a slot has a unit, words elsewhere. */
export type Filling<T> = {
  readonly [N in NameOf<SlotsOfText<T>> & string]: [ValueOf<SlotsOfText<T>, N>] extends [never]
    ? string | null
    : ValueOf<SlotsOfText<T>, N> | null;
};

type Values = Readonly<Record<string, string | number | null>>;
interface Slot {
  readonly name: string;
  readonly write: (v: string | number) => string;
}
/** Words, a slot, or a stretch that is left out where one of its slots has nothing in it. */
type Segment = string | Slot | readonly (string | Slot)[];

const segmentsOf = (text: string): readonly Segment[] =>
  text
    .split(/\[([^\]]*)\]/)
    .flatMap((piece, i): readonly Segment[] => (i % 2 === 0 ? plainOf(piece) : [plainOf(piece)]));

function plainOf(text: string): readonly (string | Slot)[] {
  return text.split(/\{([^}]*)\}/).map((piece, i): string | Slot => {
    if (i % 2 === 0) return piece;
    const [name, unit] = piece.split(':') as [string, string | undefined];
    if (unit === undefined) return { name, write: String };
    if (unit in FORMS) return { name, write: (v) => FORMS[unit as Form](String(v)) };
    const write = UNITS[unit as Unit];
    if (!write) throw new Error(`text "${text}": no unit ${unit}`);
    return { name, write: (v) => (typeof v === 'number' ? write(v) : v) };
  });
}

const isEmpty = (v: string | number | null | undefined): v is null | undefined | '' =>
  v === null || v === undefined || v === '';

function fill(segments: readonly Segment[], values: Values): string {
  let out = '';
  for (const s of segments) {
    if (typeof s === 'string') out += s;
    else if ('write' in s) out += s.write(values[s.name] ?? '');
    else if (!s.some((x) => typeof x !== 'string' && isEmpty(values[x.name]))) out += fill(s, values);
  }
  return out;
}

/** A text with what fills it: plain data, not yet words. */
export interface Message<Id extends string = string> {
  readonly message: Id;
  readonly values: Values;
}

/** What was said: which text with what in it, the words, and what is behind "Why?". */
export interface Said {
  readonly message: string;
  readonly values: Values;
  readonly sentence: string;
  readonly detail?: string | undefined;
}

/**
 * A room's texts by their ids, made into words by one function; another language is another table of the same ids.
 * @example
 * const { message, say } = wordsOf({ hot: '{part} is {db:db} too loud[ at connection {joint:n}].' });
 * say(message('hot', { part: 'Mixer', db: 6, joint: null })).sentence; // Mixer is 6 dB too loud.
 */
export function wordsOf<const Table extends Readonly<Record<string, Text>>>(table: Table) {
  const ready = new Map<string, { readonly say: readonly Segment[]; readonly why: readonly Segment[] | null }>();
  for (const [id, text] of Object.entries(table)) {
    const { say, why } = typeof text === 'string' ? { say: text, why: null } : text;
    ready.set(id, { say: segmentsOf(say), why: why === null ? null : segmentsOf(why) });
  }
  return {
    /** Which text, with what in it. */
    message: <Id extends keyof Table & string>(id: Id, values: Filling<Table[Id]>): Message<Id> => ({
      message: id,
      values: values as Values,
    }),
    /** @throws where a message is not of this table */
    say({ message, values }: Message): Said {
      const text = ready.get(message);
      if (!text) throw new Error(`no text ${message}`);
      const sentence = fill(text.say, values);
      const detail = text.why === null ? '' : fill(text.why, values);
      return detail === '' ? { message, values, sentence } : { message, values, sentence, detail };
    },
  };
}

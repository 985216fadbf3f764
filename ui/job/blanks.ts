import { catalogue } from '@/catalogue';
import { freshId, itemAt } from '@/core/algorithms';
import { countText, listText, withArticle } from '@/core/format';
import {
  type Arrangement,
  askedName,
  callersOf,
  classIn,
  devicesOf,
  type Hearing,
  inApp,
  type Job,
  movedTo,
  type Place,
  type Preference,
  type Purpose,
  type Room,
  type Source,
  withSources,
} from '@/core/model';
import { usual } from '@/store';
import { appOf, type Effort, lower, offeredApps } from '../components';

/** One way to fill a blank: the words in the sentence, a note in the chooser, the job it makes. */
export interface Choice {
  readonly key: string;
  readonly words: string;
  readonly note?: string;
  readonly fill: (job: Job) => Job;
}

export interface ChoiceBlank {
  readonly name: string;
  readonly now: (job: Job) => string;
  readonly choices: (job: Job) => readonly Choice[];
}

const PURPOSES: Readonly<Record<Purpose, string>> = { record: 'record', live: 'stream live', call: 'make a call' };
const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight'];
const ARRANGEMENTS: Readonly<Record<Arrangement, string>> = {
  one: 'on one channel',
  'side-each': 'a side each',
  'both-sides': 'mixed to both sides',
};
const HEARINGS: Readonly<Record<Hearing, string>> = {
  nothing: 'nothing',
  myself: 'myself',
  'far-end': 'the caller',
  both: 'myself and the caller',
};
const PLACES: Readonly<Record<Place, string>> = {
  'desk-mains': 'at a desk with mains',
  desk: 'at a desk without mains',
  hand: 'hand-held',
  gimbal: 'on a gimbal',
};

const PREFERENCES: Readonly<Record<Preference, string>> = {
  balanced: 'the least cost and risk',
  cheapest: 'the cheapest now',
  cleanest: 'the cleanest voice',
  'fewest-pieces': 'the fewest parts',
  lightest: 'the lightest',
  'next-device': 'what survives the next device',
  'no-mains': 'no need of mains',
};

const voicesText = (n: number): string => `${NUMBERS[n] ?? n} ${n === 1 ? 'voice' : 'voices'}`;

/** "two voices and an electric guitar". */
export function sourcesText({ sources }: Job): string {
  const voices = sources.filter(isVoice).length;
  const others = sources
    .filter((s) => !isVoice(s))
    .map((s) => (s.from ? called(classIn(catalogue, s.from).name, s.was) : withArticle(s.name)));
  const all = [...(voices > 0 ? [voicesText(voices)] : []), ...others];
  return all.length === 1 ? itemAt(all, 0) : `${all.slice(0, -1).join(', ')} and ${all.at(-1)}`;
}
/** "a device not known here (old-phone)". */
const called = (name: string, was: string | undefined) => `${withArticle(name)}${was === undefined ? '' : ` (${was})`}`;

const choicesOf = <K extends string>(words: Readonly<Record<K, string>>, fill: (job: Job, key: K) => Job): Choice[] =>
  (Object.keys(words) as K[]).map((key) => ({ key, words: words[key], fill: (job) => fill(job, key) }));

/** Levels of instruments at one metre; common practice, by a wide margin. */
export const LOUDNESSES: readonly Effort[] = [
  { name: 'soft', splAt1m: 70 },
  { name: 'ordinary', splAt1m: 80 },
  { name: 'loud', splAt1m: 90 },
  { name: 'very loud', splAt1m: 100 },
];

/** Rooms that people record in, with typical figures (est); null says nothing of the room. */
export const ROOMS: readonly { readonly words: string; readonly room: Room | null }[] = [
  { words: 'a room not told', room: null },
  { words: 'a furnished room', room: { volumeM3: 50, reverbS: 0.4, noiseDba: 30 } },
  { words: 'a bare workshop', room: { volumeM3: 150, reverbS: 1, noiseDba: 38 } },
  { words: 'a hall', room: { volumeM3: 600, reverbS: 1.2, noiseDba: 34 } },
  { words: 'a church', room: { volumeM3: 3000, reverbS: 2.5, noiseDba: 30 } },
];

export const roomText = (room: Room | undefined): string =>
  room
    ? (ROOMS.find((r) => JSON.stringify(r.room) === JSON.stringify(room))?.words ??
      `a room of ${room.volumeM3} m³ and ${room.reverbS} s`)
    : itemAt(ROOMS, 0).words;

const isVoice = (s: Source): boolean => s.from === undefined && s.sound === undefined;

function withVoices(job: Job, n: number): Job {
  const voices = job.sources.filter(isVoice);
  const wanted: Source[] = Array.from(
    { length: n },
    (_, i) =>
      voices[i] ?? { id: freshSourceId(job, `voice-${i + 1}`), name: `Voice ${i + 1}`, splAt1m: usual().talkerSpl },
  );
  return withSources(job, [...wanted, ...job.sources.filter((s) => !isVoice(s))]);
}

/** An instrument before a microphone, or what comes out of a part by wire. */
export const newInstrument = (job: Job): Source => ({
  id: freshSourceId(job, 'instrument'),
  name: 'Instrument',
  splAt1m: 80,
  sound: 'music',
});

/** What sound comes out of by wire. */
export const WIRED = [...catalogue.parts.values()].filter((c) => c.kind === 'source');

const freshSourceId = (job: Job, stem: string): string =>
  freshId(
    job.sources.map((s) => s.id),
    stem,
  );

export const BLANKS = {
  purpose: {
    name: 'What for',
    now: (job) => PURPOSES[job.purpose],
    choices: () => choicesOf(PURPOSES, (job, purpose) => ({ ...job, purpose })),
  },
  voices: {
    name: 'What is recorded',
    now: sourcesText,
    choices: (job) =>
      [0, 1, 2, 3, 4, 5, 6, 7, 8]
        .filter((n) => n > 0 || !job.sources.every(isVoice))
        .map((n) => ({ key: String(n), words: String(n), fill: (job: Job) => withVoices(job, n) })),
  },
  arrangement: {
    name: 'Where each voice goes',
    now: (job) => ARRANGEMENTS[job.arrangement],
    choices: (job) =>
      choicesOf(ARRANGEMENTS, (j, arrangement) => ({ ...j, arrangement })).filter(
        (c) => job.sources.length > 1 || c.key !== 'side-each',
      ),
  },
  device: {
    name: 'The device',
    now: (job) => called(classIn(catalogue, job.device).name, job.was?.device),
    choices: () =>
      devicesOf(catalogue).map((c) => ({
        key: c.id,
        words: withArticle(c.name),
        fill: (job: Job) => movedTo(job, c.id, catalogue),
      })),
  },
  app: {
    name: 'The app',
    now: (job) => called(appOf(job.app).name, job.was?.app),
    choices: (job) =>
      offeredApps(job).map((a) => ({
        key: a.id,
        words: withArticle(a.name),
        note: lower(a.summary),
        fill: (job: Job) => inApp(job, a.id),
      })),
  },
  hearing: {
    name: 'What you must hear',
    now: (job) => HEARINGS[job.hearing],
    choices: () => choicesOf(HEARINGS, (job, hearing) => ({ ...job, hearing })),
  },
  preference: {
    name: 'What counts most',
    now: (job) => PREFERENCES[job.preference ?? 'balanced'],
    choices: () => choicesOf(PREFERENCES, (job, preference) => ({ ...job, preference })),
  },
  place: {
    name: 'Where',
    now: (job) => PLACES[job.place],
    choices: () => choicesOf(PLACES, (job, place) => ({ ...job, place })),
  },
} as const satisfies Record<string, ChoiceBlank>;

/** "whatever works", "a clip-on mic and a mixer, charged all the while". */
export function withText({ with: asked = [], charging }: Job): string {
  const names = asked.map((w) => askedName(w, catalogue));
  return [names.length > 0 ? listText(names) : 'whatever works', ...(charging ? ['charged all the while'] : [])].join(
    ', ',
  );
}

const withClause = (job: Job): string => (job.with || job.charging ? `, with ${withText(job)}` : '');

/** "nowhere else", "also on a camera". */
export const alsoText = ({ also = [] }: Job): string =>
  also.length === 0
    ? 'nowhere else'
    : `also on ${also.map((d) => called(classIn(catalogue, d.device).name, d.was?.device)).join(' and ')}`;

/** "one caller", "two callers who hear everybody but themselves"; null where nobody is called. */
export function callersText(job: Job): string | null {
  const callers = callersOf(job, catalogue);
  const [only] = callers;
  if (!only) return null;
  if (callers.length > 1) return `${countText(callers.length, 'caller')} who hear everybody but themselves`;
  return job.callers || job.also?.some((d) => d.callers) ? only.name : 'one caller';
}

const callersClause = (job: Job): string => {
  const text = callersText(job);
  return text === null || text === 'one caller' ? '' : ` with ${text}`;
};

/** The sentence as plain words, for headings. */
export const jobSentence = (job: Job): string =>
  `I ${PURPOSES[job.purpose]} with ${sourcesText(job)}, ${ARRANGEMENTS[job.arrangement]}, on ${BLANKS.device.now(job)} in ${BLANKS.app.now(job)}${callersClause(job)}${job.also ? ` and ${alsoText(job)}` : ''}, for ${job.minutes} min, hearing ${HEARINGS[job.hearing]}, ${PLACES[job.place]}${withClause(job)}.`;

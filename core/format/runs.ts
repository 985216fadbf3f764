import { type Filling, wordsOf } from './message';

/** What stands on the run sheet: short, to be read at arm's length. */
export const RUN_TEXTS = {
  'pack.spare': 'and as many spare',
  'pack.charged': 'full',
  'pack.charge': '{share} full at the start',
  'shows.listed': 'The {device} lists "{input}", and the {app} records from it',
  'shows.nothing': 'The {app} records from nothing outside: do not begin',
  'shows.own': 'The {app} records the {device} by its own mic',
  'tap.one': 'Tap {mic}: only {track} moves',
  'tap.shared': 'Tap {mic}: {track} moves, with {others}',
  'tap.none': 'Tap {mic}: nothing moves; it does not arrive',
  'peak.level': '{voice} as loud as later, {mic} where it will be: peaks at about {peak} dBFS',
  'peak.clips': '{voice} as loud as later: it would clip; turn down first',
  'noise.level': 'Nobody speaks: {track} rests at about {noise} dBFS',
  'power.lasts': '{part} lasts {minutes:min}',
  'power.change': '{part}: change or charge by minute {by:n}, it is empty at {minutes:n}',
  'power.stays': '{part} stays charged',
  'hears.all': 'Heard at {listener}: {voices}',
  'hears.not': 'Heard at {listener}: {voices}; not heard: {missing}',
  'hears.none': 'Heard at {listener}: nobody',
  'hears.echo': 'Heard at {listener}: {voices}, and their own voice as an echo',
} as const;

/** The usual cautions of the trade; common practice. */
export const CAUTION_TEXTS = {
  phantom: 'Keep 48 V of {part} off while you plug, and never send it toward a phone.',
  ears: 'Start with headphones off the ears and low; long loud listening harms hearing.',
  mains:
    '{part} is on the mains: never lift its protective earth to cure hum. Mains work is for a qualified electrician.',
  cells: 'Chargers and lithium cells: certified ones, uncovered, not in the heat.',
  radio: 'Radio packs: only on bands that are permitted where you are.',
  tape: 'Tape long cables down where people walk.',
  ask: 'Ask before you record a person or a call.',
} as const;

const runs = wordsOf(RUN_TEXTS);
const cautions = wordsOf(CAUTION_TEXTS);

export const runText = <Id extends keyof typeof RUN_TEXTS>(id: Id, values: Filling<(typeof RUN_TEXTS)[Id]>): string =>
  runs.say(runs.message(id, values)).sentence;
export const cautionText = <Id extends keyof typeof CAUTION_TEXTS>(
  id: Id,
  values: Filling<(typeof CAUTION_TEXTS)[Id]>,
): string => cautions.say(cautions.message(id, values)).sentence;

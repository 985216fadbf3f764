import { type Filling, wordsOf } from './message';

/** What is said of two takes that were lined up. */
export const LINE_UP_TEXTS = {
  begins: '{second} begins {offset} s {when} {first}.',
  drift: 'Its clock runs {ppm:figure} parts in a million {how}, {drift:figure} ms an hour.',
  alike: 'Its clock runs alike, to one part in a million.',
  hole: 'From {from} on {second} lies {jump} s later: it lost that much. Saved, it is silent from {from} to {to}.',
  extra: 'From {from} on {second} lies {jump} s earlier: {first} lost that much. Saved, that much is left out there.',
  inverted: '{second} has the opposite polarity of {first}. Saved, it is turned over.',
  opposed: '{channel:capital} of {second} has the opposite polarity of its loudest channel. Saved, it is turned over.',
  compared: 'Compared at {places:n} places, the worst {worst:tenth} ms off its line.',
  distance: 'A mic one metre further off hears 3 ms later (343 m/s): that is in the offset.',
  claps: 'Claps in both at {claps}.',
  'no-claps': 'No clap is in both.',
} as const;

const { message, say } = wordsOf(LINE_UP_TEXTS);

export const lineUpText = <Id extends keyof typeof LINE_UP_TEXTS>(
  id: Id,
  values: Filling<(typeof LINE_UP_TEXTS)[Id]>,
): string => say(message(id, values)).sentence;

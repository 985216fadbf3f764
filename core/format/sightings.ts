import { type Filling, wordsOf } from './message';

/** What is said of inputs that a browser names, beside those that a device was to list. */
export const SIGHTING_TEXTS = {
  own: "The {device}'s own mic.",
  as: 'Listed, as computed.',
  unlooked: 'It is listed, and by the setup it was not to be. Look at how it is plugged in the setup.',
  elsewhere: 'Not in this setup.',
  unnamed: 'Say once what this is: it is remembered.',
  missing: 'By the setup the {device} lists it, and this browser does not.',
  'missing-open': 'One of the names that are not told yet may be it.',
  'missing-headset': "A browser often shows a headset socket under the device's own name. The tap test tells.",
  'missing-as': 'Not listed, as computed.',
} as const;

const { message, say } = wordsOf(SIGHTING_TEXTS);

export const sightingText = <Id extends keyof typeof SIGHTING_TEXTS>(
  id: Id,
  values: Filling<(typeof SIGHTING_TEXTS)[Id]>,
): string => say(message(id, values)).sentence;

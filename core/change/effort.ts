import type { Change } from './change';

/** Seconds that an act takes a practised hand, nothing bought; est. */
const SECONDS: Readonly<Record<Change['do'], number>> = {
  knob: 4,
  talker: 5,
  choose: 6,
  seat: 6,
  unplug: 8,
  session: 12,
  join: 12,
  move: 14,
  distance: 15,
  outlet: 20,
  arrive: 20,
  charge: 40,
  refresh: 60,
  exchange: 20,
  turn: 25,
  remove: 25,
  bypass: 30,
  attach: 35,
  insert: 45,
  dirt: 60,
  replace: 60,
  value: 60,
  restore: 60,
  contact: 600,
  bridge: 600,
};

/** Seconds of one kind of act. */
export const secondsOf = (act: Change['do']): number => SECONDS[act];

export const effortS = (changes: readonly Change[]): number => changes.reduce((sum, c) => sum + SECONDS[c.do], 0);

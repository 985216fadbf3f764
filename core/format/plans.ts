import { wordsOf } from './message';

/** What is said of the answers to a job, each beside the first, A. */
export const PLAN_TEXTS = {
  'lost.fails': 'Does not pass {gates}: {why}',
  'lost.money': '{more} more than A.',
  'lost.noise': 'About {db:figure} dB more noise under the voice than A.',
  'lost.weight': '{g:g} more to carry than A.',
  'lost.devices': 'Works on {n:n} other devices, A on {best:n}.',
  'lost.mains': 'Needs the mains for {n:parts}.',
  'lost.parts': '{n:n} parts to carry, A has {best:n}.',
  'lost.margin': 'Closer to a limit than A: {gate}.',
  'lost.reliable': 'Less sure to work: about {own:figure} % of the time, A {best:figure} % (estimate).',
  'lost.lying': 'Would leave a part of yours lying that does the same work.',
  'lost.equal': 'As good as A; found later.',
  'impossible.channels': 'The {app} records {have} on a {device:lower}: {want} cannot have one each.',
  'or.with': 'Or with {what}: {less} less.',
  'win.counts': 'Choose it for {what}.',
  'win.cheaper': 'It would come first if it cost {less} less.',
} as const;

export const { message: planMessage, say: sayPlan } = wordsOf(PLAN_TEXTS);
export type PlanMessage = ReturnType<typeof planMessage>;

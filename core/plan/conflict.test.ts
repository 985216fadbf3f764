import { describe, expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { trialJob } from '@/tests/support/trials';
import type { Job } from '../model';
import { type Conflict, conflictOf } from './conflict';
import { plan } from './plan';

const last = (job: Job): Conflict => {
  let found: Conflict | null = null;
  for (const c of conflictOf(job, null, catalogue)) found = c ?? found;
  if (!found) throw new Error('no conflict was told');
  return found;
};
const works = (job: Job): boolean => {
  for (const { answers } of plan(job, null, catalogue))
    if (answers.some((a) => a.score.failing + a.score.unknown === 0)) return true;
  return false;
};

// Each with its smallest conflict known beforehand.
const DEAD: readonly (readonly [string, Job, readonly RegExp[]])[] = [
  [
    'radio for fifteen',
    trialJob({ app: 'plain-camera', place: 'hand', budget: 15, with: [{ sort: 'wireless' }] }),
    [/spent/, /wireless/],
  ],
  [
    'a mixer in the hand',
    trialJob({ app: 'plain-camera', place: 'gimbal', with: [{ class: 'mixer-8-usb' }] }),
    [/mixer/i, /gimbal/],
  ],
];

describe.each(DEAD)('%s', (_, job, known) => {
  const { wishes, never } = last(job);
  test('the wishes named are those known to be at odds, and no others', () => {
    expect(never).toBe(false);
    expect(wishes).toHaveLength(known.length);
    for (const k of known) expect(wishes.some((w) => k.test(w.wish))).toBe(true);
  });
  test('with all of them nothing works; without any one of them something does, as it is shown', () => {
    expect(works(job)).toBe(false);
    for (const w of wishes) {
      expect(works(w.job), w.wish).toBe(true);
      expect(w.answer.score).toMatchObject({ failing: 0, unknown: 0 });
    }
  });
});

import { describe, expect, test } from 'vitest';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { courseOf, practise } from './courses';
import { type Course, type Exercise, LEVELS } from './exercise';
import { type Done, dueKinds, ratingOf } from './repeat';

describe('exercises', () => {
  const all: { readonly course: Course; readonly exercise: Exercise }[] = [];
  // One that works as drawn, and one that is put right first.
  for (const [id, seeds] of [
    ['kiln-rehearsed', 9],
    ['kiln-first-try', 5],
  ] as const) {
    const setup = demoSetups.find((s) => s.id === id)!;
    for (const level of LEVELS.keys()) {
      for (let seed = 1; seed <= seeds; seed++) {
        for (const { exercise } of practise(setup, catalogue, level, 1000 * seed, []))
          if (exercise) all.push({ course: courseOf(exercise.base, catalogue), exercise });
      }
    }
  }

  test('at least 40 that differ are generated from two setups, of every level, each solved by the best policy first', () => {
    expect(new Set(all.map(({ exercise }) => JSON.stringify(exercise.broken))).size).toBeGreaterThanOrEqual(40);
    for (const level of LEVELS.keys()) expect(all.some((a) => a.exercise.level === level)).toBe(true);
    for (const { exercise } of all) {
      expect(exercise.best.acts).toBeGreaterThan(0);
      expect(exercise.best.seconds).toBeGreaterThan(0);
      expect(exercise.noticed.length).toBeGreaterThan(0);
      expect(exercise.kinds).toHaveLength(LEVELS[exercise.level]!.faults);
    }
  });

  test('what is hidden is what is heard and answered: what cures it leaves all right, what does not leaves it', () => {
    for (const { course, exercise } of all.filter((a) => a.exercise.level < 3)) {
      const cures = exercise.probes.filter((p) => p.isAct && p.id.startsWith('do '));
      const right = cures.filter((p) => course.answer(exercise, [], p.id).right);
      expect([exercise.kinds, right.length > 0 && right.length < cures.length]).toEqual([exercise.kinds, true]);
      // The right cause named and cured is found; another named is not.
      const [cure] = right;
      const key = cure!.id.slice(3);
      const other = exercise.suspects.find((s) => s.key !== key)!.key;
      expect(course.grade(exercise, [cure!.id], [key])).toMatchObject({ named: true, mended: true, acts: 1 });
      expect(course.grade(exercise, [], [other])).toMatchObject({ named: false, mended: false, seconds: 0 });
    }
  });

  test('the same seed hides the same; kinds that are due come first', () => {
    const [{ course, exercise }] = all as [(typeof all)[number]];
    const again = [...course.exercise(exercise.level, exercise.seed, [])].find(Boolean);
    expect(again).toEqual(exercise);
    const due = [...course.exercise(0, 5, ['flat battery'])].find(Boolean);
    expect(due?.kinds).toEqual(['flat battery']);
  });
});

test('what went badly comes again sooner than what went well', () => {
  const done = (kind: Done['kinds'][number], mended: boolean): Done => ({
    at: '2026-11-20T10:00:00.000Z',
    level: 0,
    kinds: [kind],
    seconds: 30,
    bestSeconds: 25,
    named: mended,
    mended,
  });
  const all = [done('unplugged', true), done('half in', false)];
  expect(ratingOf(all[0]!)).toBeGreaterThan(ratingOf(all[1]!));
  expect(dueKinds(all, new Date('2026-11-20T12:00:00.000Z'))).toEqual(['half in']);
  expect(dueKinds(all, new Date('2027-11-20T12:00:00.000Z'))).toEqual(expect.arrayContaining(['unplugged', 'half in']));
});

import { mustAssess } from '../assess';
import type { FaultKind } from '../change';
import { mends } from '../mend';
import type { Catalogue, Setup } from '../model';
import { Course, type Exercise } from './exercise';

let last: { readonly key: string; readonly course: Course } | null = null;

/** The course of a setup; kept for the next question about the same. */
export function courseOf(setup: Setup, catalogue: Catalogue): Course {
  const key = JSON.stringify(setup);
  if (last?.key !== key) last = { key, course: new Course(setup, catalogue) };
  return last.course;
}

export interface Practising {
  readonly share: number;
  readonly exercise: Exercise | null;
  /** It was looked for to the end: where there is no exercise, the setup has none. */
  readonly over: boolean;
}

/** So long a fix of what is drawn wrong is looked for. */
const MOST_STEPS = 400;

let lastWorking: { readonly key: string; readonly base: Setup | null } | null = null;

/** The setup as it works: as drawn, or as its fix leaves it; null where none is found. */
function* working(setup: Setup, catalogue: Catalogue): Generator<Practising, Setup | null> {
  if (mustAssess(setup, catalogue).verdicts.every((v) => v.status !== 'fail')) return setup;
  const key = JSON.stringify(setup);
  if (lastWorking?.key === key) return lastWorking.base;
  const base = yield* fixOf(setup, catalogue);
  lastWorking = { key, base };
  return base;
}

function* fixOf(setup: Setup, catalogue: Catalogue): Generator<Practising, Setup | null> {
  let steps = 0;
  for (const { mends: found } of mends(setup, null, catalogue)) {
    const whole = found.find((m) => m.leaves.length === 0);
    if (whole) return whole.setup;
    steps += 1;
    if (steps > MOST_STEPS) return null;
    yield { share: 0, exercise: null, over: false };
  }
  return null;
}

/**
 * An exercise of a setup, a level and a seed, of kinds that are due where there are such.
 * @returns yields how far it is; the last is over, with the exercise or none
 */
export function* practise(
  setup: Setup,
  catalogue: Catalogue,
  level: number,
  seed: number,
  due: readonly FaultKind[],
): Generator<Practising> {
  const base = yield* working(setup, catalogue);
  if (!base) {
    yield { share: 1, exercise: null, over: true };
    return;
  }
  const course = courseOf(base, catalogue);
  for (const { done, of } of course.hunt.ready()) yield { share: done / of, exercise: null, over: false };
  for (const exercise of course.exercise(level, seed, due)) {
    if (exercise) {
      yield { share: 1, exercise, over: true };
      return;
    }
    yield { share: 1, exercise: null, over: false };
  }
  yield { share: 1, exercise: null, over: true };
}

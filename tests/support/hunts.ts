import { itemAt } from '@/core/algorithms';
import { Belief, Hunt, type HuntEvent, NOTICES, type Probe, weighed } from '@/core/diagnose';
import type { Setup } from '@/core/model';
import { leftAfter, noticedOf, type Truth } from '@/core/practice';
import { catalogue } from '@/tests/support/frozen';

export type { Truth };

// A person with a setup in which something is the matter: what they notice and answer follows from what is really so,
// worked out by the same engine; the forgetful one is wrong once in ten.

/** Somebody who answers, and what they are asked. */
export interface Manner {
  readonly chance: () => number;
  /** So often they say something else than what is so. */
  readonly wrong: number;
  readonly most: number;
  /** What the hunt begins with, where that is not what they notice: a measured take. */
  readonly begin?: readonly HuntEvent[];
  /** Which probe comes next; by itself the program's own choice. */
  readonly choose?: (belief: Belief) => Probe | null;
}

export interface Ran {
  /** Place of the true cause among those told: at first, then after each test; of two the worse. */
  readonly places: readonly number[];
  readonly seconds: number;
  readonly mended: boolean;
  /** What was given to the cause told first after each test, and whether it was so. */
  readonly told: readonly { readonly chance: number; readonly isSo: boolean }[];
  /** Acts after which something could be harmed that could not before. */
  readonly harmed: readonly string[];
}

/** As many as are asked before a place counts. */
export const TESTS = 4;
export const placeAfter = ({ places }: Ran, tests = TESTS): number =>
  itemAt(places, Math.min(tests, places.length - 1));

const NOT_TOLD = 99;
const MOST_SAID = 3;
/** Reading and answering. */
const HANDLING_S = 4;

function placeOf(belief: Belief, keys: readonly string[]): number {
  const told = belief.standing().map((s) => s.suspect.key);
  return Math.max(1, ...keys.map((k) => (told.includes(k) ? told.indexOf(k) + 1 : NOT_TOLD)));
}

/** The whole hunt: the program asks, the person answers, until it is right or nothing more is asked. */
export function huntOf(
  truth: Truth,
  { chance, wrong, most, begin, choose = (b) => weighed(b)[0]?.probe ?? null }: Manner,
): Ran {
  const { hunt } = truth;
  const anyNotice = () => itemAt(NOTICES, Math.floor(chance() * NOTICES.length)).id;
  const noticed = noticedOf(truth)
    .slice(0, MOST_SAID)
    .map((n) => (chance() < wrong ? anyNotice() : n));
  let belief = Belief.of(hunt, begin ?? [{ noticed }]);
  let left = truth.faults;
  let keys = truth.keys;
  const places = [placeOf(belief, keys)];
  const told: Ran['told'][number][] = [];
  const harmed: string[] = [];
  let seconds = 0;
  while (left.length > 0 && places.length <= most) {
    const probe = choose(belief);
    if (!probe) break;
    seconds += probe.seconds + HANDLING_S;
    const row = belief.answersWhere(probe, left);
    const right = row.indexOf(Math.max(...row));
    const others = row.flatMap((_, i) => (i === right ? [] : [i]));
    const at = chance() < wrong ? itemAt(others, Math.floor(chance() * others.length)) : right;
    const before = belief;
    belief = belief.after({ probe: probe.id, answer: itemAt(probe.answers, at).value });
    const { tells } = probe;
    if (tells.by === 'cure') {
      const cured = keys.filter((k) => tells.cures.has(k));
      const was = hunt.bench.seeming(left)?.harms;
      left = leftAfter(hunt, probe, left);
      if (was === false && hunt.bench.seeming(left)?.harms) harmed.push(probe.question);
      keys = keys.filter((k) => !cured.includes(k));
      // What is noticed is another thing now, and is told.
      const now = cured.length > 0 && left.length > 0 ? noticedOf({ hunt, faults: left }).slice(0, MOST_SAID) : [];
      if (now.length > 0) belief = belief.after({ noticed: now });
    }
    // What is all put right was found by what was done.
    places.push(left.length === 0 ? 1 : placeOf(belief, keys));
    const [first] = (left.length === 0 ? before : belief).standing();
    told.push({ chance: first?.chance ?? 0, isSo: truth.keys.includes(first?.suspect.key ?? '') });
  }
  return { places, seconds, mended: left.length === 0, told, harmed };
}

export function huntIn(setup: Setup): Hunt {
  const hunt = new Hunt(setup, catalogue, null);
  for (const _ of hunt.ready());
  return hunt;
}

const pick = <T>(all: readonly T[], chance: () => number): T => itemAt(all, Math.floor(chance() * all.length));

/** One fault that shows, of each of so many kinds; by chance. */
export function truthsIn(hunt: Hunt, chance: () => number, most: number): readonly Truth[] {
  const kinds = [...new Set(hunt.suspects.map((s) => s.kind))]
    .map((kind) => ({ kind, at: chance() }))
    .sort((a, b) => a.at - b.at);
  const found: Truth[] = [];
  for (const { kind } of kinds) {
    for (let tries = 0; tries < 3; tries++) {
      const suspect = pick(
        hunt.suspects.filter((s) => s.kind === kind),
        chance,
      );
      const fault = pick(suspect.faults, chance);
      const truth = { hunt, faults: [fault], keys: [suspect.key] };
      if (!hunt.bench.seeming([fault]) || noticedOf(truth).length === 0) continue;
      found.push(truth);
      break;
    }
    if (found.length >= most) break;
  }
  return found;
}

/** Two at once that show, from such truths. */
export function twosIn(truths: readonly Truth[], chance: () => number, most: number): readonly Truth[] {
  const found: Truth[] = [];
  for (let tries = 0; tries < 6 * most && found.length < most; tries++) {
    const [x, y] = [pick(truths, chance), pick(truths, chance)];
    if (x === y) continue;
    const truth = { hunt: x.hunt, faults: [...x.faults, ...y.faults], keys: [...x.keys, ...y.keys] };
    if (x.hunt.bench.seeming(truth.faults) && noticedOf(truth).length > 0) found.push(truth);
  }
  return found;
}

/** What can still be tried, in an order by chance. */
export const atRandom =
  (chance: () => number) =>
  (belief: Belief): Probe | null => {
    const open = belief.hunt.probes.filter((p) => !belief.done.has(p.id) && p.tells.by !== 'try');
    return open.length === 0 ? null : pick(open, chance);
  };

/** Everything is put right in its turn, from the source on: as people do who swap one thing after the other. */
export const fromTheSource = (belief: Belief): Probe | null => {
  const { setup } = belief.hunt;
  const place = (p: Probe) => {
    const joint = p.joint ?? setup.joints.find((j) => [j.a.part, j.b.part].includes(p.part ?? ''))?.id;
    const at = setup.joints.findIndex((j) => j.id === joint);
    return at < 0 ? setup.joints.length : at;
  };
  const open = belief.hunt.probes.filter(
    (p) => p.tells.by === 'cure' && p.id.startsWith('do ') && !belief.done.has(p.id),
  );
  return open.sort((a, b) => place(a) - place(b))[0] ?? null;
};

/** How often, of those given some chance, it was so; and the mean square of what was off (Brier 1950). */
export function calibrationOf(told: readonly Ran['told'][number][]) {
  const bins = [0, 0.2, 0.4, 0.6, 0.7, 0.8, 0.9].map((from, i, all) => {
    const to = all[i + 1] ?? 1.01;
    const those = told.filter((t) => t.chance >= from && t.chance < to);
    return { from, to: Math.min(1, to), n: those.length, so: those.filter((t) => t.isSo).length };
  });
  const brier = told.reduce((sum, t) => sum + (t.chance - (t.isSo ? 1 : 0)) ** 2, 0) / told.length;
  return { bins, brier };
}

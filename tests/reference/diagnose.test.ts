import { beforeAll, describe, expect, test } from 'vitest';
import { mustAssess, report } from '@/core/assess';
import { applyAll } from '@/core/change';
import { seenInTake } from '@/core/diagnose';
import { recordingOf, VOICE_RATE_HZ } from '@/core/render';
import { takeReport } from '@/core/take';
import { soundOf } from '@/core/wav';
import { catalogue } from '@/tests/support/frozen';
import { chance, wellSetups } from '../support/faults';
import {
  atRandom,
  calibrationOf,
  fromTheSource,
  huntIn,
  huntOf,
  placeAfter,
  type Ran,
  TESTS,
  type Truth,
  truthsIn,
  twosIn,
} from '../support/hunts';

// A closed loop: a fault is put into a setup that works, somebody notices what it would show and answers what is asked.
// A sample by chance, the same each time; `npm run hunts` runs 500 over 60 setups and prints what docs/mend.md holds.

const MOST = 8;
const by = chance(5);
let truths: readonly Truth[] = [];
let twos: readonly Truth[] = [];
const share = (all: readonly Ran[], of: (r: Ran) => boolean) => all.filter(of).length / all.length;

beforeAll(() => {
  const setups = wellSetups(24).filter((_, i) => i % 3 === 0);
  for (const setup of setups) {
    const found = truthsIn(huntIn(setup), by, 7);
    truths = [...truths, ...found];
    twos = [...twos, ...twosIn(found, by, 2)];
  }
}, 600_000);

describe('from what is noticed to the cause', () => {
  test('the cause is told first after at most four tests in 80 of 100, in the first three in 95; forgetful people get there too', () => {
    const ideal = truths.map((t) => huntOf(t, { chance: by, wrong: 0, most: MOST }));
    // What the forgetful say hangs on chance: three of them, so that the share does not.
    const forgetful = [1, 2, 3].flatMap(() => truths.map((t) => huntOf(t, { chance: by, wrong: 0.1, most: TESTS })));
    console.log(
      `${truths.length} faults`,
      [ideal, forgetful].map((rs) => [share(rs, (r) => placeAfter(r) === 1), share(rs, (r) => placeAfter(r) <= 3)]),
    );
    expect(truths.length).toBeGreaterThan(35);
    expect(new Set(truths.map((t) => t.keys[0]!.split(' ')[0])).size).toBeGreaterThan(6);
    expect(share(ideal, (r) => placeAfter(r) === 1)).toBeGreaterThanOrEqual(0.8);
    expect(share(ideal, (r) => placeAfter(r) <= 3)).toBeGreaterThanOrEqual(0.95);
    expect(share(forgetful, (r) => placeAfter(r) === 1)).toBeGreaterThanOrEqual(0.7);
    expect(share(forgetful, (r) => placeAfter(r) <= 3)).toBeGreaterThanOrEqual(0.85);
    // Nothing that was done on the way could harm what could not be harmed before.
    expect([...ideal, ...forgetful].flatMap((r) => r.harmed)).toEqual([]);
    // What is given a high chance is mostly so; Brier's score of saying nothing at all is a quarter (Brier 1950).
    const { bins, brier } = calibrationOf(ideal.flatMap((r) => r.told));
    expect(brier).toBeLessThan(0.25);
    const sure = bins.filter((b) => b.from >= 0.8);
    expect(sure.reduce((n, b) => n + b.so, 0) / sure.reduce((n, b) => n + b.n, 0)).toBeGreaterThan(0.75);
  }, 600_000);

  test('it takes less time than trying at random, and than putting one thing right after the other from the source on', () => {
    const mendable = truths
      .filter(({ keys }) => keys.every((k) => !/^(inside|replace) /.test(k)))
      .filter((_, i) => i % 3 === 0);
    const seconds = (choose?: typeof fromTheSource) =>
      mendable.reduce(
        (sum, t) => sum + huntOf(t, { chance: by, wrong: 0, most: 80, ...(choose ? { choose } : {}) }).seconds,
        0,
      ) / mendable.length;
    const [own, random, source] = [seconds(), seconds(atRandom(by)), seconds(fromTheSource)];
    console.log(
      `${mendable.length} faults, seconds until it is right: ${[own, random, source].map(Math.round).join(', ')}`,
    );
    expect(own).toBeLessThan(0.6 * random);
    expect(own).toBeLessThan(0.6 * source);
  }, 600_000);

  test('two faults at once are both among the first five after six tests in 80 of 100', () => {
    const both = twos.map((t) => huntOf(t, { chance: by, wrong: 0, most: MOST }));
    console.log(
      `${twos.length} twos`,
      share(both, (r) => placeAfter(r, 6) <= 5),
    );
    expect(twos.length).toBeGreaterThan(8);
    expect(share(both, (r) => placeAfter(r, 6) <= 5)).toBeGreaterThanOrEqual(0.8);
  }, 600_000);

  test('from the recording that a fault would make, measured: the cause is in the first three after four tests in 85 of 100', async () => {
    const ran: Ran[] = [];
    for (const truth of truths.filter((_, i) => i % 3 === 0)) {
      const { setup } = truth.hunt;
      const changes = truth.faults.map((f) => f.change);
      const broken = applyAll(setup, catalogue, changes)!;
      const channels = recordingOf(report(mustAssess(broken, catalogue)), broken, 10);
      const seen = seenInTake((await takeReport(soundOf(VOICE_RATE_HZ, channels))).findings);
      // What does not sound is not found by listening: a mute headphone, a level that is still good.
      if (seen.noticed.length > 0) ran.push(huntOf(truth, { chance: by, wrong: 0, most: MOST, begin: [seen] }));
    }
    console.log(
      `${ran.length} takes`,
      share(ran, (r) => placeAfter(r, 0) <= 3),
      share(ran, (r) => placeAfter(r) <= 3),
    );
    expect(ran.length).toBeGreaterThan(7);
    expect(share(ran, (r) => placeAfter(r) <= 3)).toBeGreaterThanOrEqual(0.85);
  }, 600_000);
});

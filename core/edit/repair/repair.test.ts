import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { clippedAt, hiss, hum, joined, RATE, scaled, sum, talker } from '@/tests/support/takes';
import { itemAt } from '../../algorithms';
import { powersOf, weighted } from '../../filter';
import { type TakeReport, takeReport } from '../../take';
import { soundOf } from '../../wav';
import { courseOf, repairsFor } from '../course';
import { edited } from '../edits';
import { changedFigures, figuresOf, leftWrong } from '../figures';
import { declicked, denoised, ridden } from '.';
import { noiseOf } from './denoise';

const power = (x: Float32Array, from = 0, to = x.length) =>
  x.subarray(from, to).reduce((sum, v) => sum + v * v, 0) / (to - from);
const db = (ratio: number) => 10 * Math.log10(ratio);
/** How far what is wrong lies under the sound. */
const overError = (clean: Float32Array, y: Float32Array) =>
  db(
    power(clean) /
      power(
        sum(
          clean,
          scaled(y, 0).map((v) => -v),
        ),
      ),
  );

describe('frames', () => {
  test('gains of 1 give the sound back, and the bins of a frame hold its power', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9000 }), fc.integer({ min: 8, max: 11 }), (frames, order) => {
        const x = hiss(-20, 1).subarray(0, frames);
        const back = weighted(x, 2 ** order, ({ gains }) => gains.fill(1));
        expect(back.every((v, i) => Math.abs(v - itemAt(x, i)) < 1e-6)).toBe(true);
      }),
      { numRuns: 20 },
    );
    const powers = powersOf(hiss(-20, 4), 1024, 4000).map((p) => p.reduce((a, b) => a + b, 0));
    expect(db(powers.reduce((a, b) => a + b, 0) / powers.length)).toBeCloseTo(-20, 1);
  });
});

describe('noise turned down', () => {
  test('the noise behind two who talk at once is known to 3 dB in every third of an octave from 100 Hz to 16 kHz', () => {
    // White noise of -50 dBFS: in each of the bins the same.
    const talk = sum(talker(), scaled(talker(2), -3));
    const noise = noiseOf(sum(talk, hiss(-50)), RATE, 2048);
    const each = 10 ** (-50 / 10) / 1024;
    for (let hz = 100; hz < 16_000; hz *= 2 ** (1 / 3)) {
      const [from, to] = [hz / 2 ** (1 / 6), hz * 2 ** (1 / 6)].map((f) => Math.round((f * 2048) / RATE));
      const band = noise.subarray(from, Math.max(to!, from! + 1));
      expect(Math.abs(db(band.reduce((a, b) => a + b, 0) / band.length / each)), `${hz} Hz`).toBeLessThan(3);
    }
  });
  test.each([40, 30, 20])(
    '%i dB under the voice it goes down by 9 dB and more, and the whole comes nearer to the clean voice',
    (under) => {
      const clean = joined(new Float32Array(RATE), talker());
      const noisy = sum(clean, hiss(-26 - under, 15));
      const out = denoised(noisy, RATE, 10);
      expect(db(power(out, 0, RATE * 0.9) / power(noisy, 0, RATE * 0.9))).toBeLessThan(-9);
      expect(overError(clean, out)).toBeGreaterThan(overError(clean, noisy) + 2);
    },
  );
});

describe('clicks and the shortest dropouts', () => {
  const voice = sum(talker(), hiss(-75));
  /** One broken sample each half second, in speech as in pauses, twice as high as the voice is on average. */
  const places = Array.from({ length: 26 }, (_, i) => Math.round((0.4 + 0.5 * i) * RATE));
  test('are made new: nine in ten come 15 dB nearer to what was there, and all else is left to the bit', () => {
    const broken = voice.slice();
    for (const [n, at] of places.entries()) broken[at]! += n % 2 ? 0.15 : -0.15;
    for (const at of [2.65, 6.15]) broken.fill(0, at * RATE, (at + 0.004) * RATE);
    const out = declicked(broken, RATE);
    const better = places.map((at) => {
      const [from, to] = [at - 50, at + 50];
      const wrong = (x: Float32Array) =>
        power(
          x.map((v, i) => v - itemAt(voice, i)),
          from,
          to,
        );
      return db(wrong(broken) / Math.max(1e-15, wrong(out)));
    });
    expect(better.filter((b) => b > 15).length).toBeGreaterThanOrEqual(23);
    const touched = out.reduce((count, v, i) => count + (v === broken[i] ? 0 : 1), 0);
    expect(touched).toBeLessThan(28 * 60 + 2 * 0.006 * RATE);
  });
  test('a voice without any is left as it is', () => {
    const out = declicked(voice, RATE);
    expect(overError(voice, out)).toBeGreaterThan(45);
  });
});

test('a level that is ridden: sentences 9 dB apart come within 4 dB, both sides alike, no peak beyond', () => {
  const loud = talker().subarray(0, 7 * RATE);
  const x = joined(loud, scaled(loud, -9), loud, scaled(loud, -9));
  const [left, right] = ridden([x, scaled(x, -3)], RATE);
  const of = (y: Float32Array, n: number) => power(y, (7 * n + 1.5) * RATE, (7 * n + 5.5) * RATE);
  const apart = (y: Float32Array) => db(of(y, 0) / of(y, 1));
  expect(apart(x)).toBeCloseTo(9, 5);
  expect(Math.abs(apart(left!))).toBeLessThan(4);
  expect(db(power(left!) / power(right!))).toBeCloseTo(3, 3);
  expect(left!.reduce((m, v) => Math.max(m, Math.abs(v)), 0)).toBeLessThanOrEqual(10 ** (-1 / 20) + 1e-6);
});

test('a take is put right by what was measured of it, and what changed is told', async () => {
  const wrong = sum(talker(), hiss(-58), hum(50, -50));
  for (const at of [2.2, 4.1, 6.3]) wrong[at * RATE]! += 0.3;
  const report = await takeReport(soundOf(RATE, [wrong]));
  const course = courseOf(repairsFor(report, -16), report);
  expect(course.map((e) => e.do)).toEqual(['declick', 'notch', 'denoise', 'loudness']);
  const after = await takeReport(soundOf(RATE, edited({ rateHz: RATE, channels: [wrong] }, course).channels));
  const changed = changedFigures(figuresOf(report), figuresOf(after));
  const of = (what: string) => changed.find((c) => c.what === what);
  expect(of('Loudness')!.value).toBeCloseTo(-16, 0);
  expect(of('Voice over noise')!.value! - of('Voice over noise')!.before!).toBeGreaterThan(6);
  expect(of('Clicks')!.before).toBeGreaterThan(0);
  expect(of('Clicks')!.value).toBe(0);
  expect(of('Hum')!.value).toBeNull();
  // What is mended is not mended again.
  const again = courseOf(repairsFor(after, -16), after);
  expect(again.map((e) => e.do)).not.toEqual(expect.arrayContaining([expect.stringMatching(/declick|notch/)]));
});

test('nothing is promised that no edit mends: a long dropout asks for no clicks, and clipping is told as left', async () => {
  const mended = async (wrong: Float32Array) => {
    const report = await takeReport(soundOf(RATE, [wrong]));
    const course = courseOf(repairsFor(report, -16), report);
    const after = await takeReport(soundOf(RATE, edited({ rateHz: RATE, channels: [wrong] }, course).channels));
    return { course: course.map((e) => e.do), before: leftWrong(report), left: leftWrong(after) };
  };
  const voice = sum(talker(), hiss(-75));
  const clipped = clippedAt(scaled(voice, 15), 0.5);
  clipped.fill(0, 3 * RATE, 3.15 * RATE);
  const cut = await mended(clipped);
  expect(cut.course).toEqual(['loudness']);
  expect(cut.left.join(' ')).toMatch(/cut off at/);
  // An offset is what a low cut takes out.
  const offset = await mended(voice.map((v) => v + 0.02));
  expect(offset.course).toEqual(['low-cut', 'loudness']);
  expect([offset.before.length, offset.left]).toEqual([1, []]);
});

test('whatever is asked for comes in the order in which none spoils the next', () => {
  // Of a take a course asks for its hum only.
  const report = { perChannel: [{ hum: { harmonics: [{ hz: 50 }, { hz: 150 }] } }] } as unknown as TakeReport;
  const order = ['declick', 'low-cut', 'notch', 'denoise', 'ride', 'loudness'];
  fc.assert(
    fc.property(
      fc.record(
        {
          clicks: fc.boolean(),
          lowCutHz: fc.integer({ min: 20, max: 200 }),
          hum: fc.boolean(),
          lessNoiseDb: fc.integer({ min: 1, max: 20 }),
          ride: fc.boolean(),
          lufs: fc.integer({ min: -30, max: -10 }),
        },
        { requiredKeys: [] },
      ),
      (asked) => {
        const course = courseOf(asked, report).map((e) => e.do);
        const places = course.map((e) => order.indexOf(e));
        expect(places).toEqual([...new Set(places)].sort((a, b) => a - b));
        expect(course.length).toBe(Object.values(asked).filter((v) => v !== false).length);
      },
    ),
  );
});

import { describe, expect, test } from 'vitest';
import { hiss, hum, RATE, scaled, sum, talker } from '@/tests/support/takes';
import { soundOf } from '../../wav';
import { takeReport } from '../analyse';
import { stilled, walked } from './walk-and-noise';

const SECONDS = 20;
const voice = talker(3).subarray(0, SECONDS * RATE);
const room = hiss(-75, SECONDS);

/** The voice with another gain at every moment, in a room. */
const walk = (gainDb: (s: number) => number) =>
  sum(
    voice.map((v, i) => v * 10 ** (gainDb(i / RATE) / 20)),
    room,
  );

describe('a walk', () => {
  test('a voice that keeps its level is kept, in one channel or two', () => {
    const there = walk(() => 0);
    for (const channels of [[there], [there, scaled(there, -6)]]) {
      const { outcome, fadeDb } = walked(channels, RATE, 0);
      expect(outcome).toBe('kept');
      expect(fadeDb).toBeLessThan(12);
    }
  });
  test('a pause of seven seconds is no fade, and is told as one', () => {
    const still = walked([walk((s) => (s > 6 && s < 13 ? -200 : 0))], RATE, 0);
    expect(still.outcome).toBe('kept');
    expect(still.silentS).toBeGreaterThanOrEqual(6);
    expect(still.silentS).toBeLessThanOrEqual(9);
  });
  test.each([26, 32])('a voice that falls by %i dB on the way has faded by about so much', (db) => {
    const { outcome, fadeDb } = walked([walk((s) => (s > 8 && s < 16 ? -db : 0))], RATE, 0);
    expect(outcome).toBe('faded');
    expect(Math.abs(fadeDb! - db)).toBeLessThan(10);
  });
  test('what dropped out is told before what faded, and nobody is not everybody', () => {
    expect(walked([walk(() => 0)], RATE, 2)).toMatchObject({ outcome: 'dropped', dropouts: 2 });
    expect(walked([room], RATE, 0)).toMatchObject({ outcome: 'nobody spoke', fadeDb: null, silentS: SECONDS });
    expect(walked([new Float32Array(5 * RATE)], RATE, 0).outcome).toBe('nobody spoke');
    expect(walked([new Float32Array(100)], RATE, 0)).toMatchObject({ outcome: 'nobody spoke', silentS: 0 });
  });
});

describe('stillness', () => {
  const stillOf = async (...x: readonly Float32Array[]) => stilled((await takeReport(soundOf(RATE, x))).perChannel);
  const of = async (x: Float32Array) => (await stillOf(x)).outcome;
  test('a quiet room, a loud one, somebody who spoke, and nothing at all', async () => {
    expect(await of(hiss(-70, 10))).toBe('still');
    expect(await of(hiss(-40, 10))).toBe('loud');
    expect(await of(walk(() => 0))).toBe('spoken');
    expect(await of(new Float32Array(10 * RATE))).toBe('silent');
  });
  test('a steady tone is found by its frequency, and hum on whichever side it is', async () => {
    const tone = (hz: number, dbfs: number) =>
      Float32Array.from(
        { length: 10 * RATE },
        (_, i) => 10 ** (dbfs / 20) * Math.SQRT2 * Math.sin((2 * Math.PI * hz * i) / RATE),
      );
    for (const hz of [1000, 3150, 7000, 12_000]) {
      const { whine, outcome } = await stillOf(sum(hiss(-70, 10), tone(hz, -78)));
      expect(outcome).toBe('still');
      expect(Math.abs(whine!.hz - hz), `${hz}`).toBeLessThan(5);
      expect(Math.abs(whine!.dbfs + 78), `${hz}`).toBeLessThan(2);
    }
    expect((await stillOf(hiss(-70, 10))).whine).toBeNull();
    const sides = await stillOf(hiss(-55, 10), sum(hiss(-75, 10, 4), hum(50, -65, 10)));
    expect(sides.humIn).toBe(1);
    expect(Math.abs(sides.hum!.mainsHz - 50)).toBeLessThan(0.1);
  });
});

import { describe, expect, test } from 'vitest';
import { hiss, hum, RATE, scaled, sum, talker } from '@/tests/support/takes';
import { itemAt } from '../../algorithms';
import { chance } from '../../render';
import { soundOf } from '../../wav';
import { takeReport } from '../analyse';
import { GapMeter } from './gaps';
import { stilled } from './stillness';
import { BEAT_S, walked } from './walk';

/** Somebody who counts aloud, one word a beat, in a room; `gainDb` at every moment, of what the line brings. */
const BEATS = 24;
const SECONDS = BEATS * BEAT_S;
const counting = (gainDb: (beat: number) => number, said: (beat: number) => boolean = () => true): Float32Array => {
  const words = talker(3);
  const out = new Float32Array(SECONDS * RATE);
  for (let b = 0; b < BEATS; b++) {
    if (!said(b)) continue;
    // Each word begins when the person comes to it, somewhat after the beat.
    const [from, at] = [Math.round((0.7 + 0.05 * (b % 4)) * RATE), Math.round((b * BEAT_S + 0.25) * RATE)];
    const gain = 10 ** (gainDb(b) / 20);
    for (let i = 0; i < 0.5 * RATE; i++) out[at + i] = gain * itemAt(words, from + i);
  }
  return sum(out, hiss(-70, SECONDS));
};
/** What the line brings while it is lost: another sound for a while. */
const lost = (x: Float32Array, from: number, to: number, fill: Float32Array) =>
  x.map((v, i) => (i >= from * BEAT_S * RATE && i < to * BEAT_S * RATE ? itemAt(fill, i) : v));

describe('a walk', () => {
  test('counts that are all heard are kept, softer on the way or on one channel', () => {
    const there = counting((b) => (b > 12 ? -9 : 0));
    for (const channels of [[there], [there, scaled(there, -12)]])
      expect(walked(channels, RATE, [], [])).toMatchObject({ outcome: 'kept', missed: [], channel: null });
  });
  test.each([
    ['silence', () => new Float32Array(SECONDS * RATE)],
    ['hiss as loud as the voice', () => hiss(-26, SECONDS, 5)],
    ['the hum of nothing plugged in', () => hum(50, -40, SECONDS)],
  ])('counts that are lost in %s are named, and are never green', (_, fill) => {
    expect(
      walked(
        [
          lost(
            counting(() => 0),
            13,
            16,
            fill(),
          ),
        ],
        RATE,
        [],
        [],
      ),
    ).toMatchObject({
      outcome: 'not heard',
      missed: [14, 15, 16],
      othersHeard: false,
    });
  });
  test('a loss on the softer of two packs is one: the other heard the count', () => {
    const there = counting(() => 0);
    const soft = scaled(lost(there, 18, 20, hiss(-45, SECONDS, 8)), -18);
    expect(walked([there, soft], RATE, [], [])).toMatchObject({
      outcome: 'dropped',
      missed: [19, 20],
      channel: 1,
      othersHeard: true,
    });
  });
  test('somebody who was silent is not accused, only asked', () => {
    const still = walked(
      [
        counting(
          () => 0,
          (b) => b < 10 || b > 14,
        ),
      ],
      RATE,
      [],
      [],
    );
    expect(still).toMatchObject({ outcome: 'not heard', missed: [11, 12, 13, 14, 15], othersHeard: false });
  });
  test('a pack that nobody wears is not judged', () => {
    const there = counting(() => 0);
    expect(walked([there, hiss(-60, SECONDS, 4)], RATE, [], [])).toMatchObject({ outcome: 'kept', missed: [] });
  });
  test.each([24, 30])('a voice that falls by %i dB on the way has faded by about so much', (db) => {
    const { outcome, fadeDb } = walked([counting((b) => (b >= 14 && b < 20 ? -db : 0))], RATE, [], []);
    expect(outcome).toBe('faded');
    expect(Math.abs(fadeDb! - db)).toBeLessThan(6);
  });
  test('holes are dropouts, but for those of the browser itself, and nobody is not everybody', () => {
    const there = counting(() => 0);
    const holes = [
      { at: 12, seconds: 0.1 },
      { at: 20, seconds: 0.1 },
    ];
    expect(walked([there], RATE, holes, [])).toMatchObject({ outcome: 'dropped', dropouts: 2 });
    expect(walked([there, there], RATE, [...holes, ...holes], [])).toMatchObject({ outcome: 'dropped', dropouts: 2 });
    expect(walked([there], RATE, holes, holes)).toMatchObject({ outcome: 'kept', dropouts: 0 });
    expect(walked([hiss(-60, SECONDS)], RATE, [], [])).toMatchObject({ outcome: 'nobody counted', fadeDb: null });
    expect(walked([new Float32Array(100)], RATE, [], []).outcome).toBe('nobody counted');
  });
});

describe('what the browser itself loses', () => {
  /** Blocks of 43 ms, each later than it could be by up to 30 ms, some of them lost; by a clock that drifts. */
  const gapsOf = (lostAt: readonly number[], ppm = 0) => {
    const next = chance(7);
    const meter = new GapMeter();
    const block = 2048 / RATE;
    let clock = 0;
    for (let i = 0; i < 1400; i++) {
      clock += block * (1 + ppm / 1e6);
      if (lostAt.includes(i)) continue;
      meter.push(block, clock + 0.03 * next());
    }
    return meter.end();
  };
  test('a block that never came is found where it was; late ones and drifting clocks are none', () => {
    for (const ppm of [-300, 0, 300]) expect(gapsOf([], ppm)).toEqual([]);
    const found = gapsOf([500, 1000]);
    expect(found).toHaveLength(2);
    for (const [i, { at, seconds }] of found.entries()) {
      const was = ((i + 1) * 500 - i) * (2048 / RATE);
      expect(at).toBeLessThan(was);
      expect(at + seconds).toBeGreaterThan(was);
      expect(seconds).toBeLessThan(1.3);
    }
  });
});

describe('stillness', () => {
  const stillOf = async (...x: readonly Float32Array[]) => stilled((await takeReport(soundOf(RATE, x))).perChannel);
  const of = async (x: Float32Array) => (await stillOf(x)).outcome;
  test('a quiet room, a loud one, somebody who spoke, and nothing at all', async () => {
    expect(await of(hiss(-70, 10))).toBe('still');
    expect(await of(hiss(-40, 10))).toBe('loud');
    expect(await of(sum(talker(3), hiss(-75)))).toBe('spoken');
    expect(await of(new Float32Array(10 * RATE))).toBe('silent');
  });
  test('a steady tone is found by its frequency, and hum on whichever side it is', async () => {
    const tone = (hz: number, dbfs: number) =>
      new Float32Array(10 * RATE).map(
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

import { describe, expect, test } from 'vitest';
import { hiss, hum, later, lowPassed, RATE, scaled, sum, talker } from '@/tests/support/takes';
import { itemAt } from '../algorithms';
import { shaped } from '../filter';
import { soundOf } from '../wav';
import { type TakeReport, takeReport } from '.';

// What stands at places of a take, put into clean speech at known places (no source: the places are what is checked against).

const clean = sum(talker(), hiss(-75));
const of = (...channels: readonly Float32Array[]): Promise<TakeReport> => takeReport(soundOf(RATE, channels));
const found = (r: TakeReport): readonly string[] =>
  r.findings.filter((f) => f.status === 'fail' || f.status === 'caution').map((f) => f.what);

describe('what comes and goes', () => {
  test('written with 8 bits, a voice that fades out stands still, and only what was cut from it is a dropout', async () => {
    const coarse = sum(talker(2)).map((v) => Math.round(128 * v) / 128);
    const eight = async (x: Float32Array) => {
      const r = await takeReport({ ...soundOf(RATE, [x]), fullScale: 1 - 1.5 / 128 });
      return itemAt(r.perChannel, 0).dropouts;
    };
    expect((await eight(coarse)).count).toBe(0);
    const loud = coarse.findIndex((v) => v > 0.2);
    const cut = coarse.map((v, i) => (i > loud && i < loud + 0.03 * RATE ? 0 : v));
    const { count, marks } = await eight(cut);
    expect(count).toBe(1);
    expect(itemAt(marks, 0).at).toBeCloseTo(loud / RATE, 2);
  });
  test('dropouts: as many as were cut, where they were cut, and no others', async () => {
    const x = clean.slice();
    const loud = [1.2, 4.9, 7.4, 10.1].map((t) => x.findIndex((v, i) => i > t * RATE && Math.abs(v) > 0.08));
    for (const at of loud) x.fill(0, at, at + Math.round(0.03 * RATE));
    const c = itemAt((await of(x)).perChannel, 0);
    expect(c.dropouts.count).toBe(4);
    c.dropouts.marks.forEach((m, i) => {
      expect(m.at).toBeCloseTo(itemAt(loud, i) / RATE, 2);
      expect(m.lengthS).toBeCloseTo(0.03, 2);
    });
  });
  test.each([
    ['less than the pauses hold', -95, 'holes.muted'],
    ['hiss', -60, 'holes.hiss'],
  ])(
    'a sound that fades into %s within a word is told, with its places; a fade at the end of one is not',
    async (_, dbfs, message) => {
      const noise = hiss(dbfs);
      const at = [1.2, 4.9, 7.4].map(
        (t) => clean.findIndex((v, i) => i > t * RATE && Math.abs(v) > 0.08) + 0.02 * RATE,
      );
      const fade = 0.004 * RATE;
      const inside = (i: number, a: number) => Math.max(0, Math.min(1, (i - a) / fade, (a + 0.06 * RATE - i) / fade));
      const x = clean.map((v, i) => {
        const most = Math.max(...at.map((a) => inside(i, a)));
        return (1 - most) * v + most * itemAt(noise, i);
      });
      const r = await of(x);
      const { holes } = itemAt(r.perChannel, 0);
      expect(holes).toHaveLength(3);
      holes.forEach((h, i) => {
        expect(Math.abs(h.at - itemAt(at, i) / RATE)).toBeLessThan(0.01);
        expect(Math.abs(h.lengthS - 0.06)).toBeLessThan(0.012);
      });
      expect(r.findings.find((f) => f.what === 'holes')).toMatchObject({ status: 'fail', value: 3, message });
    },
  );
  test('short notes with rests between them have no holes, with a pause at the end and without', async () => {
    const scale = [0, 4, 7, 12, 7, 4, 2, 5];
    const notes = (seconds: number) =>
      new Float32Array(14 * RATE).map((_, i) => {
        const t = (i / RATE) % 0.31;
        if (i > seconds * RATE || t > 0.25) return 0;
        const hz = 220 * 2 ** (itemAt(scale, Math.floor(i / RATE / 0.31) % scale.length) / 12);
        const wave = [1, 2, 3, 4, 5, 6].reduce((all, k) => all + Math.sin(2 * Math.PI * hz * k * t) / k, 0);
        return 0.1 * Math.min(1, t / 0.005, (0.25 - t) / 0.005) * wave;
      });
    for (const seconds of [14, 11])
      for (const noise of [-75, -100])
        expect(itemAt((await of(sum(notes(seconds), hiss(noise)))).perChannel, 0).holes).toEqual([]);
  });
  test('puffs of breath are told with their places; wind swings, a rumble does not; hum and a bass are neither', async () => {
    const voice = itemAt((await of(clean)).perChannel, 0).activeDbfsA!;
    const places = [2.2, 5.1, 9.3];
    // A push of air for 60 ms, through a mic that lets nothing slow through.
    const push = (i: number) => (i >= 0 && i < 0.06 * RATE ? Math.sin((Math.PI * i) / (0.06 * RATE)) ** 2 : 0);
    const slow = Math.exp((-2 * Math.PI * 20) / RATE);
    let kept = 0;
    const puff = new Float32Array(0.5 * RATE).map((_, i) => {
      kept = slow * (kept + push(i) - push(i - 1));
      return kept;
    });
    const size = 10 ** ((voice + 18) / 20);
    const puffed = clean.map(
      (v, i) => v + size * places.reduce((all, at) => all + (puff[i - Math.round(at * RATE)] ?? 0), 0),
    );
    const r = await of(puffed);
    expect(found(r)).toEqual(['pops']);
    const { pops } = itemAt(r.perChannel, 0).low!;
    expect(pops.marks).toHaveLength(3);
    pops.marks.forEach((m, i) => {
      expect(Math.abs(m.at - itemAt(places, i))).toBeLessThan(0.06);
    });
    const below = shaped(hiss(-20), RATE, (hz) => (hz < 35 ? 1 : 0));
    const loud = 10 ** ((voice - 5) / 20) / Math.sqrt(below.reduce((sum, v) => sum + v * v, 0) / below.length);
    const rumbling = await of(clean.map((v, i) => v + loud * itemAt(below, i)));
    expect(rumbling.findings.find((f) => f.what === 'rumble')).toMatchObject({ message: 'rumble.steady' });
    const gusts = clean.map((v, i) => v + 3 * loud * itemAt(below, i) * Math.sin((Math.PI * i) / (2.3 * RATE)) ** 4);
    expect((await of(gusts)).findings.find((f) => f.what === 'rumble')).toMatchObject({ message: 'rumble.swings' });
    for (const over of [-6, 6, 18]) expect(found(await of(sum(clean, hum(50, voice + over))))).not.toContain('rumble');
    // A bass, whose lowest string a player may have tuned down to 31 Hz, is neither; common practice.
    const bass = (hz: number) =>
      new Float32Array(14 * RATE).map((_, i) => {
        const t = (i / RATE) % 0.7;
        const strings = [1, 2, 3, 4, 5, 6].reduce((all, k) => all + Math.sin(2 * Math.PI * hz * k * t) / k ** 1.2, 0);
        return 0.15 * Math.exp(-t / 0.4) * Math.min(1, t / 0.005) * strings;
      });
    for (const hz of [31, 41, 55])
      expect(found(await of(sum(bass(hz), hiss(-75)))).filter((f) => f === 'pops' || f === 'rumble')).toEqual([]);
  });
  test.each([128, 441, 1024, 4096])(
    'a buffer of %i samples that is played again is told, with its places',
    async (size) => {
      const x = clean.slice();
      const places = [2.1, 6.2, 11.3].map(
        (t) => x.findIndex((v, i) => i > t * RATE && Math.abs(v) > 0.08) + 0.1 * RATE,
      );
      // Once, and three times, and once with the old buffer come round after two others.
      for (const [at, times, back] of [
        [places[0], 1, 1],
        [places[1], 3, 1],
        [places[2], 1, size > 1600 ? 1 : 3],
      ])
        for (let k = 0; k < times; k++) x.copyWithin(at + k * size, at - back * size, at - back * size + size);
      const r = await of(x);
      const { repeats } = itemAt(r.perChannel, 0);
      expect(repeats.count).toBe(3);
      repeats.marks.forEach((m, i) => {
        expect(m.at).toBeCloseTo(places[i] / RATE, 3);
        expect(m.lengthS).toBeCloseTo(((i === 1 ? 3 : 1) * size) / RATE, 3);
      });
      // The jumps at its ends are no clicks of a plug.
      expect(found(r)).toEqual(['repeats']);
    },
  );
  test('tones and beeps that a machine makes repeat themselves, and are no buffer', async () => {
    for (const hz of [100, 375, 440, 1000, 1234.5]) {
      const beeps = new Float32Array(10 * RATE).map((_, i) => {
        const beep = i % RATE < 0.3 * RATE ? 0.4 * Math.sin((2 * Math.PI * hz * (i % RATE)) / RATE) : 0;
        return Math.round(beep * 32768) / 32768;
      });
      expect(itemAt((await of(beeps)).perChannel, 0).repeats.count, `${hz} Hz`).toBe(0);
    }
  });
  test('dropouts in the pauses, where the noise itself stops; what was turned down to nothing by hand is none', async () => {
    const holes = [2.55, 5.1, 9.2, 12.9].map((t) => Math.round(t * RATE));
    for (const bits of [16, 24]) {
      const step = 2 ** (1 - bits);
      const written = (x: Float32Array) => x.map((v) => Math.round(v / step) * step);
      const holed = written(clean);
      for (const at of holes) holed.fill(0, at, at + 0.02 * RATE);
      const dropoutsOf = async (x: Float32Array) => {
        const sound = { ...soundOf(RATE, [x]), fullScale: 1 - 1.5 * step };
        return itemAt((await takeReport(sound)).perChannel, 0).dropouts;
      };
      const { count, marks } = await dropoutsOf(holed);
      expect(count).toBe(4);
      for (const [i, m] of marks.entries()) expect(m.at).toBeCloseTo(itemAt(holes, i) / RATE, 3);
      const faded = clean.map(
        (v, i) =>
          v * Math.min(1, ...holes.map((at) => Math.abs(i - at) / (0.2 * RATE)).map((d) => Math.max(0, d - 0.05))),
      );
      expect((await dropoutsOf(written(faded))).count).toBe(0);
    }
  });
  test('clicks: single jumps in speech and in its gaps', async () => {
    const x = clean.slice();
    for (const t of [0.2, 3.05, 6.3, 9.7, 13.2]) x[Math.round(t * RATE)] += 0.5;
    const c = itemAt((await of(x)).perChannel, 0);
    expect(c.clicks.count).toBeGreaterThanOrEqual(4);
    expect(c.clicks.count).toBeLessThanOrEqual(5);
  });
  test.each([
    [0.12, -10],
    [0.3, -16],
    [0.04, -12],
  ])('an echo after %f s, %f dB down', async (seconds, db) => {
    const r = await of(sum(clean, scaled(later(talker(), seconds), db)));
    const { echo } = itemAt(r.perChannel, 0);
    expect(echo!.delayS).toBeCloseTo(seconds, 3);
    expect(Math.abs(echo!.depthDb - db)).toBeLessThan(3);
    expect(found(r)).toContain('echo');
  });
  test('a narrow path, by where it ends', async () => {
    for (const hz of [3400, 7000, 11_000]) {
      const c = itemAt((await of(sum(lowPassed(talker(), hz), scaled(hiss(-75), -15)))).perChannel, 0);
      expect(c.band!.edge, `${hz}`).toBe(true);
      expect(Math.abs(c.band!.upToHz / hz - 1), `${hz}`).toBeLessThan(0.03);
    }
  });
  test('a file of few samples a second: it holds no more than a telephone does', async () => {
    const x = sum(lowPassed(talker(), 3400), scaled(hiss(-75), -15)).filter((_, i) => i % (RATE / 8000) === 0);
    const { findings } = await takeReport(soundOf(8000, [x]));
    expect(findings.filter((f) => f.what === 'band')).toMatchObject([{ status: 'fail' }]);
  });
  test('a gain that sets itself: the noise comes up in the pauses', async () => {
    const [voiceOnly, noise] = [talker(), hiss(-55)];
    let gain = 1;
    const x = voiceOnly.map((v, i) => {
      // Down at once by speech, up by 6 dB a second without.
      gain = Math.abs(v) > 0.02 ? 1 : Math.min(6, gain * 10 ** (6 / 20 / RATE));
      return gain * (v + itemAt(noise, i));
    });
    const r = await of(x);
    expect(found(r)).toContain('pumping');
    expect(Math.abs(itemAt(r.perChannel, 0).pumping!.riseDbPerS - 6)).toBeLessThan(1);
  });
  test('a gate that shuts between words leaves digital silence', async () => {
    expect(found(await of(talker()))).toContain('gated');
  });
  test('taps on the microphone are told from words', async () => {
    const x = clean.slice();
    const taps = [0.2, 13.2, 13.8];
    for (const t of taps) {
      for (let i = 0; i < 0.03 * RATE; i++) {
        x[Math.round(t * RATE) + i] += 0.6 * Math.exp(-i / (0.005 * RATE)) * Math.sin((2 * Math.PI * 180 * i) / RATE);
      }
    }
    const { knocks } = itemAt((await of(x)).perChannel, 0);
    expect(knocks.filter((k) => taps.some((t) => Math.abs(k.at - t) < 0.02)).length).toBeGreaterThanOrEqual(2);
    expect(itemAt((await of(clean)).perChannel, 0).knocks.length).toBeLessThanOrEqual(1);
  });
});

import { describe, expect, test } from 'vitest';
import { clippedAt, hiss, hum, later, lowPassed, RATE, scaled, sum, talker } from '@/tests/support/takes';
import { itemAt } from '../algorithms';
import { shaped } from '../filter';
import { soundOf } from '../wav';
import { type TakeReport, takeReport } from '.';

// Faults put into clean speech by a known amount (no source: the amounts are what is checked against).

const clean = sum(talker(), hiss(-75));
const of = (...channels: readonly Float32Array[]): Promise<TakeReport> => takeReport(soundOf(RATE, channels));
const found = (r: TakeReport): readonly string[] =>
  r.findings.filter((f) => f.status === 'fail' || f.status === 'caution').map((f) => f.what);

describe('clean speech raises no alarm', () => {
  test.each([1, 2, 3, 4, 5, 6])('talker %i, at home and in the hand', async (seed) => {
    expect(found(await of(sum(talker(seed), hiss(-75))))).toEqual([]);
    // Warmer noise, as microphones and rooms make it, at 30 dB under the voice and a little more.
    const warm = shaped(hiss(-50, 14, seed), RATE, (hz) => Math.min(1, 400 / Math.max(20, hz)) ** 0.7);
    expect(found(await of(sum(talker(seed), warm)))).toEqual([]);
  });
});

test('a voice between gaps that are mute: that is told, and no noise or dropout is made of it', async () => {
  for (const seed of [1, 2, 3]) {
    const r = await of(sum(talker(seed)));
    expect(found(r)).toEqual(['gated']);
    expect(itemAt(r.perChannel, 0).noiseDbfs).toBeNull();
    expect(r.findings.find((f) => f.what === 'noise')).toMatchObject({ status: 'not known' });
  }
});

describe('levels', () => {
  test('speech, noise and their ratio, to half a decibel', async () => {
    const c = itemAt((await of(clean)).perChannel, 0);
    expect(Math.abs(c.noiseDbfs! + 75)).toBeLessThan(0.5);
    // White noise, A-weighted from 20 Hz to 24 kHz: 2.3 dB less by the published weights.
    expect(c.noiseDbfs! - c.noiseDbfsA!).toBeGreaterThan(2);
    expect(c.noiseDbfs! - c.noiseDbfsA!).toBeLessThan(3.2);
    expect(Math.abs(c.activeDbfs! + 26)).toBeLessThan(1.5);
  });
  test('6 dB more is 6 dB more, of everything', async () => {
    const a = itemAt((await of(scaled(clean, -6))).perChannel, 0);
    const b = itemAt((await of(clean)).perChannel, 0);
    for (const key of ['peakDbfs', 'truePeakDbtp', 'rmsDbfs', 'activeDbfs', 'noiseDbfs'] as const) {
      expect(b[key]! - a[key]!, key).toBeCloseTo(6, 0);
    }
    expect(b.snrDbA!).toBeCloseTo(a.snrDbA!, 0);
  });
  test('a steady offset is told in its amount', async () => {
    const r = await of(clean.map((v) => v + 0.02));
    expect(itemAt(r.perChannel, 0).dc).toBeCloseTo(0.02, 3);
    expect(found(r)).toContain('offset');
  });
});

describe('clipping', () => {
  test('at full scale, with its places', async () => {
    const r = await of(clippedAt(scaled(clean, 18), 1));
    expect(found(r)).toContain('clipping');
    const hot = scaled(clean, 18);
    for (const { at } of itemAt(r.perChannel, 0).clips.marks.slice(0, 20)) {
      expect(Math.abs(itemAt(hot, Math.round(at * RATE)))).toBeGreaterThanOrEqual(1);
    }
  });
  test.each([-4, -12, -25])('earlier in the chain, turned down afterwards to %i dBFS', async (db) => {
    const r = await of(sum(scaled(clippedAt(scaled(talker(), 20), 1), db), hiss(-85)));
    expect(found(r)).toContain('flat tops');
    expect(itemAt(r.perChannel, 0).ceiling!.dbfs).toBeCloseTo(db, 0);
  });
  test('and then filtered or coded, which leaves no flat top: half waves pile up at one height', async () => {
    for (const seed of [1, 2, 3]) {
      const cut = scaled(clippedAt(scaled(talker(seed), 20), 1), -6);
      // A band limit rounds the tops and lets some ring over; the pile stays.
      const r = await of(sum(lowPassed(cut, 5000), hiss(-70)));
      expect(found(r), `${seed}`).toContain('flat tops');
      expect(Math.abs(itemAt(r.perChannel, 0).ceiling!.dbfs + 6)).toBeLessThan(1.5);
    }
  });
  test('beyond full scale in floating point nothing is clipped: turned down, nothing is lost', async () => {
    const hot = scaled(talker(), 26);
    const r = await takeReport(soundOf(RATE, [hot]));
    expect(itemAt(r.perChannel, 0).peakDbfs).toBeGreaterThan(1);
    expect(found(r)).not.toEqual(expect.arrayContaining(['clipping']));
    expect(r.findings.find((f) => f.what === 'level')!.sentence).toMatch(/this file still holds them whole/);
  });
  test('a little, with hum and noise on the tops', async () => {
    const r = await of(sum(scaled(clippedAt(scaled(talker(), 15), 1), -2), hiss(-70), hum(50, -50)));
    expect(found(r)).toContain('flat tops');
  });
  test('a sine, a low one too, has no flat tops', async () => {
    for (const hz of [40, 100, 441, 1000]) {
      const r = await of(new Float32Array(5 * RATE).map((_, i) => 0.7 * Math.sin((2 * Math.PI * hz * i) / RATE)));
      expect(itemAt(r.perChannel, 0).ceiling, `${hz} Hz`).toBeNull();
      expect(itemAt(r.perChannel, 0).clips.count).toBe(0);
    }
  });
});

describe('hum', () => {
  test.each([
    [50, -50],
    [49.93, -60],
    [60.04, -55],
  ])('%f Hz at %f dBFS: its true frequency, its level, under speech', async (hz, db) => {
    const { perChannel } = await of(sum(clean, hum(hz, db)));
    expect(itemAt(perChannel, 0).hum!.mainsHz).toBeCloseTo(hz, 1);
    expect(Math.abs(itemAt(perChannel, 0).hum!.dbfs - db)).toBeLessThan(1);
  });
  test('what rings at no common frequency, as a room does, is no mains', async () => {
    const tone = (hz: number) => clean.map((_, i) => 0.001 * Math.sin((2 * Math.PI * hz * i) / RATE));
    const { perChannel } = await of(sum(clean, tone(48.99), tone(98.76), tone(393.58), tone(491.84)));
    expect(itemAt(perChannel, 0).hum).toBeNull();
    const mains = await of(sum(clean, tone(100.1), tone(150.15), tone(400.4)));
    expect(itemAt(mains.perChannel, 0).hum!.mainsHz).toBeCloseTo(50.05, 1);
  });
  test.each([997, 1000, 440])('a steady tone of %i Hz, as one calibrates by, is no hum and no echo', async (hz) => {
    const tone = new Float32Array(5 * RATE).map((_, i) => 0.1 * Math.sin((2 * Math.PI * hz * i) / RATE));
    // Written with 16 bits and no dither: what rounding leaves has patterns of its own.
    const { perChannel, findings } = await of(tone.map((v) => Math.round(32767 * v) / 32768));
    expect(perChannel[0]).toMatchObject({ hum: null, echo: null });
    expect(findings.filter((f) => f.status === 'fail' || f.status === 'caution')).toEqual([]);
  });
  test('a whine is found by its frequency', async () => {
    const tone = new Float32Array(clean.length).map((_, i) => 0.004 * Math.sin((2 * Math.PI * 5433 * i) / RATE));
    const r = await of(sum(clean, tone));
    expect(itemAt(itemAt(r.perChannel, 0).whines, 0).hz).toBeGreaterThan(5425);
    expect(itemAt(itemAt(r.perChannel, 0).whines, 0).hz).toBeLessThan(5441);
    expect(itemAt(itemAt(r.perChannel, 0).whines, 0).dbfs).toBeCloseTo(20 * Math.log10(0.004) - 3.01, 0);
    expect(found(r)).toContain('whine');
  });
});

describe('sides', () => {
  const other = sum(talker(2), hiss(-75, 14, 3));
  test.each([
    ['left only', clean, hiss(-80, 14, 4)],
    ['right only', hiss(-80, 14, 4), clean],
    ['dual mono', clean, clean],
    ['dual mono', sum(talker(), hiss(-75, 14, 5)), clean],
    ['opposite polarity', clean, clean.map((v) => -v)],
    ['stereo', clean, other],
    ['stereo', sum(clean, scaled(other, -12)), sum(other, scaled(clean, -12))],
  ] as const)('%s', async (sides, left, right) => {
    expect((await of(left, right)).sides!.sides).toBe(sides);
  });
  test('a delay between two ways of one voice, in its amount', async () => {
    for (const seconds of [0.002, -0.0115]) {
      const right = seconds > 0 ? later(talker(), seconds) : talker();
      const left = seconds > 0 ? talker() : later(talker(), -seconds);
      const { sides } = await of(sum(left, hiss(-75, 14, 5)), sum(right, hiss(-75, 14, 6)));
      expect(sides!.sides).toBe('delayed');
      expect(sides!.delayS!).toBeCloseTo(seconds, 4);
    }
  });
});

describe('of more than two channels each is looked at', () => {
  const half = (x: Float32Array) => x.subarray(0, 7 * RATE);
  const voices = [1, 2, 3, 4, 5].map((seed) => half(sum(talker(seed), hiss(-75, 14, seed))));
  const said = async (channels: readonly Float32Array[]) =>
    (await of(...channels)).findings.filter((f) => f.what === 'channels').map((f) => [f.status, f.sentence]);
  const with3rdOr5th = (x: Float32Array) => [2, 4].map((i) => [i + 1, [...voices.slice(0, i), half(x)]] as const);

  test('five voices, a channel each: nothing to say', async () => {
    expect(await said(voices)).toEqual([]);
  });
  test('one that is dead, one that holds its noise alone, one that holds what leaks over', async () => {
    for (const [n, channels] of with3rdOr5th(new Float32Array(14 * RATE)))
      expect(await said(channels)).toEqual([['caution', `Channel ${n}: silent, while others are not.`]]);
    for (const [n, channels] of with3rdOr5th(hiss(-75, 14, 9)))
      expect(await said(channels)).toEqual([
        ['caution', expect.stringMatching(`^Channel ${n}: nothing but noise, 4\\d dB`)],
      ]);
    const rmsDb = (x: Float32Array) => 10 * Math.log10(x.reduce((s, v) => s + v * v, 0) / x.length);
    for (const [n, channels] of with3rdOr5th(sum(scaled(voices[0], -30), hiss(-90, 14, 9)))) {
      const under = Math.max(...channels.map(rmsDb)) - rmsDb(channels.at(-1)!);
      expect((await said(channels))[0]).toEqual([
        'caution',
        expect.stringMatching(`^Channel ${n}: ${Math.round(under)} dB under`),
      ]);
    }
  });
  test('two of one signal, as it is or upside down, louder or softer, in any places', async () => {
    for (const [n, channels] of with3rdOr5th(sum(scaled(voices[1], -6), hiss(-95, 14, 9))))
      expect(await said(channels)).toEqual([['pass', `Channels 2 and ${n} hold the same.`]]);
    for (const [n, channels] of with3rdOr5th(scaled(voices[0], 3).map((v) => -v)))
      expect(await said(channels)).toEqual([
        ['fail', `Channels 1 and ${n} are of opposite polarity: added up they cancel.`],
      ]);
  });
});

test('silence, and a take of one sample, are told and not stumbled over', async () => {
  expect(found(await of(new Float32Array(RATE)))).toEqual(['nothing']);
  expect(found(await of(new Float32Array([0.1]), new Float32Array([0.1]))).length).toBeGreaterThan(0);
  expect((await of(...Array.from({ length: 8 }, () => clean.subarray(0, 5 * RATE)))).perChannel).toHaveLength(8);
});

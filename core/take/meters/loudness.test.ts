import { describe, expect, test } from 'vitest';
import { scaled } from '@/tests/support/takes';
import { itemAt } from '../../algorithms';
import { LoudnessMeter } from './loudness';
import { TruePeakMeter } from './true-peak';

// The signals of EBU Tech 3341 and 3342, made here from memory of their tables; tolerances as printed there.

const RATES = [44_100, 48_000, 96_000];
type Part = readonly [seconds: number, dbfs: readonly number[]];

/** 1 kHz sines one after the other, a level for each channel. */
function measured(rateHz: number, parts: readonly Part[]) {
  const channels = itemAt(parts, 0)[1].length;
  const meter = new LoudnessMeter({ rateHz }, channels);
  let at = 0;
  for (const [seconds, levels] of parts) {
    const frames = Math.round(seconds * rateHz);
    const sine = new Float32Array(frames).map((_, i) => Math.sin((2 * Math.PI * 1000 * (at + i)) / rateHz));
    const sized = new Map(levels.map((db) => [db, scaled(sine, db)]));
    meter.push(levels.map((db) => sized.get(db)!));
    at += frames;
  }
  return meter.end();
}
const both = (seconds: number, db: number): Part => [seconds, [db, db]];

describe.each(RATES)('EBU Tech 3341 at %i Hz', (rate) => {
  test.each([
    ['1', [both(20, -23)], -23],
    ['2', [both(20, -33)], -33],
    ['3, the relative gate', [both(10, -36), both(60, -23), both(10, -36)], -23],
    ['4, both gates', [both(10, -72), both(10, -36), both(60, -23), both(10, -36), both(10, -72)], -23],
    ['5', [both(20, -26), both(20.1, -20), both(20, -26)], -23],
    ['6, five channels', [[20, [-28, -28, -24, -30, -30]]], -23],
  ] as readonly (readonly [string, readonly Part[], number])[])('signal %s', (_, parts, lufs) => {
    expect(Math.abs(measured(rate, parts).integratedLufs! - lufs)).toBeLessThanOrEqual(0.1);
  });
  test('momentary and short-term of signal 1', () => {
    const { momentaryMostLufs, shortMostLufs } = measured(rate, [both(20, -23)]);
    expect(Math.abs(momentaryMostLufs! + 23)).toBeLessThanOrEqual(0.1);
    expect(Math.abs(shortMostLufs! + 23)).toBeLessThanOrEqual(0.1);
  });
});

describe('EBU Tech 3342: loudness range, within 1 LU', () => {
  test.each([
    [[-20, -30], 10],
    [[-20, -15], 5],
    [[-40, -20], 20],
    [[-50, -35, -20, -35, -50], 15],
  ])('%j dBFS, 20 s each', (levels, lu) => {
    const { rangeLu } = measured(
      48_000,
      levels.map((db) => both(20, db)),
    );
    expect(Math.abs(rangeLu! - lu)).toBeLessThanOrEqual(1);
  });
});

describe('true peak: EBU Tech 3341 signals 15 to 19, within +0.2 and -0.4 dB', () => {
  test.each([
    [4, 0, 0.5, -6],
    [4, 45, 0.5, -6],
    [6, 60, 0.5, -6],
    [8, 67.5, 0.5, -6],
    [4, 45, 1.41, 3],
  ])('rate / %i, %f degrees', (divisor, degrees, amplitude, dbtp) => {
    const meter = new TruePeakMeter();
    const sine = (_: unknown, i: number) => {
      // It begins and ends softly, as the published files do: a hard edge has peaks of its own.
      const soft = Math.min(1, i / 2000, (48_000 - i) / 2000);
      return soft * amplitude * Math.sin((2 * Math.PI * i) / divisor + (degrees * Math.PI) / 180);
    };
    const x = new Float32Array(48_000).map(sine);
    // In blocks of odd lengths: no peak may be lost between two.
    for (let at = 0; at < x.length; at += 777) meter.push(x.subarray(at, at + 777));
    const over = 20 * Math.log10(meter.end()) - dbtp;
    expect(over).toBeLessThanOrEqual(0.2);
    expect(over).toBeGreaterThanOrEqual(-0.4);
  });
});

test('nothing is no loudness, not a number', () => {
  expect(measured(48_000, [both(10, -200)]).integratedLufs).toBeNull();
});

import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { itemAt } from '../algorithms';
import { thermalVolt } from '../circuit';
import { dbu, pascal, peakDbu, splAt, voltOf } from './level';
import { aWeightingDb, bandwidthHz, SPEECH_SHARES, THIRD_OCTAVES_HZ } from './spectrum';

describe('levels', () => {
  test('0 dBu is 1 mW in 600 ohm, 0.7746 V; +4 dBu is 1.228 V; -10 dBV is -7.78 dBu (handbook values)', () => {
    expect(voltOf(0)).toBeCloseTo(0.7746, 4);
    expect(voltOf(4)).toBeCloseTo(1.228, 3);
    expect(dbu(10 ** (-10 / 20))).toBeCloseTo(-7.78, 2);
  });
  test('volts to dBu and back is the same volts', () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-9, max: 100, noNaN: true }), (volt) => {
        expect(voltOf(dbu(volt)) / volt).toBeCloseTo(1, 9);
      }),
    );
  });
  test('1 Pa is 94 dB SPL, within 0.02 dB (IEC 61094 practice)', () => {
    expect(20 * Math.log10(pascal(94))).toBeCloseTo(0, 1);
    expect(pascal(94)).toBeCloseTo(1.0024, 3);
  });
  test('sound falls 6 dB a doubling of distance, whatever the distance beyond the mouth', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.05, max: 50, noNaN: true }), (m) => {
        expect(splAt(60, m) - splAt(60, 2 * m)).toBeCloseTo(6.02, 2);
      }),
    );
    expect(splAt(60, 1)).toBe(60);
  });
  test("a voice's peaks stand 12 dB above the sine of its average: 15 dB of crest less the sine's 3", () => {
    expect(peakDbu(-20)).toBeCloseTo(-8, 1);
  });
});

describe('spectrum', () => {
  // IEC 61672-1, table of frequency weightings, to its 0.1 dB; from memory.
  const TABLE: readonly (readonly [number, number])[] = [
    [20, -50.5],
    [31.5, -39.4],
    [63, -26.2],
    [125, -16.1],
    [250, -8.6],
    [500, -3.2],
    [1000, 0],
    [2000, 1.2],
    [4000, 1.0],
    [8000, -1.1],
    [16000, -6.6],
  ];
  test.each(TABLE)('A-weighting at %d Hz is %d dB', (hz, db) => {
    // The table is for exact mid-band frequencies, 10^(n/10); a nominal one is off by up to 1 %.
    const exact = 10 ** (Math.round(10 * Math.log10(hz)) / 10);
    expect(aWeightingDb(exact)).toBeCloseTo(db, 0.7);
    expect(Math.abs(aWeightingDb(exact) - db)).toBeLessThan(0.11);
  });
  test('31 third octaves, each the sixth root of two beyond the last, cover 20 Hz to 20 kHz without gaps, and nothing beyond', () => {
    expect(THIRD_OCTAVES_HZ).toHaveLength(31);
    const covered = THIRD_OCTAVES_HZ.reduce((sum, hz) => sum + bandwidthHz(hz), 0);
    // Amplifier noise is told for 20 Hz to 20 kHz (IEC 61672's audio range, from memory): whole outer bands are half a
    // decibel too much.
    expect(covered).toBeGreaterThan(0.99 * 19_980);
    expect(covered).toBeLessThan(1.01 * 19_980);
  });
  test("the voice's power is shared out completely, most of it between 200 Hz and 1 kHz", () => {
    expect(SPEECH_SHARES.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
    const middle = THIRD_OCTAVES_HZ.reduce(
      (s, hz, i) => s + (hz >= 200 && hz <= 1000 ? itemAt(SPEECH_SHARES, i) : 0),
      0,
    );
    expect(middle).toBeGreaterThan(0.6);
  });
});

test('150 ohm in 20 kHz at 20 C make -130.9 dBu of thermal noise (handbook value); four times the ohms, 6 dB more', () => {
  expect(dbu(thermalVolt(150, 20_000))).toBeCloseTo(-130.9, 1);
  expect(dbu(thermalVolt(600, 20_000)) - dbu(thermalVolt(150, 20_000))).toBeCloseTo(6.02, 2);
});

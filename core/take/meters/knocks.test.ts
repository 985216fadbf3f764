import { expect, test } from 'vitest';
import { hiss, RATE } from '@/tests/support/takes';
import { chance } from '../../render';
import { KnockMeter } from './knocks';

const knocksIn = (x: Float32Array): readonly number[] => {
  const meter = new KnockMeter({ rateHz: RATE, frames: x.length, fullScale: null });
  meter.push(x);
  return meter.end().map((k) => k.at);
};

test('three taps are three, however close, of whatever pitch, in rooms of up to 0.6 s', () => {
  const next = chance(4);
  const between = (least: number, most: number) => least + (most - least) * next();
  for (const apartS of [0.15, 0.2, 0.4, 1]) {
    for (const reverbS of [0, 0.3, 0.6]) {
      const x = hiss(-70, 5);
      const taps = [1, 1 + apartS, 1 + 2 * apartS];
      for (const at of taps) {
        const [hz, decayS, size] = [between(100, 500), between(0.003, 0.015), between(0.05, 0.5)];
        for (let i = 0; i < 0.8 * RATE; i++) {
          const tap = Math.exp(-i / (decayS * RATE)) * Math.sin((2 * Math.PI * hz * i) / RATE);
          // 60 dB down after the reverberation time.
          const room = reverbS === 0 ? 0 : 0.05 * between(-1, 1) * 10 ** ((-3 * i) / (reverbS * RATE));
          x[Math.round(at * RATE) + i] += size * (tap + room);
        }
      }
      const found = knocksIn(x);
      expect(found).toHaveLength(3);
      for (const [i, at] of taps.entries()) expect(Math.abs(found[i]! - at)).toBeLessThan(0.02);
    }
  }
});

test('a consonant with its word before it, or after it, is no tap', () => {
  const next = chance(6);
  // A vowel of 0.2 s, closed lips for 0.06 s, a burst that is louder: the end of "cut", and turned round the beginning of "two".
  const vowel = (i: number) =>
    0.1 * Math.sin((2 * Math.PI * 140 * i) / RATE) * Math.sin((2 * Math.PI * 700 * i) / RATE);
  const cut = hiss(-70, 2);
  for (let i = 0; i < 0.2 * RATE; i++) cut[0.6 * RATE + i] += vowel(i);
  for (let i = 0; i < 0.02 * RATE; i++) cut[0.86 * RATE + i] += 0.4 * (next() - 0.5) * Math.exp(-i / (0.006 * RATE));
  expect(knocksIn(cut)).toEqual([]);
  const two = hiss(-70, 2);
  for (let i = 0; i < 0.02 * RATE; i++) two[0.6 * RATE + i] += 0.4 * (next() - 0.5) * Math.exp(-i / (0.006 * RATE));
  for (let i = 0; i < 0.3 * RATE; i++) two[0.7 * RATE + i] += vowel(i);
  expect(knocksIn(two)).toEqual([]);
});

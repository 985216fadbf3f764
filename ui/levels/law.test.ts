import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { catalogue } from '@/tests/support/frozen';
import { positionAt, shareOf } from './law';

const gains = [...catalogue.parts.values()].flatMap((c) => (c.knobs ?? []).filter((k) => k.unit === 'dB'));

describe('the law of every gain knob there is', () => {
  test('each step has a place of its own, further along than the one below, and is found there again', () => {
    expect(gains.length).toBeGreaterThan(40);
    for (const knob of gains) {
      let last = -1;
      for (let at = knob.min; at <= knob.max; at += knob.step) {
        const share = shareOf(knob, at);
        expect(share).toBeGreaterThan(last);
        expect(positionAt(knob, share)).toBeCloseTo(at, 9);
        last = share;
      }
      expect([shareOf(knob, knob.min), last]).toEqual([0, expect.closeTo(1, 9)]);
    }
  });
  test('wherever the hand is, the knob stands on a step within its range', () => {
    fc.assert(
      fc.property(fc.constantFrom(...gains), fc.double({ min: -1, max: 2, noNaN: true }), (knob, share) => {
        const at = positionAt(knob, share);
        expect(at).toBeGreaterThanOrEqual(knob.min);
        expect(at).toBeLessThanOrEqual(knob.max);
        const steps = (at - knob.min) / knob.step;
        expect(Math.abs(steps - Math.round(steps))).toBeLessThan(1e-9);
      }),
    );
  });
  test('a fader gives its upper half to the last 13 dB or so, its lower tenth to dozens of decibels', () => {
    const fader = gains.find((k) => k.law === 'fader')!;
    expect(positionAt(fader, 0.5)).toBeGreaterThan(fader.max - 14);
    expect(positionAt(fader, 0.1)).toBeLessThan(fader.max - 30);
  });
});

import fc from 'fast-check';
import { expect, test } from 'vitest';
import { itemAt } from '../algorithms';
import { gateMessage } from '../format';
import { type Finding, finding, statusOf, unknown, verdict } from './verdict';

const measured = (margin: number): Finding =>
  finding(
    { topic: 'a', value: margin, limit: 0, unit: 'dB', margin, brief: String(margin), lane: 'signal' },
    {
      good: gateMessage('level.peaks-fine', { device: 'phone', peak: -12 }),
      near: gateMessage('level.peaks-near', { device: 'phone', spare: 2 }),
      bad: gateMessage('level.clips', { device: 'phone', over: 3, joint: null }),
    },
  );

test('below nothing fails, a little is a caution, more passes; and only what passes is said to be good', () => {
  expect([-0.01, 0, 0.29, 0.3, 5].map(statusOf)).toEqual(['fail', 'caution', 'caution', 'pass', 'pass']);
  fc.assert(
    fc.property(fc.double({ min: -20, max: 20, noNaN: true }), (margin) => {
      const f = measured(margin);
      expect(f.message).toBe(
        { pass: 'level.peaks-fine', caution: 'level.peaks-near', fail: 'level.clips', 'not known': '' }[f.status],
      );
      expect(Math.sign(f.margin!)).toBe(Math.sign(margin));
    }),
  );
});

test('the worst finding speaks: a failure before a caution before what is not known before what passes, then the least margin', () => {
  const any = fc.oneof(
    fc.double({ min: -4, max: 4, noNaN: true }).map(measured),
    fc.constant(unknown('a', '?', gateMessage('level.not-known', {}), 'signal')),
  );
  const rank = (f: Finding) => ['fail', 'caution', 'not known', 'pass'].indexOf(f.status);
  fc.assert(
    fc.property(fc.array(any, { minLength: 1, maxLength: 8 }), (findings) => {
      const v = verdict('level', findings);
      const sorted = [...findings].sort((a, b) => rank(a) - rank(b) || (a.margin ?? 0) - (b.margin ?? 0));
      expect([v.status, v.margin]).toEqual([itemAt(sorted, 0).status, itemAt(sorted, 0).margin]);
      expect(v.findings).toBe(findings);
    }),
  );
});

test('a gate that found nothing to judge is a bug, and says so', () => {
  expect(() => verdict('fit', [])).toThrow('fit');
});

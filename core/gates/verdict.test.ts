import fc from 'fast-check';
import { expect, test } from 'vitest';
import { gateMessage } from '../words';
import { type Finding, finding, statusOf, unknown, verdict } from './verdict';

const measured = (room: number): Finding =>
  finding(
    { topic: 'a', value: room, limit: 0, unit: 'dB', room, brief: String(room), lane: 'signal' },
    {
      good: gateMessage('level.peaks-fine', { device: 'phone', peak: -12 }),
      near: gateMessage('level.peaks-near', { device: 'phone', spare: 2 }),
      bad: gateMessage('level.clips', { device: 'phone', over: 3, joint: null }),
    },
  );

test('below nothing fails, a little is a caution, more passes; and only what passes is said to be good', () => {
  expect([-0.01, 0, 0.29, 0.3, 5].map(statusOf)).toEqual(['fail', 'caution', 'caution', 'pass', 'pass']);
  fc.assert(
    fc.property(fc.double({ min: -20, max: 20, noNaN: true }), (room) => {
      const f = measured(room);
      expect(f.message).toBe(
        { pass: 'level.peaks-fine', caution: 'level.peaks-near', fail: 'level.clips', 'not known': '' }[f.status],
      );
      expect(Math.sign(f.room!)).toBe(Math.sign(room));
    }),
  );
});

test('the worst finding speaks: a failure before a caution before what is not known before what passes, then the least room', () => {
  const any = fc.oneof(
    fc.double({ min: -4, max: 4, noNaN: true }).map(measured),
    fc.constant(unknown('a', '?', gateMessage('level.not-known', {}), 'signal')),
  );
  const rank = (f: Finding) => ['fail', 'caution', 'not known', 'pass'].indexOf(f.status);
  fc.assert(
    fc.property(fc.array(any, { minLength: 1, maxLength: 8 }), (findings) => {
      const v = verdict('level', findings);
      const sorted = [...findings].sort((a, b) => rank(a) - rank(b) || (a.room ?? 0) - (b.room ?? 0));
      expect([v.status, v.room]).toEqual([sorted[0].status, sorted[0].room]);
      expect(v.findings).toBe(findings);
    }),
  );
});

test('a gate that found nothing to judge is a bug, and says so', () => {
  expect(() => verdict('fit', [])).toThrow('fit');
});

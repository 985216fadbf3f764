import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { catalogue } from '@/tests/support/frozen';
import { type Drawer, FORMAT_VERSION, type Outcome } from '../model';
import { betaQuantile, rateOf } from './stock';

const drawerWith = (outcomes: readonly Outcome[]): Drawer => ({
  format: 'symplex.drawer',
  version: FORMAT_VERSION,
  id: 'd',
  name: 'd',
  parts: [],
  outcomes,
});
const results = (classId: string, device: string, worked: number, failed: number): readonly Outcome[] =>
  Array.from({ length: worked + failed }, (_, i) => ({
    class: classId,
    device,
    worked: i < worked,
    date: '2026-11-25',
  }));

describe('Beta quantiles against closed forms (any handbook of statistics)', () => {
  test('the uniform one, and x squared', () => {
    for (const q of [0.05, 0.5, 0.95]) {
      expect(betaQuantile(1, 1, q)).toBeCloseTo(q, 3);
      expect(betaQuantile(2, 1, q)).toBeCloseTo(Math.sqrt(q), 3);
      expect(betaQuantile(1, 3, q)).toBeCloseTo(1 - Math.cbrt(1 - q), 3);
    }
  });
});

describe('what the trade says, and what the owner found', () => {
  const of = (outcomes: readonly Outcome[], classId = '8c-headset-unlicensed') =>
    rateOf(classId, 'tablet-8-contact', drawerWith(outcomes), catalogue)!;
  test('by hand: a prior of 5 in 10 worth 5 tries, and 8 of 9 of one’s own: (2.5 + 8) of 14', () => {
    const rate = of(results('8c-headset-unlicensed', 'tablet-8-contact', 8, 1));
    expect(rate.mean).toBeCloseTo(10.5 / 14, 12);
    expect(rate).toMatchObject({ worked: 8, tried: 9 });
  });
  test('results on another device say nothing of this one; a class without a figure has none until it was tried', () => {
    expect(of(results('8c-headset-unlicensed', 'phone-8-contact', 9, 0)).mean).toBe(0.5);
    expect(rateOf('lead-3-3', 'camera', drawerWith([]), catalogue)).toBeNull();
    expect(rateOf('lead-3-3', 'camera', drawerWith(results('lead-3-3', 'camera', 1, 0)), catalogue)!.tried).toBe(1);
  });
  test('each success raises it, each failure lowers it, and more tries narrow it', () => {
    fc.assert(
      fc.property(fc.nat({ max: 12 }), fc.nat({ max: 12 }), (worked, failed) => {
        const at = (w: number, f: number) => of(results('8c-headset-unlicensed', 'tablet-8-contact', w, f));
        const now = at(worked, failed);
        expect(now.from).toBeLessThan(now.mean);
        expect(now.to).toBeGreaterThan(now.mean);
        expect(at(worked + 1, failed).mean).toBeGreaterThan(now.mean);
        expect(at(worked, failed + 1).mean).toBeLessThan(now.mean);
        const more = at(worked * 4 + 8, failed * 4 + 8);
        expect(more.to - more.from).toBeLessThan(now.to - now.from);
      }),
      { numRuns: 40 },
    );
  });
});

import fc from 'fast-check';
import { expect, test } from 'vitest';
import { curveOf } from './curve';
import { THIRD_OCTAVES_HZ } from './spectrum';

test('a low pass and a high pass of the first order are 3 dB down where their corner is (any handbook)', () => {
  fc.assert(
    fc.property(
      fc.double({ min: Math.log(3000), max: Math.log(12_000), noNaN: true }),
      fc.double({ min: Math.log(40), max: Math.log(300), noNaN: true }),
      (high, low) => {
        const [fh, fl] = [Math.exp(high), Math.exp(low)];
        const size = (f: number) => 1 / Math.hypot(1, f / fh) / Math.hypot(1, fl / f);
        const { lowHz, highHz } = curveOf(THIRD_OCTAVES_HZ.map(size));
        /** Where the curve itself is 3 dB under 1 kHz, by halving. */
        const corner = (outside: number): number => {
          let [inside, beyond] = [1000, outside];
          for (let i = 0; i < 60; i++) {
            const middle = Math.sqrt(inside * beyond);
            if (size(middle) > size(1000) * 10 ** (-3 / 20)) inside = middle;
            else beyond = middle;
          }
          return inside;
        };
        // Thirds are joined by straight lines: within 5 %.
        expect(Math.abs(Math.log(highHz! / corner(1e6)))).toBeLessThan(0.05);
        expect(Math.abs(Math.log(lowHz! / corner(1)))).toBeLessThan(0.05);
      },
    ),
  );
});

test('what is flat has no corner, and is 0 dB throughout', () => {
  const { db, lowHz, highHz } = curveOf(THIRD_OCTAVES_HZ.map(() => 0.3));
  expect([lowHz, highHz]).toEqual([null, null]);
  for (const x of db) expect(x).toBeCloseTo(0, 12);
});

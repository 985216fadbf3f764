import fc from 'fast-check';
import { expect, test } from 'vitest';
import { waitOf } from './limits';

test('whoever asks is let through so often in a row and so often a second, by whatever clock, and is told how long to wait', () => {
  let n = 0;
  fc.assert(
    fc.property(fc.array(fc.integer({ min: -2000, max: 2000 }), { maxLength: 300 }), (steps) => {
      n += 1;
      const address = `address ${n}`;
      let now = 1e9;
      let [least, most] = [now, now];
      let passed = 0;
      for (const step of steps) {
        now += step;
        least = Math.min(least, now);
        most = Math.max(most, now);
        const wait = waitOf(address, now);
        if (wait === null) passed += 1;
        else expect(wait).toBeGreaterThanOrEqual(1);
      }
      // Never fewer than the burst; never more than that and what the clock can have given, however it jumped.
      expect(passed).toBeGreaterThanOrEqual(Math.min(steps.length, 60));
      const forward = steps.reduce((sum, s) => sum + Math.max(0, s), 0);
      expect(passed).toBeLessThanOrEqual(60 + (forward / 1000) * 10);
    }),
  );
});

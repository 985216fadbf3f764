import fc from 'fast-check';
import { expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { randomSetup } from '@/tests/support/random-setup';
import { mustAssess } from '../../assess';
import { compareScores, failsNothing, isAsSound, isBetter, scoreOf } from '.';

test('what is dropped before all of it is judged is no better by its whole score', () => {
  const seen = { better: 0, no: 0 };
  fc.assert(
    fc.property(randomSetup, randomSetup, (one, other) => {
      const [a, b] = [mustAssess(one, catalogue), mustAssess(other, catalogue)];
      const early = { better: isBetter(a, b), sound: isAsSound(a, b), whole: failsNothing(a) };
      seen[early.better ? 'better' : 'no'] += 1;
      const [x, y] = [scoreOf(a), scoreOf(b)];
      expect(early).toEqual({
        better: compareScores(x, y) < 0,
        sound: x.failing + x.unknown <= y.failing + y.unknown,
        whole: x.failing === 0,
      });
    }),
    { numRuns: 150, seed: 2026 },
  );
  expect(Math.min(seen.better, seen.no)).toBeGreaterThan(20);
});

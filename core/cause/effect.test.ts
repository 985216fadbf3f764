import fc from 'fast-check';
import { expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { demoSetups } from '@/demo';
import { randomSetup } from '@/tests/support/random-setup';
import { mustAssess } from '../assess';
import { effectOf, failingOf, keyOf } from '.';

test('nothing that still fails is mended; where nothing fails any more, and all is known, everything is', () => {
  const seen = { some: 0, all: 0, worse: 0 };
  fc.assert(
    fc.property(randomSetup, fc.oneof(randomSetup, fc.constantFrom(...demoSetups)), (ill, other) => {
      const before = mustAssess(ill, catalogue);
      const after = mustAssess(other, catalogue);
      fc.pre(before.verdicts.some((v) => v.status === 'fail'));
      // Asked first, when of the other setup nothing is judged yet.
      const { resolved, worse, failing } = effectOf(before, after);
      const illNow = after.verdicts.filter((v) => v.status === 'fail' || v.status === 'not known');
      const still = new Set(after.verdicts.some((v) => v.status === 'fail') ? failingOf(after).map(keyOf) : []);
      for (const key of resolved) expect(still.has(key)).toBe(false);
      expect(failing).toBe(illNow.length);
      if (illNow.length === 0) {
        expect(resolved).toEqual(new Set(failingOf(before).map(keyOf)));
        seen.all += 1;
      }
      const wasWell = (gate: (typeof illNow)[number]['gate']) =>
        ['pass', 'caution'].includes(before.byGate[gate].status);
      if (illNow.some((v) => wasWell(v.gate))) {
        expect(worse).toBe(true);
        seen.worse += 1;
      }
      if (resolved.size > 0) seen.some += 1;
    }),
    { numRuns: 200, seed: 2026 },
  );
  expect(Math.min(seen.some, seen.all, seen.worse)).toBeGreaterThan(10);
});

import fc from 'fast-check';
import { expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { demoSetups } from '@/demo';
import { randomSetup } from '@/tests/support/random-setup';
import { GATES } from '../gates';
import { mustAssess } from '.';

test('in which order gates are asked decides nothing', () => {
  const anySetup = fc.oneof(randomSetup, fc.constantFrom(...demoSetups));
  fc.assert(
    fc.property(anySetup, fc.shuffledSubarray([...GATES]), (setup, first) => {
      const whole = mustAssess(setup, catalogue);
      const piecemeal = mustAssess(setup, catalogue);
      for (const gate of first) expect(piecemeal.byGate[gate].gate).toBe(gate);
      const told = (of: typeof whole) => JSON.stringify(of.verdicts);
      expect(told(piecemeal)).toBe(told(whole));
    }),
    { numRuns: 60, seed: 2026 },
  );
});

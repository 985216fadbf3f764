import { expect, test } from 'vitest';
import { itemAt } from '@/core/algorithms';
import { mustAssess } from '@/core/assess';
import { apply, faultsOf } from '@/core/change';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { type Cause, causesOf } from '.';

test('what is told before all is tried is told in the end as well, in the same words', () => {
  let early = 0;
  for (const setup of demoSetups.slice(0, 2)) {
    for (const { change } of [...faultsOf(setup, catalogue)].filter((_, i) => i % 5 === 0)) {
      const broken = apply(setup, catalogue, change);
      const before = broken && mustAssess(broken, catalogue);
      if (!before || before.verdicts.every((v) => v.status !== 'fail')) continue;
      const steps: (readonly Cause[])[] = [];
      // The list told may grow: each step is kept as it was.
      for (const told of causesOf(broken, catalogue, before)) steps.push([...told]);
      const first = steps.findIndex((s) => s.length > 0);
      if (first < 0) continue;
      const last = itemAt(steps, steps.length - 1).map((c) => c.sentence);
      expect(last).toContain(itemAt(itemAt(steps, first), 0).sentence);
      if (first < steps.length / 2) early++;
    }
  }
  expect(early).toBeGreaterThan(10);
});

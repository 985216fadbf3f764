import { expect, test } from 'vitest';
import { demoDrawer, demoJobs } from '@/demo';
import { catalogue } from '@/tests/support/frozen';
import { itemAt } from '../algorithms';
import { plan } from './plan';
import { classNeeds } from './stock';
import { usesOf } from './uses';

test('a class is good for just those jobs of which some working chain takes it', () => {
  const jobs = demoJobs.slice(0, 2);
  const uses = [...usesOf(jobs, demoDrawer, catalogue)].at(-1)!;
  const takenFor = jobs.map((job) => {
    const { working } = [...plan({ ...job, budget: null }, demoDrawer, catalogue)].at(-1)!;
    return new Set(working.flatMap((a) => [...classNeeds(a.setup, catalogue).keys()]));
  });
  for (const c of catalogue.parts.keys()) {
    expect(uses.get(c) ?? [], c).toEqual(jobs.filter((_, i) => itemAt(takenFor, i).has(c)).map((j) => j.id));
  }
  expect(new Set([...uses.values()].map((u) => u.length))).toEqual(new Set([1, 2]));
});

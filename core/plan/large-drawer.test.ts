import { describe, expect, test } from 'vitest';
import { demoDrawer, demoJobs } from '@/demo';
import { catalogue } from '@/tests/support/frozen';
import { largeDrawer, trialJob, trialJobs } from '@/tests/support/trials';
import type { Drawer, Job } from '../model';
import { plan } from './plan';

const cheapest = (wanted: Job, drawer: Drawer) =>
  Math.min(...[...plan(wanted, drawer, catalogue)].at(-1)!.working.map((a) => a.cost));

describe.each([...demoJobs, ...trialJobs].map((j) => [j.name, j] as const))('%s, owning 60 parts', (_, wanted) => {
  test('there is an answer, and it costs no more than with the few that the demo owns', () => {
    const large = cheapest(wanted, largeDrawer);
    expect(large).toBeLessThanOrEqual(cheapest(wanted, demoDrawer));
    expect(large).toBeLessThan(Number.POSITIVE_INFINITY);
  });
});

test('where nothing gives what is needed, the nearest misses tell what is missing', () => {
  const few: Drawer = {
    ...demoDrawer,
    parts: ['condenser-xlr', 'lead-xlr-4', 'lapel-4'].map((c) => ({ id: c, class: c })),
  };
  const wanted = trialJob({ hearing: 'far-end', purpose: 'call', app: 'browser-call', budget: 0 });
  const { answers } = [...plan({ ...wanted, distanceM: 0.5 }, few, catalogue)].at(-1)!;
  expect(answers.length).toBeGreaterThan(0);
  for (const a of answers) expect(a.verdicts.find((v) => v.gate === 'heard')!.status).toBe('fail');
});

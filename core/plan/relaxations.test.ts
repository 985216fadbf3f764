import { expect, test } from 'vitest';
import { demoJobs } from '@/demo';
import { catalogue } from '@/tests/support/frozen';
import { itemAt } from '../algorithms';
import type { Job } from '../model';
import { relaxations } from '.';

const last = (job: Job) => [...relaxations(job, null, catalogue)].at(-1)!;
const kiln = demoJobs.find((j) => j.id === 'kiln-opening')!;

test('with nothing owned and nothing to spend, money opens the way; each opener changes one blank and works', () => {
  const job: Job = { ...kiln, budget: 0 };
  const found = last(job);
  expect(found.filter((o) => o.job.device !== job.device).length).toBeLessThanOrEqual(3);
  expect(found.map((o) => o.label)).toContain('Spend what it takes');
  for (const o of found) {
    expect(o.answer.score).toMatchObject({ failing: 0, unknown: 0 });
    const changed = (Object.keys(o.job) as (keyof Job)[]).filter((k) => o.job[k] !== job[k]);
    expect(changed).toHaveLength(1);
    expect(o.answer.setup.job[itemAt(changed, 0)]).toBe(o.job[itemAt(changed, 0)]);
  }
});

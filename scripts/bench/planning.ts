import { catalogue } from '@/catalogue';
import { mustAssess } from '@/core/assess';
import { kitsFor, plan, solver } from '@/core/plan';
import { demoDrawer, demoJobs } from '@/demo';
import { catalogue as frozen } from '@/tests/support/frozen';
import { largeDrawer, trialJobs } from '@/tests/support/trials';
import { largest } from './assessing';
import { against, type Row } from './measure';

const reference = 'assess, the largest demo setup';
const judge = () => mustAssess(largest.setup, catalogue);

export async function* planning(): AsyncGenerator<Row> {
  const jobs = [...demoJobs.map((job) => [job, catalogue] as const), ...trialJobs.map((job) => [job, frozen] as const)];
  for (const [job, classes] of jobs) {
    let first = 0;
    const whole = () => {
      const start = performance.now();
      first = 0;
      for (const p of plan(job, largeDrawer, classes)) {
        if (first === 0 && p.answers.length > 0) first = performance.now() - start;
      }
    };
    const row = await against(`plan, ${job.name}`, whole, reference, judge, { runs: 3, goal: '250 ms' });
    yield { ...row, what: `${row.what} (first answer ${first.toFixed(0)} ms)` };
  }
  const solve = await solver();
  const jobsOfKit = demoJobs.slice(0, 3);
  yield against(
    `kit, ${jobsOfKit.length} jobs`,
    async () => {
      for await (const _ of kitsFor(
        { jobs: jobsOfKit, atOnce: [], mostG: null },
        demoDrawer,
        catalogue,
        async () => solve,
      ))
        void _;
    },
    reference,
    judge,
    { runs: 3, goal: '1500 ms' },
  );
}

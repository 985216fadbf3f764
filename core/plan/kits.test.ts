import { expect, test } from 'vitest';
import { demoDrawer, demoJobs } from '@/demo';
import { catalogue } from '@/tests/support/frozen';
import { trialJobs } from '@/tests/support/trials';
import { checkDocument, type Drawer, FORMAT_VERSION, type Job, kindOf } from '../model';
import { type Solve, solver } from './kit';
import { type KitProgress, kitsFor } from './kits';
import { plan } from './plan';
import { kindNeeds } from './stock';

/** As long as it takes: what is proved does not hang on what else the machine does. */
const solve = solver().then(
  (s): Solve =>
    (lp) =>
      s(lp, 900),
);
const named = (name: RegExp): Job => {
  const job = [...demoJobs, ...trialJobs].find((j) => name.test(j.name))!;
  return { ...job, id: job.name.replace(/\W+/g, '-'), budget: null };
};

async function kitFor(jobs: readonly Job[], drawer: Drawer | null): Promise<KitProgress> {
  let last: KitProgress | null = null;
  for await (const p of kitsFor({ jobs, atOnce: [], mostG: null }, drawer, catalogue, () => solve)) last = p;
  return last!;
}

/** What one spends who buys for one job after the other, always the cheapest, and keeps what was bought. */
function boughtInOrder(jobs: readonly Job[], drawer: Drawer | null): number {
  let parts = drawer?.parts ?? [];
  let spent = 0;
  for (const job of jobs) {
    const owned: Drawer = { format: 'symplex.drawer', version: FORMAT_VERSION, id: 'd', name: 'd', parts };
    const { working } = [...plan(job, owned, catalogue)].at(-1)!;
    const cheapest = working.reduce((a, b) => (b.cost < a.cost ? b : a));
    spent += cheapest.cost;
    parts = [...parts, ...cheapest.toBuy.map((p, i) => ({ id: `${p.class}-${parts.length + i}`, class: p.class }))];
  }
  return spent;
}

test.each([
  ['a call through a mixer; a phone and a camera', [/a call/, /and a camera/], null],
  ['two voices; a voice and a guitar', [/two voices/, /guitar/], demoDrawer],
  ['a talk, a visit and an opening', [/^Glaze/, /^Workshop/, /^Kiln/], null],
] as const)(
  '%s: a kit costs no more than to buy for one after the other, and does every job',
  async (_, names, drawer) => {
    const jobs = names.map(named);
    const { kits, done } = await kitFor(jobs, drawer);
    expect(done).toBe(true);
    const [{ kit, answers }] = kits;
    for (const order of [jobs, [...jobs].reverse()])
      expect(kit.cost).toBeLessThanOrEqual(boughtInOrder(order, drawer) + 1e-9);
    const there = (c: string) =>
      (drawer?.parts.filter((p) => kindOf(p, catalogue.parts.get(p.class)!) === c).length ?? 0) +
      (kit.buy.find((b) => b.classId === c)?.count ?? 0);
    for (const { answer } of answers) {
      expect(answer.score).toMatchObject({ failing: 0, unknown: 0 });
      expect(checkDocument(answer.setup, catalogue)).toBeNull();
      for (const [c, n] of kindNeeds(answer.setup, catalogue)) expect(there(c)).toBeGreaterThanOrEqual(n);
    }
  },
);

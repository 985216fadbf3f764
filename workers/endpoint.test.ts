import { expect, test } from 'vitest';
import { itemAt } from '@/core/algorithms';
import type { PlanProgress } from '@/core/plan';
import { demoDrawer, demoJobs, demoSetups } from '@/demo';
import { endpoint } from './endpoint';

const hear = () => {
  const heard: PlanProgress[] = [];
  return { heard, tell: (p: PlanProgress) => heard.push(p) };
};

test('a plan tells of answers from its first step on, and says when it came to its end', async () => {
  const { heard, tell } = hear();
  expect(await endpoint.plan(itemAt(demoJobs, 2), demoDrawer, tell)).toBe(true);
  expect(itemAt(heard, 0).answers.length).toBeGreaterThan(0);
  expect(heard.at(-1)!.done).toBe(true);
});

test('a later search ends an earlier one, and stop ends any, after the step under way', async () => {
  const first = hear();
  const second = hear();
  const running = endpoint.plan(itemAt(demoJobs, 0), demoDrawer, first.tell);
  const later = endpoint.plan(itemAt(demoJobs, 2), demoDrawer, second.tell);
  expect(await running).toBe(false);
  expect(first.heard.length).toBeLessThan(3);
  endpoint.stop();
  expect(await later).toBe(false);
  expect(second.heard.some((p) => p.done)).toBe(false);
});

test('what is told can be sent to another thread', async () => {
  const judged = endpoint.judge(itemAt(demoSetups, 0));
  expect(judged.ok).toBe(true);
  expect(structuredClone(judged)).toEqual(judged);
  const mends: unknown[] = [];
  await endpoint.mends(itemAt(demoSetups, 1), demoDrawer, (m) => mends.push(structuredClone(m)));
  expect(mends.length).toBeGreaterThan(0);
  expect(structuredClone(endpoint.swaps(itemAt(demoSetups, 1), 'lead', demoDrawer)).length).toBeGreaterThan(0);
});

test('a setup with a fault is answered with its place, not with a throw', () => {
  const judged = endpoint.judge({ ...itemAt(demoSetups, 0), parts: [{ id: 'x', class: 'nothing' }] });
  expect(judged).toMatchObject({ ok: false, message: expect.stringContaining('/parts/0/class') });
});

import type { Catalogue, Drawer, Job } from '../model';
import { plan } from './plan';
import { classNeeds } from './stock';

/** By class, the jobs (by id) for which some working chain takes it. */
export type Uses = ReadonlyMap<string, readonly string[]>;

/**
 * What each class is good for among these jobs. Chains are counted without the jobs' budgets: what is bought for one job is
 * there for the next. A generator: each step is one more job, told once all its chains are known.
 */
export function* usesOf(jobs: readonly Job[], drawer: Drawer | null, catalogue: Catalogue): Generator<Uses | null> {
  const uses = new Map<string, readonly string[]>();
  for (const job of jobs) {
    const classes = new Set<string>();
    for (const p of plan({ ...job, budget: null }, drawer, catalogue)) {
      if (p.done) for (const a of p.working) for (const c of classNeeds(a.setup, catalogue).keys()) classes.add(c);
      else yield null;
    }
    for (const c of classes) uses.set(c, [...(uses.get(c) ?? []), job.id]);
  }
  yield uses;
}

import { catalogue } from '@/catalogue';
import { type Drawer, FORMAT_VERSION, type Job, type Sort, type Source } from '@/core/model';
import { trialJob, voice } from './trials';

/**
 * Jobs with the answer that somebody who does this for a living would give, and why; our own, of every kind there is.
 * What is owned is told by class. `takes`: one of these lists of classes ("a|b" for either) is all in one of the first three
 * answers; an empty list where there is no answer.
 */
export interface Practice {
  readonly name: string;
  readonly job: Job;
  readonly drawer: Drawer;
  readonly takes: readonly string[];
  /** Money that it may cost at most. */
  readonly most: number;
  /** In no answer. */
  readonly never: string;
  readonly why: string;
}

export const voices = (n: number, splAt1m = 62): Source[] =>
  Array.from({ length: n }, (_, i) => ({ ...voice(i + 1), splAt1m }));
export { from as wire } from './trials';

type Filled = Partial<Omit<Job, 'with'>> & { readonly asks?: readonly (Sort | { readonly class: string })[] };

function job(name: string, { asks, ...fill }: Filled): Job {
  const asked = (asks ?? []).map((a) => (typeof a === 'string' ? { sort: a } : a));
  const change = { id: 'practice', name, ...fill, ...(asked.length > 0 ? { with: asked } : {}) };
  return trialJob(change, catalogue);
}

const MANY = Number.POSITIVE_INFINITY;

export const practice = (
  name: string,
  fill: Filled,
  owns: string,
  takes: readonly string[],
  why: string,
  { most = MANY, never = '' }: { readonly most?: number; readonly never?: string } = {},
): Practice => ({
  name,
  job: job(name, fill),
  drawer: {
    format: 'symplex.drawer',
    version: FORMAT_VERSION,
    id: 'owned',
    name: 'Owned',
    parts: owns
      .split(' ')
      .filter(Boolean)
      .map((c, i) => ({ id: `o${i + 1}`, class: c })),
  },
  takes,
  most,
  never,
  why,
});

import { catalogue } from '@/catalogue';
import { type Drawer, FORMAT_VERSION, type Job, RATED_SPL, type Sort, type Source } from '@/core/model';
import { atHome } from './bench-setup';

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
  Array.from({ length: n }, (_, i) => ({ id: `v${i + 1}`, name: `Voice ${i + 1}`, splAt1m }));
export const wire = (id: string): Source => ({ id, name: id, splAt1m: RATED_SPL, from: id, sound: 'music' });

type Filled = Partial<Omit<Job, 'with'>> & { readonly asks?: readonly (Sort | { readonly class: string })[] };

function job(name: string, { asks, ...fill }: Filled): Job {
  const asked = (asks ?? []).map((a) => (typeof a === 'string' ? { sort: a } : a));
  return atHome(catalogue, {
    format: 'symplex.job',
    version: FORMAT_VERSION,
    id: 'practice',
    name,
    purpose: 'record',
    sources: voices(1),
    arrangement: 'one',
    device: 'phone-headset',
    app: 'recorder-picker',
    minutes: 30,
    hearing: 'nothing',
    place: 'desk-mains',
    distanceM: 1,
    budget: null,
    ...fill,
    ...(asked.length > 0 ? { with: asked } : {}),
  });
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

import { countText, listText } from '@/core/format';
import { type Job, type Mains, mainsOf, PLAIN_MAINS, type Setup, sameMains } from '@/core/model';
import type { Edit } from '@/store';

/** What comes out of walls, commonest first (IEC 60038 and IEC's list of world plugs, from memory). */
export const MAINS: readonly Mains[] = [
  PLAIN_MAINS,
  { hz: 60, volt: 120 },
  { hz: 60, volt: 220 },
  { hz: 60, volt: 127 },
  { hz: 50, volt: 100 },
  { hz: 60, volt: 100 },
];

export const mainsText = ({ hz, volt }: Mains): string => `${volt} V at ${hz} Hz`;

/** A job at this mains; the plain one is not told. */
function jobAt(job: Job, mains: Mains): Job {
  const { mains: _, ...rest } = job;
  return sameMains(mains, PLAIN_MAINS) ? rest : { ...rest, mains };
}

interface Elsewhere {
  /** "two setups and one job". */
  readonly words: string;
  readonly edits: readonly Edit[];
}

/** What is kept and reckoned at another mains than this; null where all is at it. */
export function elsewhere(setups: readonly Setup[], jobs: readonly Job[], mains: Mains): Elsewhere | null {
  const others = {
    setups: setups.filter((s) => !sameMains(mainsOf(s.job), mains)),
    jobs: jobs.filter((j) => !sameMains(mainsOf(j), mains)),
  };
  const edits: readonly Edit[] = [
    ...others.setups.map(
      ({ id }): Edit => ({ kind: 'setups', id, become: (s) => s && { ...s, job: jobAt(s.job, mains) } }),
    ),
    ...others.jobs.map(({ id }): Edit => ({ kind: 'jobs', id, become: (j) => j && jobAt(j, mains) })),
  ];
  if (edits.length === 0) return null;
  const words = [
    others.setups.length > 0 ? countText(others.setups.length, 'setup') : [],
    others.jobs.length > 0 ? countText(others.jobs.length, 'job') : [],
  ].flat();
  return { words: listText(words), edits };
}

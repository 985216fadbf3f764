import { metresText } from '../format';
import { askedName, type Catalogue, type Drawer, isCarried, type Job } from '../model';
import type { Answer } from './answers';
import { plan } from './plan';

/** One wish of a job that could be given up, and the job without it. */
export interface Wishing {
  /** As it is said of the job: "hand-held", "a side each". */
  readonly wish: string;
  readonly without: (job: Job) => Job;
}

/** Wishes that cannot hold together: without any one of them some chain works. */
export interface Conflict {
  readonly wishes: readonly { readonly wish: string; readonly job: Job; readonly answer: Answer }[];
  /** Of a job that no chain does whatever is given up. */
  readonly never: boolean;
}

const PLACES = { gimbal: 'on a gimbal', hand: 'hand-held', desk: 'without mains' } as const;

/** What a person wishes of a job beyond voices, device and app, in the order in which it is easiest to give up. */
export function wishesOf(job: Job, catalogue: Catalogue): readonly Wishing[] {
  const all: (Wishing | false | undefined)[] = [
    job.budget !== null && { wish: 'what is to be spent at most', without: (j) => ({ ...j, budget: null }) },
    ...(job.with ?? []).map((w, i) => ({
      wish: `with ${askedName(w, catalogue)}`,
      without: (j: Job): Job => {
        const left = (j.with ?? []).filter((x) => JSON.stringify(x) !== JSON.stringify(job.with?.[i]));
        const { with: _, ...rest } = j;
        return left.length > 0 ? { ...rest, with: left } : rest;
      },
    })),
    job.charging && {
      wish: 'charged all the while',
      without: ({ charging: _, ...j }) => j,
    },
    job.hearing !== 'nothing' && { wish: 'what is to be heard', without: (j) => ({ ...j, hearing: 'nothing' }) },
    job.arrangement !== 'one' && {
      wish: job.arrangement === 'side-each' ? 'a side each' : 'mixed to both sides',
      without: (j) => ({ ...j, arrangement: 'one' }),
    },
    job.place !== 'desk-mains' && {
      wish: isCarried(job) ? PLACES[job.place] : PLACES.desk,
      without: (j) => ({ ...j, place: 'desk-mains' }),
    },
    job.minutes > 60 && { wish: `for ${job.minutes} minutes`, without: (j) => ({ ...j, minutes: 60 }) },
    job.distanceM > 1 && { wish: `${metresText(job.distanceM)} away`, without: (j) => ({ ...j, distanceM: 1 }) },
  ];
  return all.filter((w): w is Wishing => Boolean(w));
}

/** The first chain that works, in time. */
function working(job: Job, drawer: Drawer | null, catalogue: Catalogue): Answer | null {
  for (const { answers } of plan(job, drawer, catalogue)) {
    const answer = answers.find((a) => a.score.failing + a.score.unknown === 0);
    if (answer) return answer;
  }
  return null;
}

/**
 * Of a job that no chain does: the smallest set of its wishes that cannot hold together (a deletion filter: each wish in turn
 * is given up for good where the rest cannot hold without it either). Then each of them alone is what to give up.
 * A generator: each step is one job planned; the last value is the conflict.
 */
export function* conflictOf(job: Job, drawer: Drawer | null, catalogue: Catalogue): Generator<Conflict | null> {
  let kept = wishesOf(job, catalogue);
  const bare = kept.reduce((j, w) => w.without(j), job);
  if (!working(bare, drawer, catalogue)) {
    yield { wishes: [], never: true };
    return;
  }
  yield null;
  let now = job;
  for (const w of [...kept].reverse()) {
    const without = w.without(now);
    if (!working(without, drawer, catalogue)) {
      now = without;
      kept = kept.filter((k) => k !== w);
    }
    yield null;
  }
  const wishes = kept.flatMap((w) => {
    // Alone where that is enough; where there is a second conflict, with what that one needs as well.
    for (const given of [w.without(job), w.without(now)]) {
      const answer = working(given, drawer, catalogue);
      if (answer) return [{ wish: w.wish, job: given, answer }];
    }
    return [];
  });
  yield { wishes, never: false };
}

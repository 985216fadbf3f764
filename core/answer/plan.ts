import { type Catalogue, type Drawer, type Job, notKnownIn, type With } from '../model';
import {
  type Answer,
  type Conflict,
  conflictOf,
  type PlanProgress,
  plan,
  type Relaxation,
  relaxations,
  type WhyNot,
  whyNot,
} from '../plan';

/** What the search for chains found, and of a dead end what is to blame and what would open a way. */
export interface Planned {
  readonly answers: readonly Answer[];
  readonly tried: number;
  readonly upTo: PlanProgress['upTo'];
  readonly works: boolean;
  readonly impossible: string | null;
  readonly conflict: Conflict | null;
  readonly openers: readonly Relaxation[];
  readonly why: WhyNot | null;
}

/** The last that a search tells. */
function lastOf<T>(steps: Iterable<T | null>): T | null {
  let last: T | null = null;
  for (const step of steps) last = step ?? last;
  return last;
}

/** Waits for the search to end. */
export function planFor(job: Job, drawer: Drawer | null, catalogue: Catalogue, asked: With | null): Planned {
  const progress = lastOf<PlanProgress>(plan(job, drawer, catalogue));
  const answers: readonly Answer[] = progress?.answers ?? [];
  const works = answers.some((a) => a.score.failing + a.score.unknown === 0);
  const impossible = progress?.impossible ?? null;
  const dead = works || notKnownIn(job, catalogue) !== null;
  return {
    answers,
    tried: progress?.routes.length ?? 0,
    upTo: progress?.upTo ?? 'some',
    works,
    impossible,
    conflict: dead || impossible ? null : lastOf<Conflict>(conflictOf(job, drawer, catalogue)),
    openers: dead ? [] : (lastOf(relaxations(job, drawer, catalogue)) ?? []),
    why: asked ? lastOf(whyNot(job, drawer, catalogue, asked)) : null,
  };
}

/** The same as a document: public/schemas/plan.schema.json. */
export const planAnswer = (job: Job, { answers, tried, impossible, conflict, openers, why }: Planned) => ({
  job: job.id,
  tried,
  answers: answers.map((a) => ({ ...inShort(a), setup: a.setup })),
  impossible,
  conflict: conflict?.wishes.map((w) => w.wish) ?? [],
  openers: openers.map((o) => ({ change: o.label, cost: o.answer.cost, pieces: o.answer.pieces })),
  whyNot: why && {
    works: why.works,
    sentence: why.works ? why.behind : (why.best?.weakest.sentence ?? null),
    opens: why.opens?.label ?? null,
    chain: why.best && inShort(why.best),
  },
});

const inShort = ({
  cost,
  toBuy,
  pieces,
  massG,
  setUpS,
  score,
  weakest,
  best,
  lostBy,
  toWin,
  or,
  snrDb,
  setup,
}: Answer) => ({
  cost,
  toBuy: toBuy.map((p) => p.class),
  pieces,
  massG,
  setUpS,
  best,
  ...score,
  weakest: { gate: weakest.gate, status: weakest.status, margin: weakest.margin, sentence: weakest.sentence },
  snrDb,
  session: setup.session ?? null,
  lostBy,
  toWin,
  or,
});

import { catalogue } from '@/catalogue';
import { assess, mustAssess, type Report, report } from '@/core/assess';
import { type KnobTable, knobTables, knobUses, type Way, wayOf } from '@/core/call';
import type { FaultKind } from '@/core/change';
import { type DiagnosisProgress, diagnose, type HuntEvent, type Seen } from '@/core/diagnose';
import { type Levels, levelsOf, type Wish } from '@/core/levels';
import { mends, type Standing } from '@/core/mend';
import {
  checkDocument,
  type Drawer,
  type Job,
  type JointId,
  type PartId,
  type Setup,
  type Usual,
  type With,
} from '@/core/model';
import {
  type AsTold,
  asTold,
  type Conflict,
  conflictOf,
  type HubPorts,
  hubPorts,
  type KitProgress,
  type KitWish,
  kitsFor,
  type PlanProgress,
  plan,
  type Quieter,
  quieterFor,
  type Relaxation,
  relaxations,
  type Swap,
  solver,
  swapsFor,
  type Told,
  type Uses,
  usesOf,
  type WhyNot,
  whyNot,
} from '@/core/plan';
import { type Answered, courseOf, type Exercise, type Grade, type Practising, practise } from '@/core/practice';
import { insertion, type Probe, probeJoint, type Stretch } from '@/core/readings';
import { type AidProgress, firstAid } from '@/core/run';
import { type Act, act, asTried, atRest, type PluggingOrder, type StandIn, shortestOrder } from '@/core/standin';

/** What an exercise hides is told by its level and seed alone. */
export type Hidden = Pick<Exercise, 'level' | 'seed'>;

export type Judged = { readonly ok: true; readonly report: Report } | { readonly ok: false; readonly message: string };

/** The stand-in, the setup as it was tried on it, and what the gates say of that; null where they cannot tell. */
export interface Tried {
  readonly state: StandIn;
  readonly setup: Setup;
  readonly report: Report | null;
}

export interface CloseUp {
  readonly probes: readonly Probe[];
  readonly way: readonly Stretch[];
}

/** Of browsers that have it; the types of the language do not know it yet. */
declare const scheduler:
  | { postTask(task: () => void, options: { readonly priority: 'background' }): Promise<void> }
  | undefined;

/**
 * Lets messages in between two steps of long work; a timer of 0 would wait 4 ms. By a task where there are tasks: Chromium
 * (seen with 156) can die of a null pointer where a port is posted to by a worker whose page is being left.
 */
const breathe = (): Promise<void> =>
  typeof scheduler === 'undefined'
    ? new Promise((resolve) => {
        const { port1, port2 } = new MessageChannel();
        port1.onmessage = () => {
          port1.close();
          resolve();
        };
        port2.postMessage(null);
      })
    : scheduler.postTask(() => undefined, { priority: 'background' });

let running = 0;

/** Run a search step by step; a later search or `stop` ends it. Tells of what it has each time something is new. */
async function search<T>(steps: Iterable<T> | AsyncIterable<T>, tell: (found: T) => void): Promise<boolean> {
  running += 1;
  const mine = running;
  let last: T | undefined;
  for await (const found of steps) {
    // What is no news is not sent.
    if (found !== last) tell(found);
    last = found;
    await breathe();
    if (running !== mine) return false;
  }
  return true;
}

/** What the pages may ask of the other thread. Plain data in and out. */
export const endpoint = {
  judge(setup: Setup): Judged {
    const wrong = checkDocument(setup, catalogue);
    if (wrong) return { ok: false, message: `At ${wrong.pointer || 'the top'}: ${wrong.message}` };
    const assessed = assess(setup, catalogue);
    return assessed.ok
      ? { ok: true, report: report(assessed.value) }
      : { ok: false, message: assessed.problem.message };
  },
  // What works but is not shown stays here: it is much to send at each step.
  plan: (job: Job, drawer: Drawer | null, tell: (p: PlanProgress) => void) =>
    search(plan(job, drawer, catalogue), (p) => tell({ ...p, working: [] })),
  kits: (wish: KitWish, drawer: Drawer | null, tell: (p: KitProgress) => void) =>
    search(kitsFor(wish, drawer, catalogue, solver), tell),
  uses: (jobs: readonly Job[], drawer: Drawer | null, tell: (u: Uses) => void) =>
    search(usesOf(jobs, drawer, catalogue), (u) => u && tell(u)),
  openers: (job: Job, drawer: Drawer | null, tell: (o: readonly Relaxation[]) => void) =>
    search(relaxations(job, drawer, catalogue), tell),
  conflict: (job: Job, drawer: Drawer | null, tell: (c: Conflict) => void) =>
    search(conflictOf(job, drawer, catalogue), (c) => c && tell(c)),
  whyNot: (job: Job, drawer: Drawer | null, asked: With, tell: (w: WhyNot) => void) =>
    search(whyNot(job, drawer, catalogue, asked), (w) => w && tell(w)),
  asTold: (told: Told, named: Pick<Setup, 'id' | 'name'>, usual: Usual, tell: (found: AsTold) => void) =>
    search(asTold(told, named, usual, catalogue), tell),
  mends: (setup: Setup, drawer: Drawer | null, tell: (s: Standing) => void) =>
    search(mends(setup, drawer, catalogue), tell),
  diagnose: (
    setup: Setup,
    drawer: Drawer | null,
    seen: readonly Seen[],
    events: readonly HuntEvent[],
    tell: (p: DiagnosisProgress) => void,
  ) => search(diagnose(setup, catalogue, drawer, seen, events), tell),
  aid: (setup: Setup, drawer: Drawer | null, seen: readonly Seen[], tell: (p: AidProgress) => void) =>
    search(firstAid(setup, catalogue, drawer, seen), tell),
  practise: (setup: Setup, level: number, seed: number, due: readonly FaultKind[], tell: (p: Practising) => void) =>
    search(practise(setup, catalogue, level, seed, due), tell),
  practiceAnswer: (setup: Setup, exercise: Hidden, done: readonly string[], id: string): Answered =>
    courseOf(setup, catalogue).answer(exercise, done, id),
  practiceGrade: (setup: Setup, exercise: Exercise, done: readonly string[], named: readonly string[]): Grade =>
    courseOf(setup, catalogue).grade(exercise, done, named),
  levels: (setup: Setup, wish: Wish, tell: (l: Levels) => void) => search(levelsOf(setup, catalogue, wish), tell),
  quieter: (setup: Setup, drawer: Drawer | null): readonly Quieter[] => quieterFor(setup, drawer, catalogue),
  /** The stand-in device after these acts, from rest, and what the gates say of it. */
  standIn(setup: Setup, acts: readonly Act[]): Tried {
    const state = acts.reduce((now, a) => act(setup, catalogue, now, a), atRest(setup, catalogue));
    const tried = asTried(setup, catalogue, state);
    const assessment = mustAssess(tried, catalogue);
    // A history that its end does not show (drawn out and put in again) can leave the app on what the gates cannot know.
    const told = assessment.readings.stand.taken === state.taken;
    return { state, setup: tried, report: told ? report(assessment) : null };
  },
  order: (setup: Setup): PluggingOrder | null => shortestOrder(setup, catalogue),
  /** What a joint's contacts offer when it is open, and what happens on the plug's way in. */
  closeUp(setup: Setup, joint: JointId): CloseUp {
    const probes = probeJoint(setup, catalogue, joint);
    return { probes: probes.ok ? probes.value : [], way: insertion(setup, catalogue, joint) };
  },
  wayOf: (setup: Setup, from: string, to: string): Way => wayOf(setup, catalogue, from, to),
  knobTables: (setup: Setup): readonly KnobTable[] => knobTables(knobUses(setup, catalogue)),
  hubPorts: (setup: Setup): readonly HubPorts[] => hubPorts(setup, catalogue),
  swaps: (setup: Setup, part: PartId, drawer: Drawer | null): readonly Swap[] =>
    swapsFor(setup, part, drawer, catalogue),
  stop() {
    running += 1;
  },
};

export type Endpoint = typeof endpoint;

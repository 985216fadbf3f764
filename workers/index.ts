import { proxy } from 'comlink';
import type { KnobTable, Way } from '@/core/call';
import type { FaultKind } from '@/core/change';
import type { DiagnosisProgress, HuntEvent, Seen } from '@/core/diagnose';
import { style } from '@/core/format';
import type { Levels, Wish } from '@/core/levels';
import type { Standing } from '@/core/mend';
import type { Drawer, Job, JointId, PartId, Setup, Usual, With } from '@/core/model';
import type {
  AsTold,
  Conflict,
  HubPorts,
  KitProgress,
  KitWish,
  PlanProgress,
  Quieter,
  Relaxation,
  Swap,
  Told,
  Uses,
  WhyNot,
} from '@/core/plan';
import type { Answered, Exercise, Grade, Practising } from '@/core/practice';
import type { AidProgress } from '@/core/run';
import type { Act, PluggingOrder } from '@/core/standin';
import type { CloseUp, Endpoint, Judged, Tried } from './endpoint';
import { threadOf, unlessStopped } from './thread';

export type { CloseUp, Judged, Tried } from './endpoint';

// One thread answers what the hand is doing now, others search: a search never delays a knob.
const begin = () =>
  threadOf<Endpoint>(
    () => new Worker(new URL('./bench.worker.ts', import.meta.url), { type: 'module', name: JSON.stringify(style()) }),
  );
const threads = { live: begin(), plan: begin(), mend: begin(), levels: begin() } as const;

let judging = false;
let waiting: { readonly setup: Setup; readonly done: (judged: Judged | null) => void } | null = null;

/** Judge a setup. While one is being judged only the newest of the others waits; those in between get null. */
export function judge(setup: Setup): Promise<Judged | null> {
  return new Promise((done) => {
    waiting?.done(null);
    waiting = { setup, done };
    if (!judging) void judgeNext();
  });
}

async function judgeNext(): Promise<void> {
  judging = true;
  while (waiting) {
    const { setup, done } = waiting;
    waiting = null;
    done(
      await threads.live
        .ask<Judged>((t) => t.judge(setup))
        .catch((e: unknown): Judged => ({ ok: false, message: e instanceof Error ? e.message : String(e) })),
    );
  }
  judging = false;
}

/** Search chains; `tell` hears of each improvement. A later call ends an earlier one. @returns whether it came to its end. */
export const planJob = (job: Job, drawer: Drawer | null, tell: (p: PlanProgress) => void): Promise<boolean> =>
  insteadOfEarlier(() => threads.plan.ask((t) => t.plan(job, drawer, proxy(tell))));
export const stopPlan = (): Promise<void> => threads.plan.stop((t) => t.stop());

/** The setup of a chain told in five choices. A later plan, or another such chain, ends it. */
export const makeAsTold = (
  told: Told,
  named: Pick<Setup, 'id' | 'name'>,
  usual: Usual,
  tell: (found: AsTold) => void,
): Promise<boolean> => insteadOfEarlier(() => threads.plan.ask((t) => t.asTold(told, named, usual, proxy(tell))));

/** A step of a search can be long: the thread is not left to finish one that nobody waits for. */
const insteadOfEarlier = async (search: () => Promise<boolean>): Promise<boolean> => {
  await stopPlan();
  return search().catch(unlessStopped(false));
};

/** What would open a way where none is. A later search of this kind ends it. */
export const findOpeners = (
  job: Job,
  drawer: Drawer | null,
  tell: (o: readonly Relaxation[]) => void,
): Promise<boolean> => threads.mend.ask((t) => t.openers(job, drawer, proxy(tell)));

/** Which wishes of a job cannot hold together. A later search of this kind ends it. */
export const findConflict = (job: Job, drawer: Drawer | null, tell: (c: Conflict) => void): Promise<boolean> =>
  threads.levels.ask((t) => t.conflict(job, drawer, proxy(tell)));

/** Why a part that one has is not in the answers. */
export const findWhyNot = (job: Job, drawer: Drawer | null, asked: With, tell: (w: WhyNot) => void): Promise<boolean> =>
  threads.mend.ask((t) => t.whyNot(job, drawer, asked, proxy(tell)));

/** What each class is good for among other jobs; on the thread that a job's page leaves idle. */
export const findUses = (jobs: readonly Job[], drawer: Drawer | null, tell: (u: Uses) => void): Promise<boolean> =>
  threads.levels.ask((t) => t.uses(jobs, drawer, proxy(tell)));

export const findMends = (setup: Setup, drawer: Drawer | null, tell: (s: Standing) => void): Promise<boolean> =>
  threads.mend.ask((t) => t.mends(setup, drawer, proxy(tell)));

/** What is the matter, by what was noticed and tried so far. A later call ends an earlier one. */
export const findDiagnosis = (
  setup: Setup,
  drawer: Drawer | null,
  seen: readonly Seen[],
  events: readonly HuntEvent[],
  tell: (p: DiagnosisProgress) => void,
): Promise<boolean> => threads.mend.ask((t) => t.diagnose(setup, drawer, seen, events, proxy(tell)));

/** What to do first if it fails, by what is noticed. A later call, or Mend, ends an earlier one. */
export const findFirstAid = (
  setup: Setup,
  drawer: Drawer | null,
  seen: readonly Seen[],
  tell: (p: AidProgress) => void,
): Promise<boolean> => threads.mend.ask((t) => t.aid(setup, drawer, seen, proxy(tell)));

/** Hide a fault. A later search of this kind ends it. */
export const findExercise = (
  setup: Setup,
  level: number,
  seed: number,
  due: readonly FaultKind[],
  tell: (p: Practising) => void,
): Promise<boolean> => threads.mend.ask((t) => t.practise(setup, level, seed, due, proxy(tell)));
export const answerInPractice = (
  setup: Setup,
  { level, seed }: Exercise,
  done: readonly string[],
  id: string,
): Promise<Answered> => threads.mend.ask((t) => t.practiceAnswer(setup, { level, seed }, done, id));
export const gradePractice = (
  setup: Setup,
  exercise: Exercise,
  done: readonly string[],
  named: readonly string[],
): Promise<Grade> => threads.mend.ask((t) => t.practiceGrade(setup, exercise, done, named));

export const findSwaps = (setup: Setup, part: PartId, drawer: Drawer | null): Promise<readonly Swap[]> =>
  threads.mend.ask((t) => t.swaps(setup, part, drawer));

/** Windows and settings of all knobs, as they are found. A later call ends an earlier one. */
export const findLevels = (setup: Setup, wish: Wish, tell: (l: Levels) => void): Promise<boolean> =>
  threads.levels.ask((t) => t.levels(setup, wish, proxy(tell)));

export const findQuieter = (setup: Setup, drawer: Drawer | null): Promise<readonly Quieter[]> =>
  threads.mend.ask((t) => t.quieter(setup, drawer));

export const lookCloser = (setup: Setup, joint: JointId): Promise<CloseUp> =>
  threads.mend.ask((t) => t.closeUp(setup, joint));

export const tryOut = (setup: Setup, acts: readonly Act[]): Promise<Tried> =>
  threads.live.ask((t) => t.standIn(setup, acts));

export const findOrder = (setup: Setup): Promise<PluggingOrder | null> => threads.mend.ask((t) => t.order(setup));

/** Which fader carries whom to whom. */
export const findKnobTables = (setup: Setup): Promise<readonly KnobTable[]> =>
  threads.levels.ask((t) => t.knobTables(setup));

/** The connections that carry a voice to a listener. */
export const findWay = (setup: Setup, from: string, to: string): Promise<Way> =>
  threads.levels.ask((t) => t.wayOf(setup, from, to));

export const findHubPorts = (setup: Setup): Promise<readonly HubPorts[]> => threads.mend.ask((t) => t.hubPorts(setup));

/** The smallest purchases for several jobs, as they are found. A later call, or `stopPlan`, ends an earlier one. */
export const findKits = (wish: KitWish, drawer: Drawer | null, tell: (p: KitProgress) => void): Promise<boolean> =>
  insteadOfEarlier(() => threads.plan.ask((t) => t.kits(wish, drawer, proxy(tell))));
export {
  alignTake,
  type Ear,
  type EditedClip,
  editClip,
  type LinedUp,
  lineUpTakes,
  type Measured,
  makeEar,
  makeRecording,
  measureSound,
  measureTake,
  stopTake,
  type Whole,
  wholeTake,
} from './takes';

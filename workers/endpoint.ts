import { catalogue } from '@/catalogue';
import { assess, type Report, report } from '@/core/assess';
import { type Levels, levelsOf, type Wish } from '@/core/levels';
import { checkDocument, type Drawer, type Job, type Setup } from '@/core/model';
import { type Mend, mends, type PlanProgress, plan, type Quieter, quieterFor, type Swap, swapsFor } from '@/core/plan';
import { insertion, type Probe, probeJoint, type Stretch } from '@/core/readings';
import { type Act, act, atRest, type PluggingOrder, type StandIn, shortestOrder } from '@/core/standin';

export type Judged = { readonly ok: true; readonly report: Report } | { readonly ok: false; readonly message: string };

export interface CloseUp {
  readonly probes: readonly Probe[];
  readonly way: readonly Stretch[];
}

/** Lets messages in between two steps of long work; a timer of 0 would wait 4 ms. */
const breathe = (): Promise<void> =>
  new Promise((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(null);
  });

let running = 0;

/** Run a search step by step; a later search or `stop` ends it. Tells of what it has each time something is new. */
async function search<T>(steps: Generator<T>, tell: (found: T) => void): Promise<boolean> {
  running += 1;
  const mine = running;
  for (const found of steps) {
    tell(found);
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
  plan: (job: Job, drawer: Drawer | null, tell: (p: PlanProgress) => void) =>
    search(plan(job, drawer, catalogue), tell),
  mends: (setup: Setup, drawer: Drawer | null, tell: (m: readonly Mend[]) => void) =>
    search(mends(setup, drawer, catalogue), tell),
  levels: (setup: Setup, wish: Wish, tell: (l: Levels) => void) => search(levelsOf(setup, catalogue, wish), tell),
  quieter: (setup: Setup, drawer: Drawer | null): readonly Quieter[] => quieterFor(setup, drawer, catalogue),
  /** The stand-in device after these acts, from rest. */
  standIn: (setup: Setup, acts: readonly Act[]): StandIn =>
    acts.reduce((now, a) => act(setup, catalogue, now, a), atRest(setup, catalogue)),
  order: (setup: Setup): PluggingOrder | null => shortestOrder(setup, catalogue),
  /** What a joint's contacts offer when it is open, and what happens on the plug's way in. */
  closeUp(setup: Setup, joint: string): CloseUp {
    const probes = probeJoint(setup, catalogue, joint);
    return { probes: probes.ok ? probes.value : [], way: insertion(setup, catalogue, joint) };
  },
  swaps: (setup: Setup, part: string, drawer: Drawer | null): readonly Swap[] =>
    swapsFor(setup, part, drawer, catalogue),
  stop() {
    running += 1;
  },
};

export type Endpoint = typeof endpoint;

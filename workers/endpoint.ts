import { catalogue } from '@/catalogue';
import { assess, type Report, report } from '@/core/assess';
import { checkDocument, type Drawer, type Job, type Setup } from '@/core/model';
import { type Mend, mends, type PlanProgress, plan, type Swap, swapsFor } from '@/core/plan';

export type Judged = { readonly ok: true; readonly report: Report } | { readonly ok: false; readonly message: string };

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
  swaps: (setup: Setup, part: string, drawer: Drawer | null): readonly Swap[] =>
    swapsFor(setup, part, drawer, catalogue),
  stop() {
    running += 1;
  },
};

export type Endpoint = typeof endpoint;

import type { Catalogue, Drawer, Job, With } from '../model';
import { type Answer, isWorking, lostBeside } from './answers';
import { type PlanProgress, plan } from './plan';
import { type Relaxation, relaxations } from './relaxations';

/** Why something that one has is not in the answers. */
export interface WhyNot {
  /** The best chain that takes it; null where none leads there. */
  readonly best: Answer | null;
  readonly works: boolean;
  /** Of one that works: what puts it below the job's own first answer; null where that takes it already. */
  readonly behind: string | null;
  /** Of one that does not: the smallest change of the job with which it would. */
  readonly opens: Relaxation | null;
}

/**
 * Why not through this? The job is planned with it as a wish: what works then is set beside the job's own first answer; what
 * does not shows the gate that rules it out, and the smallest change of the job that would let it in.
 * A generator: each step is one chain assessed.
 */
export function* whyNot(job: Job, drawer: Drawer | null, catalogue: Catalogue, asked: With): Generator<WhyNot | null> {
  const firstOf = function* (of: Job): Generator<null, Answer | null> {
    let last: PlanProgress | null = null;
    for (const p of plan(of, drawer, catalogue)) {
      last = p;
      yield null;
    }
    return last?.answers[0] ?? null;
  };
  const own = yield* firstOf(job);
  const wished: Job = { ...job, with: [...(job.with ?? []).slice(-2), asked] };
  const best = yield* firstOf(wished);
  if (best && isWorking(best)) {
    const behind = own && isWorking(own) ? lostBeside(job, best, own, drawer?.currency) : null;
    yield { best, works: true, behind, opens: null };
    return;
  }
  for (const found of relaxations(wished, drawer, catalogue)) {
    yield null;
    const [opens] = found;
    if (opens) {
      yield { best, works: false, behind: null, opens };
      return;
    }
  }
  yield { best, works: false, behind: null, opens: null };
}

import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { MessageChannel } from 'node:worker_threads';
import Piscina from 'piscina';
import type { Asked } from './asked';
import type { Worked } from './work';
import type { Task } from './worker';

/** Requests that may wait for a thread; who comes then is told to come again. */
const LONGEST_QUEUE = 32;
/** A check takes a fraction of a second; a kit of many jobs, measured, half a minute on two slow cores. */
const MOST_SECONDS: Readonly<Record<Asked | 'take', number>> = {
  check: 60,
  levels: 60,
  spice: 20,
  render: 60,
  plan: 120,
  kit: 240,
  diagnose: 240,
  take: 900,
};
const MOST_MEGABYTES = 768;

export type Outcome =
  | { readonly how: 'worked'; readonly worked: Worked }
  | { readonly how: 'busy' | 'gone' | 'too long' | 'too large' };

// Next bundles each route by itself: what is shared by all of them hangs on the process.
const here = globalThis as typeof globalThis & { symplexPool?: Piscina };

function pool(): Piscina {
  here.symplexPool ??= new Piscina({
    filename: process.env['SYMPLEX_WORKER'] ?? join(process.cwd(), 'build/worker.mjs'),
    minThreads: 1,
    maxThreads: availableParallelism(),
    idleTimeout: 60_000,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEGABYTES },
  });
  return here.symplexPool;
}

/** How busy the threads are, for `health`. */
export function load(): { readonly threads: number; readonly waiting: number; readonly done: number } {
  const { threads, queueSize, completed } = pool();
  return { threads: threads.length, waiting: queueSize, done: completed };
}

/** Answer a request on a thread of the pool; ended when its asker goes, and when it takes too long. */
export const askPool = (asked: Asked, text: string, gone: AbortSignal): Promise<Outcome> =>
  run({ asked, text }, asked, gone);

/** Measure the recording in a file. @param told how much of it is done, from 0 to 1, now and then */
export async function takePool(file: string, told: (share: number) => void, gone: AbortSignal): Promise<Outcome> {
  const { port1, port2 } = new MessageChannel();
  port1.on('message', told);
  try {
    return await run({ take: file, told: port2 }, 'take', gone);
  } finally {
    port1.close();
  }
}

async function run(task: Task, what: Asked | 'take', gone: AbortSignal): Promise<Outcome> {
  // Counted here: the pool's own limit does not see what it has set aside for a thread that is still starting.
  if (pool().queueSize >= LONGEST_QUEUE) return { how: 'busy' };
  const late = AbortSignal.timeout(1000 * MOST_SECONDS[what]);
  try {
    const transferList = 'told' in task ? [task.told] : [];
    const signal = AbortSignal.any([gone, late]);
    return { how: 'worked', worked: await pool().run(task, { signal, transferList }) };
  } catch (e) {
    if (gone.aborted) return { how: 'gone' };
    if (late.aborted) return { how: 'too long' };
    const { code } = e as { readonly code?: string };
    if (code === 'ERR_WORKER_OUT_OF_MEMORY') return { how: 'too large' };
    throw e;
  }
}

import { type Remote, wrap } from 'comlink';

interface Running<E> {
  readonly remote: Remote<E>;
  /** Settles, and fails, when the thread can answer no more: it did not load, or broke beyond its own calls. */
  readonly dead: Promise<never>;
  isDead: boolean;
  readonly end: () => void;
}

/** Another thread, begun when first asked; one that dies is begun once more, and asked again. */
export interface Thread<E> {
  /** Ask it something. Fails with what the thread said, or with why there is none. */
  ask<T>(question: (remote: Remote<E>) => Promise<T>): Promise<T>;
}

/** @param begin makes the worker: a bundler finds it by its address, written there. */
export function threadOf<E>(begin: () => Worker): Thread<E> {
  let running: Running<E> | null = null;
  const start = (): Running<E> => {
    const worker = begin();
    const started: Running<E> = {
      remote: wrap<E>(worker),
      isDead: false,
      end: () => worker.terminate(),
      dead: new Promise<never>((_, reject) => {
        worker.addEventListener('error', (e) => {
          started.isDead = true;
          reject(new Error(e.message || 'the part of the program that computes could not be loaded'));
        });
      }),
    };
    // Who asks is told; when nobody asks, nobody is.
    started.dead.catch(() => {});
    return started;
  };
  return {
    async ask(question) {
      for (let left = 1; ; left--) {
        running ??= start();
        const asked = running;
        try {
          return await Promise.race([question(asked.remote), asked.dead]);
        } catch (e) {
          if (!asked.isDead) throw e;
          asked.end();
          if (running === asked) running = null;
          if (left === 0) throw e;
        }
      }
    },
  };
}

import { type Remote, wrap } from 'comlink';

interface Running<E> {
  readonly remote: Remote<E>;
  /** Settles, and fails, when the thread can answer no more: it did not load, broke beyond its own calls, or was ended. */
  readonly over: Promise<never>;
  isDead: boolean;
  readonly end: (why: Error) => void;
}

/** What was asked was stopped by hand before it came to its end. */
export class Stopped extends Error {}

/** What was stopped gives this in place of an answer. */
export const unlessStopped =
  <T>(stopped: T) =>
  (e: unknown): T => {
    if (e instanceof Stopped) return stopped;
    throw e;
  };

/** Another thread, begun when first asked; one that dies is begun once more, and asked again. */
export interface Thread<E> {
  /** Ask it something. Fails with what the thread said, with why there is none, or as `Stopped`. */
  ask<T>(question: (remote: Remote<E>) => Promise<T>): Promise<T>;
  /** End what it is doing, by asking it to; one that is too deep in its work to hear is ended, and begun anew when next asked. */
  stop(question: (remote: Remote<E>) => Promise<unknown>): Promise<void>;
}

/** Stop is heard within a tenth of a second: so long a thread may take to hear it by itself, milliseconds. */
const HEARS_MS = 60;

/** @param begin makes the worker: a bundler finds it by its address, written there. */
export function threadOf<E>(begin: () => Worker): Thread<E> {
  let running: Running<E> | null = null;
  const start = (): Running<E> => {
    const worker = begin();
    let fail: (why: Error) => void = () => undefined;
    const over = new Promise<never>((_, reject) => {
      fail = reject;
    });
    const started: Running<E> = {
      remote: wrap<E>(worker),
      over,
      isDead: false,
      end: (why) => {
        worker.terminate();
        fail(why);
      },
    };
    worker.addEventListener('error', (e) => {
      started.isDead = true;
      fail(new Error(e.message || 'the part of the program that computes could not be loaded'));
    });
    // Who asks is told; when nobody asks, nobody is.
    over.catch(() => {});
    return started;
  };
  const forget = (gone: Running<E>, why: Error) => {
    gone.end(why);
    if (running === gone) running = null;
  };
  return {
    async ask(question) {
      for (let left = 1; ; left--) {
        running ??= start();
        const asked = running;
        try {
          return await Promise.race([question(asked.remote), asked.over]);
        } catch (e) {
          if (!asked.isDead) throw e;
          forget(asked, e instanceof Error ? e : new Error(String(e)));
          if (left === 0) throw e;
        }
      }
    },
    async stop(question) {
      if (!running) return;
      const asked = running;
      const late = new Promise<boolean>((resolve) => setTimeout(() => resolve(false), HEARS_MS));
      const heard = question(asked.remote).then(
        () => true,
        () => true,
      );
      if (!(await Promise.race([heard, late]))) forget(asked, new Stopped('stopped'));
    },
  };
}

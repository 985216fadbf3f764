import { expose } from 'comlink';
import { afterEach, expect, test } from 'vitest';
import { Stopped, threadOf } from './thread';

const open: MessagePort[] = [];
afterEach(() => {
  for (const p of open.splice(0)) p.close();
});

interface Answers {
  count(): number;
  /** Never comes to an end; `deaf` as one is that does not come to its messages any more. */
  search(deaf: boolean): Promise<string>;
  stop(): void;
}

/** A thread on this one: two ends of a channel, and a count of how often one was begun. */
function bench() {
  let begun = 0;
  const thread = threadOf<Answers>(() => {
    begun += 1;
    const { port1, port2 } = new MessageChannel();
    open.push(port1, port2);
    let stopped: (word: string) => void = () => undefined;
    const number = begun;
    expose(
      {
        count: () => number,
        search: (deaf: boolean) => {
          if (deaf) port2.close();
          return new Promise<string>((resolve) => {
            stopped = resolve;
          });
        },
        stop: () => stopped('ended by itself'),
      },
      port2,
    );
    const worker = Object.assign(port1, { terminate: () => port1.close(), onerror: null });
    port1.start();
    // All of a worker that a thread uses; the rest of one is never asked for.
    return worker as unknown as Worker;
  });
  return { thread, begun: () => begun };
}

test('a search that hears Stop ends by itself, and its thread goes on', async () => {
  const { thread, begun } = bench();
  const searching = thread.ask((t) => t.search(false));
  await thread.ask((t) => t.count());
  await thread.stop((t) => t.stop());
  expect(await searching).toBe('ended by itself');
  expect(await thread.ask((t) => t.count())).toBe(1);
  expect(begun()).toBe(1);
});

test('one that does not hear is ended, says so, and is begun anew when next asked', async () => {
  const { thread, begun } = bench();
  const searching = thread.ask((t) => t.search(true)).catch((e: unknown) => e);
  await thread.stop((t) => t.stop());
  expect(await searching).toBeInstanceOf(Stopped);
  expect(await thread.ask((t) => t.count())).toBe(2);
  expect(begun()).toBe(2);
});

test('Stop of a thread that was never begun begins none', async () => {
  const { thread, begun } = bench();
  await thread.stop((t) => t.stop());
  expect(begun()).toBe(0);
});

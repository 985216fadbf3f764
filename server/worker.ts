import { closeSync, fstatSync, openSync, readSync } from 'node:fs';
import type { MessagePort } from 'node:worker_threads';
import { takeAnswer } from '@/core/answer';
import { analyse } from '@/core/take';
import { type Bytes, readWav } from '@/core/wav';
import type { Asked } from './asked';
import { type Worked, work } from './work';

/** What is sent to a thread: one request, or a take that lies in a file, with a port on which its progress is told. */
export type Task =
  | { readonly asked: Asked; readonly text: string }
  | { readonly take: string; readonly told: MessagePort };

/** What a thread of the pool runs. */
export default async function run(task: Task): Promise<Worked> {
  return 'asked' in task ? work(task.asked, task.text) : measured(task.take, task.told);
}

/** Measure the recording in a file, in memory that does not grow with its length. */
async function measured(file: string, told: MessagePort): Promise<Worked> {
  const descriptor = openSync(file, 'r');
  try {
    const sound = await readWav(bytesOfFile(descriptor));
    if (!sound.ok) return { ok: false, problem: { pointer: '', message: sound.problem } };
    let last = 0;
    for await (const step of analyse(sound.value)) {
      if (step.done) return { ok: true, type: 'application/json', body: JSON.stringify(takeAnswer(step.report, null)) };
      // A percent more is news; each block by itself is not.
      if (step.share - last < 0.01) continue;
      last = step.share;
      told.postMessage(last);
    }
    throw new Error('a take ended without a report');
  } finally {
    closeSync(descriptor);
    told.close();
  }
}

const bytesOfFile = (descriptor: number): Bytes => ({
  size: fstatSync(descriptor).size,
  async read(at, length) {
    const buffer = new Uint8Array(Math.max(0, length));
    return buffer.subarray(0, readSync(descriptor, buffer, 0, buffer.length, at));
  },
});

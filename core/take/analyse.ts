import type { Sound } from '../wav';
import { findingsOf, type TakeReport } from './findings';
import { measure } from './reading';

export type TakeProgress =
  | { readonly done: false; readonly share: number }
  | { readonly done: true; readonly report: TakeReport };

/**
 * Measure a take and say what there is to say of it, in memory that does not grow with its length.
 * A generator: each step is one block read, so that it can be shown and stopped.
 * @throws what reading the sound throws
 * @example for await (const p of analyse(sound)) if (p.done) p.report.findings.map((f) => f.sentence);
 */
export async function* analyse(sound: Sound): AsyncGenerator<TakeProgress> {
  const measuring = measure(sound);
  for (;;) {
    const { done, value } = await measuring.next();
    if (!done) yield { done: false, share: value };
    else {
      yield { done: true, report: { ...value, findings: findingsOf(value) } };
      return;
    }
  }
}

/** The report at once, for tests and the command. */
export async function takeReport(sound: Sound): Promise<TakeReport> {
  for await (const p of analyse(sound)) if (p.done) return p.report;
  throw new Error('a take ended without a report');
}

import {
  type Diagnosis,
  diagnose,
  type HuntEvent,
  NOTICES,
  type NoticeId,
  noticesIn,
  SAID_YESTERDAY,
} from '../diagnose';
import type { Catalogue, Drawer, Setup } from '../model';

/**
 * What is told of a hunt in text.
 * @param noticed what is seen and heard, in a person's words
 * @param answers PROBE=ANSWER, in the order they were given; the answer `cannot-tell` for that
 */
export function toldIn(
  noticed: readonly string[],
  answers: readonly string[],
): { readonly ids: readonly NoticeId[]; readonly events: readonly HuntEvent[] } {
  const events: HuntEvent[] = [];
  if (noticed.some((w) => SAID_YESTERDAY.test(w.toLowerCase()))) events.push({ since: 'yesterday' });
  const ids = [...new Set(noticed.flatMap((w) => noticesIn(w)))];
  if (ids.length > 0) events.push({ noticed: ids });
  for (const a of answers) {
    const at = a.lastIndexOf('=');
    const [probe, answer] = at < 0 ? [a, null] : [a.slice(0, at), a.slice(at + 1)];
    events.push({ probe, answer: answer === 'cannot-tell' ? null : answer });
  }
  return { ids, events };
}

/** Waits for the diagnosis to be worked out. */
export function diagnosisOf(
  setup: Setup,
  drawer: Drawer | null,
  events: readonly HuntEvent[],
  catalogue: Catalogue,
): Diagnosis {
  let diagnosis: Diagnosis | null = null;
  for (const p of diagnose(setup, catalogue, drawer, [], events)) diagnosis = p.diagnosis ?? diagnosis;
  return diagnosis!;
}

/** The same as a document. */
export function diagnoseAnswer(setup: Setup, ids: readonly NoticeId[], { end, ...rest }: Diagnosis) {
  const said = NOTICES.filter((n) => ids.includes(n.id)).map((n) => n.words);
  return { setup: setup.id, noticed: ids, said, ...rest, end: end && { ...end, setup: undefined } };
}

import type { PartClass } from '../model';
import { QUESTIONS, type Question } from './questions';

/** What was answered so far, by question; null for "cannot tell". */
export type Answers = ReadonlyMap<string, string | null>;

/** The classes that are as was answered. A question that could not be answered tells nothing. */
export const candidates = (classes: readonly PartClass[], answers: Answers): readonly PartClass[] =>
  classes.filter((c) =>
    QUESTIONS.every((q) => {
      const said = answers.get(q.id);
      return said === undefined || said === null || q.of(c) === said;
    }),
  );

/**
 * Bits by which a question narrows some classes, each as likely as any other: the entropy of its answers (Shannon 1948).
 */
export function gainBits(question: Question, among: readonly PartClass[]): number {
  const counts = new Map<string, number>();
  for (const c of among) counts.set(question.of(c), (counts.get(question.of(c)) ?? 0) + 1);
  return [...counts.values()].reduce((bits, n) => bits - (n / among.length) * Math.log2(n / among.length), 0);
}

/** Answers that are still possible, in the order of the question. */
export const possible = (question: Question, among: readonly PartClass[]): readonly string[] =>
  Object.keys(question.answers).filter((key) => among.some((c) => question.of(c) === key));

/**
 * The question that narrows most, of equals the one that is easiest to see; null when none narrows any more.
 * @example nextQuestion(candidates(classes, answers), answers)?.text;
 */
export function nextQuestion(among: readonly PartClass[], answers: Answers): Question | null {
  let best: Question | null = null;
  let most = 0;
  for (const q of QUESTIONS) {
    if (answers.has(q.id)) continue;
    const bits = gainBits(q, among);
    if (bits > most + 1e-9) {
      best = q;
      most = bits;
    }
  }
  return best;
}

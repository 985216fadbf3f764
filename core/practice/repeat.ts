import { type Card, createEmptyCard, fsrs, Rating } from 'ts-fsrs';
import type { FaultKind } from '../change';
import type { Grade } from './exercise';

/** One exercise that was done, as it is kept. */
export interface Done {
  /** When, as an ISO time. */
  readonly at: string;
  readonly level: number;
  readonly kinds: readonly FaultKind[];
  readonly seconds: number;
  readonly bestSeconds: number;
  readonly named: boolean;
  readonly mended: boolean;
}

const scheduler = fsrs({ enable_fuzz: false });

/** How well it went, as one who repeats would say it. */
export const ratingOf = ({
  named,
  mended,
  seconds,
  bestSeconds,
}: Pick<Done, 'named' | 'mended' | 'seconds' | 'bestSeconds'>) =>
  !named && !mended ? Rating.Again : !named ? Rating.Hard : seconds <= 2 * bestSeconds ? Rating.Easy : Rating.Good;

/**
 * Kinds of fault that are due again by what was done before, longest due first (FSRS, a memory model of Ye and others 2022,
 * by its package).
 */
export function dueKinds(done: readonly Done[], now: Date): readonly FaultKind[] {
  const cards = new Map<FaultKind, Card>();
  for (const d of [...done].sort((a, b) => (a.at < b.at ? -1 : 1))) {
    const at = new Date(d.at);
    for (const kind of d.kinds)
      cards.set(kind, scheduler.next(cards.get(kind) ?? createEmptyCard(at), at, ratingOf(d)).card);
  }
  return [...cards]
    .filter(([, c]) => c.due <= now)
    .sort((a, b) => a[1].due.getTime() - b[1].due.getTime())
    .map(([kind]) => kind);
}

/** A grade as it is kept. */
export const doneOf = (grade: Grade, level: number, kinds: readonly FaultKind[], at: Date): Done => ({
  at: at.toISOString(),
  level,
  kinds,
  seconds: grade.seconds,
  bestSeconds: grade.best.seconds,
  named: grade.named,
  mended: grade.mended,
});

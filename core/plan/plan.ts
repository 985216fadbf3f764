import type { Verdict } from '../gates';
import type { Catalogue, Drawer, Job, Part, Setup } from '../model';
import { accompany, reaches } from './accompany';
import { buildSetup } from './build';
import { compareScores, type Score, scoreOf } from './score';
import { type Link, searchChains } from './search';
import { settleKnobs } from './settle';
import { costOf, stockOf } from './stock';

/** A chain with its verdicts, ready to be shown or opened. */
export interface Answer {
  readonly setup: Setup;
  readonly cost: number;
  readonly toBuy: readonly Part[];
  readonly pieces: number;
  readonly score: Score;
  readonly weakest: Verdict;
  readonly verdicts: readonly Verdict[];
  readonly snrDb: number | null;
  /** Why it stands below the one before it; null for the first. */
  readonly lostBy: string | null;
}

/** A chain that was computed, as a point of the cost and margin it has. */
export interface Route {
  readonly cost: number;
  readonly score: Score;
}

export interface PlanProgress {
  /** Best first. */
  readonly answers: readonly Answer[];
  /** Every chain assessed so far. */
  readonly routes: readonly Route[];
  readonly done: boolean;
}

/** Chains assessed at most: enough that dearer, better ones are among them. */
const MOST_TRIED = 60;
/** A chain with this much room at its weakest gate gains nothing from further pieces. */
const GOOD_ROOM = 0.3;
const MOST_ANSWERS = 6;

/**
 * Find chains for a job, cheapest first, and keep the best by gates passed, margin, cost and pieces.
 * A generator: each step is one chain assessed, so the caller shows the first answer at once and stops when it likes.
 */
export function* plan(wanted: Job, drawer: Drawer | null, catalogue: Catalogue): Generator<PlanProgress> {
  // Chains lead to one device; what else records is plugged in on the sheet.
  const { also: _, ...job } = wanted;
  const stock = stockOf(drawer, catalogue);
  let answers: Answer[] = [];
  const routes: Route[] = [];
  const good: string[][] = [];
  // The same pieces again, or a good chain with padding, would only be in the way.
  const isPadded = (links: readonly Link[]) => good.some((g) => g.every((c) => links.some((l) => l.classId === c)));
  for (const chain of searchChains(job, catalogue, stock, isPadded)) {
    if (routes.length >= MOST_TRIED || cannotBeBeaten(answers, chain.cost)) break;
    const setup = buildSetup(chain, job, catalogue, stock, `${job.id}-${routes.length + 1}`.slice(0, 64));
    if (!reaches(setup, catalogue)) continue;
    const settled = accompany(settleKnobs(setup, catalogue), catalogue, stock);
    const { cost, toBuy } = costOf(settled.setup.parts, stock, catalogue);
    const score = scoreOf(settled.assessment);
    routes.push({ cost, score });
    if (job.budget === null || cost <= job.budget) {
      const { verdicts, weakest, readings } = settled.assessment;
      const snr = readings.channels.map((c) => c.snrDb).filter(Number.isFinite);
      const answer: Answer = {
        setup: settled.setup,
        cost,
        toBuy,
        pieces: settled.setup.parts.length,
        score,
        weakest,
        verdicts,
        snrDb: snr.length > 0 ? Math.min(...snr) : null,
        lostBy: null,
      };
      const { failing, unknown, room } = answer.score;
      if (failing + unknown === 0 && room >= GOOD_ROOM) good.push(chain.links.slice(0, -1).map((l) => l.classId));
      answers = [...answers.filter((a) => !samePieces(a, answer)), answer].sort(compareAnswers).slice(0, MOST_ANSWERS);
    }
    yield { answers: withReasons(answers), routes: [...routes], done: false };
  }
  yield { answers: withReasons(answers), routes, done: true };
}

/** Margin beyond this is plenty: it no longer outweighs money. */
const ENOUGH_ROOM = 0.5;

/** Chains come cheapest first: when every answer has plenty of room for no more money, no later one gets in. */
const cannotBeBeaten = (answers: readonly Answer[], cost: number): boolean =>
  answers.length === MOST_ANSWERS &&
  answers.every((a) => a.score.failing + a.score.unknown === 0 && a.score.room >= ENOUGH_ROOM && a.cost < cost);

/** Gates passed, then margin up to plenty, then cost, then pieces. Equal ones keep the order they were found in. */
export const compareAnswers = (a: Answer, b: Answer): number =>
  compareScores(upToEnough(a.score), upToEnough(b.score)) || a.cost - b.cost || a.pieces - b.pieces;

const upToEnough = (s: Score): Score => ({ ...s, room: Math.min(s.room, ENOUGH_ROOM) });

const samePieces = (a: Answer, b: Answer): boolean =>
  compareAnswers(a, b) === 0 && a.setup.parts.every((p, i) => b.setup.parts[i]?.class === p.class);

const withReasons = (answers: readonly Answer[]): readonly Answer[] =>
  answers.map((a, i) => (i === 0 ? a : { ...a, lostBy: reason(a, answers[i - 1]) }));

/** What decided between two neighbours, in words. */
function reason(a: Answer, better: Answer): string {
  const title = (v: Verdict) => v.gate[0].toUpperCase() + v.gate.slice(1);
  const failing = a.verdicts.filter((v) => v.status === 'fail' || v.status === 'not known').map(title);
  if (a.score.failing + a.score.unknown > better.score.failing + better.score.unknown) {
    return `Does not pass ${failing.join(', ')}: ${a.weakest.sentence}`;
  }
  if (upToEnough(a.score).room < upToEnough(better.score).room) {
    return `Less room at its weakest gate: ${title(a.weakest)} ${a.weakest.room?.toFixed(1)} against ${better.score.room.toFixed(1)}.`;
  }
  if (a.cost > better.cost) return `Costs ${(a.cost - better.cost).toFixed(2)} more for the same margin.`;
  if (a.pieces > better.pieces) return `One has to carry ${a.pieces} pieces instead of ${better.pieces}.`;
  return 'As good: found later only.';
}

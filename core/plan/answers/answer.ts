import { capital, listText, moneyText, type PlanMessage, planMessage, sayPlan } from '../../format';
import type { Verdict } from '../../gates';
import type { Catalogue, Job, Part, Setup } from '../../model';
import type { Rate } from '../stock';
import type { Score } from '../tuning';
import { folded, otherPieces, withoutPadding } from './fold';
import { type Best, bestAt, frontOf, type Merits } from './front';
import { compareBy } from './preference';
import { worthOf } from './worth';

/** A chain with its verdicts, ready to be shown or opened. */
export interface Answer {
  readonly setup: Setup;
  readonly cost: number;
  readonly toBuy: readonly Part[];
  readonly pieces: number;
  readonly massG: number;
  /** To plug and set it, seconds. */
  readonly setUpS: number;
  /** Pieces that need the mains. */
  readonly onMains: number;
  /** Devices of the catalogue on which the same pieces would work; null until it is asked. */
  readonly devices: number | null;
  /** The chance that every piece works on this device, and the rates it comes from, least first. */
  readonly reliable: number;
  readonly rates: readonly Rate[];
  readonly score: Score;
  readonly weakest: Verdict;
  readonly verdicts: readonly Verdict[];
  readonly snrDb: number | null;
  /** What it is best at among those it stands with. */
  readonly best: readonly Best[];
  /** Pieces to buy of a kind of which an owned one is left lying. */
  readonly leftLying: number;
  /** Another wire in place of this one's, where that is cheaper; null where none is. */
  readonly or: string | null;
  /** Why it stands below the first; null for that. */
  readonly lostBy: string | null;
  /** What would have to change for it to stand first; null for the first, and for one that does not work. */
  readonly toWin: string | null;
}

const MOST_ANSWERS = 8;
const MOST_MISSES = 3;

/** Whether every gate is passed. */
export const isWorking = (a: Answer): boolean => a.score.failing + a.score.unknown === 0;
const merits = (a: Answer): Merits => ({
  cost: a.cost,
  margin: a.score.margin,
  pieces: a.pieces,
  massG: a.massG,
  setUpS: a.setUpS,
  leftLying: a.leftLying,
});

/** Of all that was found: what is worth showing, in the order that the job prefers, with reasons. */
export function chooseAnswers(
  job: Job,
  found: readonly Answer[],
  currency: string | undefined,
  catalogue: Catalogue,
): readonly Answer[] {
  const order = compareBy(job.preference ?? 'balanced', job);
  const working = found.filter(isWorking).sort(order);
  if (working.length === 0) return withReasons(job, [...found].sort(order).slice(0, MOST_MISSES), currency);
  const onFront = new Set(frontOf(working.map((a) => ({ ...merits(a), a }))).map((m) => m.a));
  // What is preferred is shown even where the preference weighs something else than the front does.
  const worthShowing = working.filter((a, i) => i === 0 || onFront.has(a));
  const shown = folded(withoutPadding(worthShowing, catalogue), catalogue).slice(0, MOST_ANSWERS);
  return withReasons(
    job,
    shown.map(({ answer, cheaper }) => ({
      ...answer,
      or: cheaper && sayPlan(orWith(answer, cheaper, catalogue, currency)).sentence,
      best: bestAt(
        merits(answer),
        shown.map((s) => merits(s.answer)),
      ),
    })),
    currency,
  );
}

function orWith(a: Answer, cheaper: Answer, catalogue: Catalogue, currency: string | undefined): PlanMessage {
  const what = listText(
    otherPieces(cheaper.setup, a.setup, catalogue).map((n) => n.replace(/^./, (l) => l.toLowerCase())),
  );
  return planMessage('or.with', { what, less: moneyText(a.cost - cheaper.cost, currency) });
}

export const samePieces = (a: Answer, b: Answer): boolean =>
  a.cost === b.cost &&
  a.score.margin === b.score.margin &&
  a.setup.parts.length === b.setup.parts.length &&
  a.setup.parts.every((p, i) => b.setup.parts[i]?.class === p.class);

const withReasons = (job: Job, answers: readonly Answer[], currency: string | undefined): readonly Answer[] => {
  const a = answers[0];
  if (!a) return answers;
  return answers.map((answer) =>
    answer === a
      ? answer
      : {
          ...answer,
          lostBy: sayPlan(reason(job, answer, a, currency)).sentence,
          toWin: isWorking(answer) ? sayPlan(toWin(answer, a, currency)).sentence : null,
        },
  );
};

/** Why one stands below another, in words; null where they are the same. */
export const lostBeside = (job: Job, a: Answer, best: Answer, currency: string | undefined): string | null =>
  samePieces(a, best) ? null : sayPlan(reason(job, a, best, currency)).sentence;

/** What decided against an answer beside the first. */
function reason(job: Job, a: Answer, best: Answer, currency: string | undefined): PlanMessage {
  if (a.score.failing + a.score.unknown > best.score.failing + best.score.unknown) {
    const failing = a.verdicts.filter((v) => v.status === 'fail' || v.status === 'not known').map(title);
    return planMessage('lost.fails', { gates: listText(failing), why: a.weakest.sentence });
  }
  return preferred(job, a, best, currency) ?? allTold(job, a, best, currency);
}

/** What makes the most of the difference, in money. */
function allTold(job: Job, a: Answer, best: Answer, currency: string | undefined): PlanMessage {
  const [own, other] = [worthOf(a, job), worthOf(best, job)];
  const reasons: readonly (readonly [number, () => PlanMessage])[] = [
    [own.limits - other.limits, () => planMessage('lost.margin', { gate: title(a.weakest) })],
    [
      own.pieces - other.pieces,
      () => planMessage('lost.reliable', { own: 100 * a.reliable, best: 100 * best.reliable }),
    ],
    [own.lying - other.lying, () => planMessage('lost.lying', {})],
    [own.money - other.money, () => planMessage('lost.money', { more: moneyText(a.cost - best.cost, currency) })],
    [own.carrying - other.carrying, () => planMessage('lost.parts', { n: a.pieces, best: best.pieces })],
  ];
  const [most, say] = reasons.reduce((x, y) => (y[0] > x[0] ? y : x));
  return most > 0 ? say() : planMessage('lost.equal', {});
}

const title = (v: Verdict): string => capital(v.gate);

const dearer = (a: Answer, best: Answer, currency: string | undefined): PlanMessage | null =>
  a.cost > best.cost ? planMessage('lost.money', { more: moneyText(a.cost - best.cost, currency) }) : null;

/** In what the job prefers. */
function preferred(job: Job, a: Answer, best: Answer, currency: string | undefined): PlanMessage | null {
  switch (job.preference ?? 'balanced') {
    case 'cheapest':
      return dearer(a, best, currency);
    case 'cleanest': {
      const db = (best.snrDb ?? 0) - (a.snrDb ?? 0);
      return db > 0 ? planMessage('lost.noise', { db }) : null;
    }
    case 'lightest':
      return a.massG > best.massG ? planMessage('lost.weight', { g: a.massG - best.massG }) : null;
    case 'next-device':
      return (a.devices ?? 0) < (best.devices ?? 0)
        ? planMessage('lost.devices', { n: a.devices, best: best.devices })
        : null;
    case 'no-mains':
      return a.onMains > best.onMains ? planMessage('lost.mains', { n: a.onMains }) : null;
    case 'fewest-pieces':
      return a.pieces > best.pieces ? planMessage('lost.parts', { n: a.pieces, best: best.pieces }) : null;
    default:
      return null;
  }
}

/** What would have to count more for an answer to stand first. */
function toWin(a: Answer, first: Answer, currency: string | undefined): PlanMessage {
  const better = [
    a.cost < first.cost && 'a lower price',
    a.score.margin > first.score.margin && 'more margin',
    a.pieces < first.pieces && 'fewer parts',
    a.massG < first.massG && 'less weight',
  ].filter((w) => w !== false);
  if (better.length > 0) return planMessage('win.counts', { what: listText(better) });
  return planMessage('win.cheaper', { less: moneyText(a.cost - first.cost, currency) });
}

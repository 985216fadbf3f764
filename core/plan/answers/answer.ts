import type { Verdict } from '../../gates';
import type { Job, Part, Setup } from '../../model';
import { LOSS, type Rate } from '../stock';
import type { Score } from '../tuning';
import { type Best, bestAt, frontOf, type Merits } from './front';
import { compareBy, upToEnough } from './preference';

/** A chain with its verdicts, ready to be shown or opened. */
export interface Answer {
  readonly setup: Setup;
  readonly cost: number;
  readonly toBuy: readonly Part[];
  readonly pieces: number;
  readonly massG: number;
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
  /** Why it stands below the one before it; null for the first. */
  readonly lostBy: string | null;
  /** What would have to change for it to stand first; null for the first, and for one that does not work. */
  readonly toWin: string | null;
}

const MOST_ANSWERS = 8;
const MOST_MISSES = 3;

/** Whether every gate is passed. */
export const works = (a: Answer): boolean => a.score.failing + a.score.unknown === 0;
const merits = (a: Answer): Merits => ({ cost: a.cost, room: a.score.room, pieces: a.pieces, massG: a.massG });

/** Of all that was found: what is worth showing, in the order that the job prefers, with reasons. */
export function chosen(job: Job, found: readonly Answer[]): readonly Answer[] {
  const order = compareBy(job.preference ?? 'balanced');
  const working = found.filter(works).sort(order);
  if (working.length === 0) return withReasons(job, [...found].sort(order).slice(0, MOST_MISSES));
  const onFront = new Set(frontOf(working.map((a) => ({ ...merits(a), a }))).map((m) => m.a));
  // What is preferred is shown even where the preference weighs something else than the front does.
  const shown = working.filter((a, i) => i === 0 || onFront.has(a)).slice(0, MOST_ANSWERS);
  return withReasons(
    job,
    shown.map((a) => ({ ...a, best: bestAt(merits(a), shown.map(merits)) })),
  );
}

export const samePieces = (a: Answer, b: Answer): boolean =>
  a.cost === b.cost &&
  a.score.room === b.score.room &&
  a.setup.parts.length === b.setup.parts.length &&
  a.setup.parts.every((p, i) => b.setup.parts[i]?.class === p.class);

const withReasons = (job: Job, answers: readonly Answer[]): readonly Answer[] =>
  answers.map((a, i) =>
    i === 0 ? a : { ...a, lostBy: reason(job, a, answers[i - 1]), toWin: works(a) ? toWin(a, answers[0]) : null },
  );

/** What decided between two neighbours, in words. */
function reason(job: Job, a: Answer, better: Answer): string {
  const title = (v: Verdict) => v.gate[0].toUpperCase() + v.gate.slice(1);
  const failing = a.verdicts.filter((v) => v.status === 'fail' || v.status === 'not known').map(title);
  if (a.score.failing + a.score.unknown > better.score.failing + better.score.unknown) {
    return `Does not pass ${failing.join(', ')}: ${a.weakest.sentence}`;
  }
  const dearer = a.cost - better.cost;
  switch (job.preference ?? 'balanced') {
    case 'cheapest':
      if (dearer > 0) return `Costs ${dearer.toFixed(2)} more.`;
      break;
    case 'cleanest':
      if ((a.snrDb ?? 0) < (better.snrDb ?? 0)) {
        return `The voice stands ${((better.snrDb ?? 0) - (a.snrDb ?? 0)).toFixed(0)} dB less over the noise.`;
      }
      break;
    case 'lightest':
      if (a.massG > better.massG) return `Weighs ${(a.massG - better.massG).toFixed(0)} g more.`;
      break;
    case 'next-device':
      if ((a.devices ?? 0) < (better.devices ?? 0)) {
        return `Works on ${a.devices} other devices, not ${better.devices}.`;
      }
      break;
    case 'no-mains':
      if (a.onMains > better.onMains) return `${a.onMains} of its pieces need the mains.`;
      break;
    case 'fewest-pieces':
      if (a.pieces > better.pieces) return `One has to carry ${a.pieces} pieces instead of ${better.pieces}.`;
  }
  if (upToEnough(a.score).room < upToEnough(better.score).room) {
    return `Less margin at its weakest gate: ${title(a.weakest)} ${a.weakest.room?.toFixed(1)} against ${better.score.room.toFixed(1)}.`;
  }
  const riskier = LOSS * (better.reliable - a.reliable);
  if (riskier > 0 && dearer + riskier > 0 && riskier > dearer) {
    return `Its pieces work together ${percent(a.reliable)} of the time, not ${percent(better.reliable)}.`;
  }
  if (dearer > 0) return `Costs ${dearer.toFixed(2)} more for the same margin.`;
  if (a.pieces > better.pieces) return `One has to carry ${a.pieces} pieces instead of ${better.pieces}.`;
  return 'As good: found later only.';
}

const percent = (share: number): string => `${(100 * share).toFixed(0)} %`;

/** What would have to count more for an answer to stand first. */
function toWin(a: Answer, first: Answer): string {
  const better = [
    a.cost < first.cost && 'money',
    a.score.room > first.score.room && 'margin',
    a.pieces < first.pieces && 'fewer pieces',
    a.massG < first.massG && 'less mass',
  ].filter((w) => w !== false);
  if (better.length > 0) return `It wins when ${better.join(' or ')} counts more.`;
  return `It wins if it cost ${(a.cost - first.cost).toFixed(2)} less.`;
}

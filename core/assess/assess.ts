import { itemAt, lazily } from '../algorithms';
import type { CircuitProblem, Result } from '../circuit';
import { ok } from '../circuit';
import { compile } from '../compile';
import { GATES, type GateName, judge, type Verdict } from '../gates';
import type { Catalogue, Setup } from '../model';
import { type Reach, type Readings, read } from '../readings';
import type { Bands } from '../signal';

export interface Assessment {
  /** As seen from the job's own device. */
  readonly readings: Readings;
  /** As seen from its further destinations. */
  readonly also: readonly Readings[];
  /** Each gate, judged when it is first asked for. */
  readonly byGate: Readonly<Record<GateName, Verdict>>;
  /** All of them, in the order of GATES. */
  readonly verdicts: readonly Verdict[];
  /** The gate with the least room among those that fail, else among all that are known. */
  readonly weakest: Verdict;
}

/** For cheap tries and for asking what is to blame; a verdict that anyone sees is of all bands, with the joints as they are. */
export interface AssessOptions {
  readonly bands?: Bands;
  /** Whether Safe asks what stands on contacts that are apart. */
  readonly reach?: Reach;
  /** Joints in which every contact is to meet its like. */
  readonly rewired?: ReadonlySet<string>;
}

/**
 * The one function that all else calls: what a setup will do, as numbers and eight verdicts. Pure.
 * The setup must have passed `checkDocument` against the same catalogue.
 * @returns a circuit problem only when a class of the catalogue is wrong in itself.
 * @throws where a part's class is not in the catalogue: the setup was not checked
 * @example
 * const assessed = assess(setup, catalogue);
 * if (assessed.ok) assessed.value.verdicts.map((v) => `${v.gate}: ${v.sentence}`);
 */
export function assess(
  setup: Setup,
  catalogue: Catalogue,
  { bands = 'all', reach = 'open', rewired }: AssessOptions = {},
): Result<Assessment, CircuitProblem> {
  const views = read(compile(setup, catalogue, { rewired }), bands, reach);
  if (!views.ok) return views;
  const readings = itemAt(views.value, 0);
  const also = views.value.slice(1);
  return ok(judged(readings, also));
}

function judged(readings: Readings, also: readonly Readings[]): Assessment {
  const byGate: Assessment['byGate'] = lazily(
    {},
    {
      fit: () => judge('fit', readings, also),
      wired: () => judge('wired', readings, also),
      seen: () => judge('seen', readings, also),
      level: () => judge('level', readings, also),
      clean: () => judge('clean', readings, also),
      powered: () => judge('powered', readings, also),
      heard: () => judge('heard', readings, also),
      safe: () => judge('safe', readings, also),
    },
  );
  const all: Assessment = lazily(
    { readings, also, byGate },
    { verdicts: () => GATES.map((g) => byGate[g]), weakest: () => weakestOf(all.verdicts) },
  );
  return all;
}

/** The same where the circuit can only be at fault by a bug of a class: its problem is thrown. */
export function mustAssess(setup: Setup, catalogue: Catalogue, options: AssessOptions = {}): Assessment {
  const assessed = assess(setup, catalogue, options);
  if (!assessed.ok) throw new Error(assessed.problem.message);
  return assessed.value;
}

/** Which gate a person should look at first: a cause before its consequences, then the least room. */
export function weakestOf(verdicts: readonly Verdict[]): Verdict {
  const failing = verdicts.filter((v) => v.status === 'fail');
  const known = failing.length > 0 ? failing : verdicts.filter((v) => v.margin !== null);
  return known.reduce((w, v) => ((v.margin ?? 0) < (w.margin ?? 0) ? v : w), known[0] ?? itemAt(verdicts, 0));
}

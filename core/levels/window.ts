import { mustAssess } from '../assess';
import type { GateName, Verdict } from '../gates';
import { type Catalogue, type Setup, turnKnob } from '../model';
import type { KnobPlace } from './knobs';

/** Why a knob must not go further. */
export interface Edge {
  readonly gate: GateName;
  readonly sentence: string;
}

/** Where one knob may stand while all others stay as they are. */
export interface KnobWindow {
  readonly part: string;
  readonly knob: string;
  /** Positions at which no gate that it touches fails; null where there is none. */
  readonly holds: readonly [number, number] | null;
  /** Positions at which those gates pass without caution; null where there is none. */
  readonly good: readonly [number, number] | null;
  /** What fails just below and just above; where there is no window, what fails here. */
  readonly below: Edge | null;
  readonly above: Edge | null;
  /** Whether it changes any gate at all. */
  readonly matters: boolean;
}

/** Gates that a gain can open or shut. */
const TOUCHED: readonly GateName[] = ['wired', 'level', 'clean', 'heard', 'safe'];
/** Positions looked at to find one that holds. */
const LOOKS = 9;

/**
 * The window of a knob, by trying: `assess` at a few positions, then halving the distance at each end until the step at
 * which a gate fails is known. Gates that fail whatever the knob does are left out; the knob is not to blame for them.
 */
export function windowOf(setup: Setup, catalogue: Catalogue, { part, knob, at }: KnobPlace): KnobWindow {
  const last = Math.round((knob.max - knob.min) / knob.step);
  const known = new Map<number, readonly Verdict[]>();
  const verdictsAt = (i: number): readonly Verdict[] => {
    const verdicts = known.get(i) ?? mustAssess(turnKnob(setup, part, knob.id, positionOf(i)), catalogue).verdicts;
    known.set(i, verdicts);
    return verdicts;
  };
  const positionOf = (i: number) => knob.min + i * knob.step;
  const here = Math.max(0, Math.min(last, Math.round((at - knob.min) / knob.step)));
  const looks = [...new Set([here, 0, last, ...spread(last)])];

  const judged = TOUCHED.filter((gate) => {
    const found = looks.map((i) => verdictsAt(i).find((v) => v.gate === gate)!);
    const moves = found.some((v) => v.exactRoom !== found[0].exactRoom || v.status !== found[0].status);
    return moves || found[0].status !== 'fail';
  });
  const matters = TOUCHED.some((gate) => {
    const found = looks.map((i) => verdictsAt(i).find((v) => v.gate === gate)!);
    return found.some(
      (v) => v.status !== found[0].status || Math.abs((v.exactRoom ?? 0) - (found[0].exactRoom ?? 0)) > 0.02,
    );
  });
  const wrong = (i: number, bad: readonly Verdict['status'][]) =>
    verdictsAt(i).find((v) => judged.includes(v.gate) && bad.includes(v.status)) ?? null;
  const window = (bad: readonly Verdict['status'][], from: number | undefined): readonly [number, number] | null => {
    if (from === undefined) return null;
    const low = edge(from, 0, (i) => wrong(i, bad) === null);
    const high = edge(from, last, (i) => wrong(i, bad) === null);
    return [low, high];
  };
  const FAILS = ['fail', 'not known'] as const;
  const CAUTIONS = ['fail', 'not known', 'caution'] as const;
  const holds = window(
    FAILS,
    looks.find((i) => wrong(i, FAILS) === null),
  );
  const good = window(
    CAUTIONS,
    looks.find((i) => wrong(i, CAUTIONS) === null),
  );
  const edgeAt = (i: number): Edge | null => {
    const verdict = i < 0 || i > last ? null : wrong(i, FAILS);
    return verdict && { gate: verdict.gate, sentence: verdict.sentence };
  };
  const toPositions = (w: readonly [number, number] | null) => w && ([positionOf(w[0]), positionOf(w[1])] as const);
  return {
    part,
    knob: knob.id,
    holds: toPositions(holds),
    good: toPositions(good),
    below: edgeAt(holds ? holds[0] - 1 : here),
    above: edgeAt(holds ? holds[1] + 1 : here),
    matters,
  };
}

const spread = (last: number): readonly number[] =>
  Array.from({ length: LOOKS }, (_, k) => Math.round(((k + 0.5) * last) / LOOKS));

/** The furthest step from a good one towards `to` that is still good, when good ones lie together. */
function edge(good: number, to: number, isGood: (i: number) => boolean): number {
  if (isGood(to)) return to;
  let [inside, outside] = [good, to];
  while (Math.abs(outside - inside) > 1) {
    const middle = (inside + outside) >> 1;
    if (isGood(middle)) inside = middle;
    else outside = middle;
  }
  return inside;
}

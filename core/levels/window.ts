import { type Assessment, mustAssess } from '../assess';
import { CAUTION_BELOW, type Finding, type GateName, type Status, type Verdict } from '../gates';
import { type Catalogue, type PartId, type Setup, turnKnob } from '../model';
import type { KnobPlace } from './knobs';

/** Why a knob must not go further. */
export interface Edge {
  readonly gate: GateName;
  readonly sentence: string;
}

/** Where one knob may stand while all others stay as they are. */
export interface KnobWindow {
  readonly part: PartId;
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
const TOUCHED: ReadonlySet<GateName> = new Set(['wired', 'level', 'clean', 'heard', 'safe']);
/** Positions looked at between the ends to find one that holds. */
const LOOKS = 9;
/** A change of room that a knob can be said to have made. */
const MOVED = 0.02;

/** The worst finding of one kind: of one gate, against one limit. */
interface Kind {
  readonly gate: GateName;
  readonly finding: Finding;
}

/**
 * The window of a knob, by trying: `assess` at a few positions, then nearer and nearer to each end until the step at
 * which something fails is known. What fails by the same amount wherever the knob stands is left out: it is not to blame.
 * What stands on open contacts is such a thing: steady voltages hang on no gain.
 * @param now of the setup as it stands, for several knobs of it
 */
export function windowOf(
  setup: Setup,
  catalogue: Catalogue,
  { part, knob, at }: KnobPlace,
  now?: Assessment,
): KnobWindow {
  const last = Math.round((knob.max - knob.min) / knob.step);
  const positionOf = (i: number) => knob.min + i * knob.step;
  const known = new Map<number, ReadonlyMap<string, Kind>>();
  const judged = (i: number): Assessment =>
    now && positionOf(i) === at
      ? now
      : mustAssess(turnKnob(setup, part, knob.id, positionOf(i)), catalogue, { reach: 'seated' });
  const kindsAt = (i: number): ReadonlyMap<string, Kind> => {
    const kinds = known.get(i) ?? kindsOf(judged(i).verdicts);
    known.set(i, kinds);
    return kinds;
  };
  const here = Math.max(0, Math.min(last, Math.round((at - knob.min) / knob.step)));
  // Where it stands and its two ends tell most knobs; the rest of its way is looked at only when none of these holds.
  const ends = [...new Set([here, 0, last])];
  const moving = movingOver(ends, kindsAt);
  const wrong = (i: number, bad: readonly Status[]): Kind | null =>
    [...kindsAt(i)].find(([key, k]) => moving.has(key) && bad.includes(k.finding.status))?.[1] ?? null;
  const least = (i: number) =>
    Math.min(...[...kindsAt(i)].flatMap(([key, k]) => (moving.has(key) ? [exact(k.finding)] : [])));
  const span = (bad: readonly Status[]): readonly [number, number] | null => {
    const free = (i: number) => wrong(i, bad) === null;
    const from = ends.find(free) ?? spread(last).find(free);
    const spare = (i: number) => least(i) - (bad.includes('caution') ? CAUTION_BELOW : 0);
    const edgeTowards = (to: number) => edge(from ?? 0, to, free, spare, [...known.keys()]);
    return from === undefined ? null : [edgeTowards(0), edgeTowards(last)];
  };
  const holds = span(FAILS);
  const good = span(CAUTIONS);
  const edgeAt = (i: number): Edge | null => {
    const kind = i < 0 || i > last ? null : wrong(i, FAILS);
    return kind && { gate: kind.gate, sentence: kind.finding.sentence };
  };
  const toPositions = (w: readonly [number, number] | null) => w && ([positionOf(w[0]), positionOf(w[1])] as const);
  return {
    part,
    knob: knob.id,
    holds: toPositions(holds),
    good: toPositions(good),
    below: edgeAt(holds ? holds[0] - 1 : here),
    above: edgeAt(holds ? holds[1] + 1 : here),
    matters: moving.size > 0,
  };
}

/** Kinds of findings that differ from one position to another. */
function movingOver(
  positions: readonly number[],
  kindsAt: (i: number) => ReadonlyMap<string, Kind>,
): ReadonlySet<string> {
  const keys = new Set(positions.flatMap((i) => [...kindsAt(i).keys()]));
  return new Set(
    [...keys].filter((key) => {
      const seen = positions.map((i) => kindsAt(i).get(key)?.finding);
      return seen.some((f) => f?.status !== seen[0]?.status || Math.abs(exact(f) - exact(seen[0])) > MOVED);
    }),
  );
}

const FAILS: readonly Status[] = ['fail', 'not known'];
const CAUTIONS: readonly Status[] = ['fail', 'not known', 'caution'];

const exact = (f: Finding | undefined): number => f?.exactMargin ?? f?.margin ?? 0;

/** Findings by what they are measured against, the worst of each. */
function kindsOf(verdicts: readonly Verdict[]): ReadonlyMap<string, Kind> {
  const kinds = new Map<string, Kind>();
  for (const { gate, findings } of verdicts) {
    if (!TOUCHED.has(gate)) continue;
    for (const finding of findings) {
      const key = `${gate} ${finding.limit} ${finding.unit}`;
      const worst = kinds.get(key);
      if (!worst || exact(finding) < exact(worst.finding)) kinds.set(key, { gate, finding });
    }
  }
  return kinds;
}

const spread = (last: number): readonly number[] =>
  Array.from({ length: LOOKS }, (_, k) => Math.round(((k + 0.5) * last) / LOOKS));

/**
 * The furthest step from a good one towards `to` that is still good, when good ones lie together. Margins are straight lines in
 * decibels, mostly: where the line between the two that are known crosses nothing, the step on either side is looked at; where
 * that does not find it, the distance is halved.
 * @param spare margin at a step, below 0 where it is bad.
 * @param seen steps that were looked at already.
 */
function edge(
  good: number,
  to: number,
  isGood: (i: number) => boolean,
  spare: (i: number) => number,
  seen: readonly number[],
): number {
  if (isGood(to)) return to;
  let [inside, outside] = [good, to];
  const towards = Math.sign(to - good);
  const look = (i: number) => {
    const isBetween = (i - inside) * towards > 0 && (outside - i) * towards > 0;
    if (!isBetween) return;
    if (isGood(i)) inside = i;
    else outside = i;
  };
  for (const i of [...seen].sort((a, b) => (a - b) * towards)) look(i);
  for (let guess = true; Math.abs(outside - inside) > 1; guess = !guess) {
    const [left, over] = [spare(inside), -spare(outside)];
    const crossing = inside + ((outside - inside) * left) / (left + over);
    if (guess && left >= 0 && over > 0 && Number.isFinite(crossing)) {
      const step = towards > 0 ? Math.floor(crossing) : Math.ceil(crossing);
      look(step);
      look(step + towards);
    } else look((inside + outside) >> 1);
  }
  return inside;
}

import { entryOf, itemAt } from '../algorithms';
import { mustAssess } from '../assess';
import { type Catalogue, type KnobSpec, partIn, type Setup, turnKnob } from '../model';
import { type Figures, figuresOf } from './figures';
import { type KnobPlace, knobsInOrder } from './knobs';
import { type Limit, limitsBySlope } from './slopes';

/** What the knobs are to be set for. */
export interface Wish {
  /** Where the peaks of the loudest stated voice shall stand. */
  readonly peakDbfs: number;
  /** What every amplifier before the converter shall have above them. */
  readonly spareDb: number;
}

/** Peaks at -12 dBFS and 8 dB to spare: common practice. */
export const USUAL_WISH: Wish = { peakDbfs: -12, spareDb: 8 };

/** What can be wished for: nearer to full scale there is no headroom, further down the noise comes up. */
export const WISH_RANGE = { peakDbfs: { min: -30, max: -3 }, spareDb: { min: 0, max: 20 } } as const;

/** All gains set in one way, and what comes of it. */
export interface Setting {
  readonly setup: Setup;
  readonly figures: Figures;
  /** Whether the wish is met: not over it, and no more than a knob's step under it. */
  readonly over: boolean;
  readonly shortDb: number;
}

export interface Solution {
  /** Gain at the source as far as it goes, the device as low as that allows. */
  readonly sourceHot: Setting;
  /** The device as far up as it goes, the source as low as that allows. */
  readonly deviceHot: Setting;
  /** The most voice over noise within the wish. */
  readonly best: Setting;
  /** As the knobs stand. */
  readonly now: Figures;
  /** Knobs that change what is recorded, in order. */
  readonly gains: readonly KnobPlace[];
}

const SLACK_DB = 0.05;

/**
 * Set all gains for the best voice over noise at a chosen headroom.
 *
 * Every limit is linear in the decibels of the knobs before it, with slopes of 0 and 1; noise of each amplifier, referred to
 * the voice, falls with every decibel of gain before it. So the feasible settings form a lattice: taking as much gain as
 * the limits allow at the first knob, then at the second and so on, makes all gains up to each amplifier as large as they
 * can be at once, and with them the voice over noise. That is the one school; walking from the other end gives the other.
 * Steps of the knobs and several voices bend this a little, so the best is then sought among the neighbours by `assess`.
 * @returns null when nothing arrives, or no gain changes what is recorded.
 * @param wish the peaks wanted, dBFS, and the least headroom, dB
 * @example const best = solveKnobs(setup, catalogue)?.best.setup; // the setup with its knobs set
 */
export function solveKnobs(setup: Setup, catalogue: Catalogue, wish: Wish = USUAL_WISH): Solution | null {
  const now = mustAssess(setup, catalogue);
  if (!now.readings.lines.some((l) => l.arrives)) return null;
  const dials = knobsInOrder(now).filter((k) => k.knob.unit === 'dB');
  const every = limitsBySlope(setup, catalogue, now, dials);
  const moves = dials.map((_, i) => every.some((l) => l.slopes[i] !== 0));
  const gains = dials.filter((_, i) => moves[i]);
  if (gains.length === 0) return null;
  const limits = every.map((l) => ({ ...l, slopes: l.slopes.filter((_, i) => moves[i]) }));
  const order = gains.map((_, i) => i);
  const settled = (positions: readonly number[]) => settingOf(setAll(setup, gains, positions), catalogue, gains, wish);
  const sourceHot = settled(fill(gains, limits, wish, order));
  const deviceHot = settled(fill(gains, limits, wish, [...order].reverse()));
  const start = isBetter(deviceHot, sourceHot) ? deviceHot : sourceHot;
  return { sourceHot, deviceHot, best: polish(start, gains, limits, catalogue, wish), now: figuresOf(now), gains };
}

/** From all the way down, turn the knobs up one after the other, each as far as every limit allows. */
function fill(
  gains: readonly KnobPlace[],
  limits: readonly Limit[],
  wish: Wish,
  order: readonly number[],
): readonly number[] {
  const at = gains.map((g) => g.knob.min);
  for (const k of order) {
    const allowed = Math.min(
      ...limits.filter((l) => itemAt(l.slopes, k) > 0).map((l) => leftOf(l, at, gains, wish) / itemAt(l.slopes, k)),
      itemAt(gains, k).knob.max - itemAt(gains, k).knob.min,
    );
    at[k] = stepDown(itemAt(gains, k).knob, itemAt(at, k) + Math.max(0, allowed));
  }
  return at;
}

/** Decibels left to a limit of the wish with the knobs at these positions. */
const leftOf = (
  { what, spareDb, slopes }: Limit,
  at: readonly number[],
  gains: readonly KnobPlace[],
  wish: Wish,
): number =>
  spareDb -
  (what === 'converter' ? -wish.peakDbfs : wish.spareDb) -
  slopes.reduce((sum, s, i) => sum + s * (itemAt(at, i) - itemAt(gains, i).at), 0);

/** The step at or below a position: spare room is worth more than the last decibel. */
const stepDown = ({ min, max, step }: KnobSpec, to: number): number =>
  Math.min(max, Math.max(min, min + Math.floor((to - min) / step + 1e-6) * step));

const setAll = (setup: Setup, gains: readonly KnobPlace[], positions: readonly number[]): Setup =>
  gains.reduce((s, g, i) => turnKnob(s, g.part, g.knob.id, itemAt(positions, i)), setup);

function settingOf(setup: Setup, catalogue: Catalogue, gains: readonly KnobPlace[], wish: Wish): Setting {
  const figures = figuresOf(mustAssess(setup, catalogue, { reach: 'seated' }));
  // A coarse knob cannot come nearer than its step, unless a finer one is on the way too.
  const finest = Math.min(...gains.map((g) => g.knob.step));
  return {
    setup,
    figures,
    over: figures.peakDbfs > wish.peakDbfs + SLACK_DB || figures.spareDb < wish.spareDb - SLACK_DB,
    shortDb: Math.max(0, wish.peakDbfs - finest - figures.quietestPeakDbfs),
  };
}

/** A tenth of a decibel is no reason: figures are rounded, so that small losses cannot add up along a walk. */
const tenths = (x: number): number => Math.round(10 * x);

/** Where coarse knobs cannot come near the wish: a decibel short of it is worth so many of voice over noise; est. */
const SHORT_COSTS = 2;

function isBetter(a: Setting, b: Setting): boolean {
  if (a.over !== b.over) return b.over;
  const worth = (s: Setting) => [
    s.over ? -tenths(excess(s)) : 0,
    tenths((s.figures.snrDb ?? -200) - SHORT_COSTS * s.shortDb),
    tenths(s.figures.spareDb),
  ];
  const [x, y] = [worth(a), worth(b)];
  const decides = x.findIndex((v, i) => v !== y[i]);
  return decides >= 0 && itemAt(x, decides) > itemAt(y, decides);
}

const excess = (s: Setting): number => Math.max(s.figures.peakDbfs, -s.figures.spareDb);

/** Steps tried at most; each is one assessment. */
const MOST_TRIED = 80;

/**
 * Walk to better neighbours: one knob by a step, or one up and another down by as much, while there are any. The straight
 * lines of the limits tell beforehand which neighbours go too far, so that only those within are assessed.
 */
function polish(
  start: Setting,
  gains: readonly KnobPlace[],
  limits: readonly Limit[],
  catalogue: Catalogue,
  wish: Wish,
): Setting {
  let best = start;
  let tried = 0;
  for (let moved = true; moved && tried < MOST_TRIED; ) {
    moved = false;
    for (const turns of neighbours(gains)) {
      const to = turnedBy(best.setup, gains, turns);
      if (!to || tried >= MOST_TRIED || (!best.over && goesOver(to, gains, limits, wish))) continue;
      tried += 1;
      const next = settingOf(to, catalogue, gains, wish);
      if (!isBetter(next, best)) continue;
      best = next;
      moved = true;
      break;
    }
  }
  return best;
}

/** Whether a setting is over some limit, by their straight lines. */
function goesOver(setup: Setup, gains: readonly KnobPlace[], limits: readonly Limit[], wish: Wish): boolean {
  const at = gains.map((g) => entryOf(partIn(setup, g.part).knobs!, g.knob.id));
  return limits.some((l) => leftOf(l, at, gains, wish) < -SLACK_DB);
}

type Turn = readonly [knob: number, byDb: number];

function* neighbours(gains: readonly KnobPlace[]): Generator<readonly Turn[]> {
  for (let i = 0; i < gains.length; i++) {
    for (const sign of [1, -1]) yield [[i, sign * itemAt(gains, i).knob.step]];
    for (let j = i + 1; j < gains.length; j++) {
      const by = Math.max(itemAt(gains, i).knob.step, itemAt(gains, j).knob.step);
      for (const sign of [1, -1]) {
        yield [
          [i, sign * by],
          [j, -sign * by],
        ];
      }
    }
  }
}

/** Null where a knob does not go so far, or not in such steps. */
function turnedBy(setup: Setup, gains: readonly KnobPlace[], turns: readonly Turn[]): Setup | null {
  let out = setup;
  for (const [i, by] of turns) {
    const { part, knob } = itemAt(gains, i);
    const at = entryOf(partIn(setup, part).knobs!, knob.id) + by;
    const steps = (at - knob.min) / knob.step;
    if (at < knob.min || at > knob.max || Math.abs(steps - Math.round(steps)) > 1e-6) return null;
    out = turnKnob(out, part, knob.id, at);
  }
  return out;
}

/** Which school wins in a solution, and the numbers it wins by. */
export interface Contest {
  readonly winner: 'source hot' | 'device hot' | 'either';
  /** Voice over noise and spare of the source-hot setting over the other's. */
  readonly snrGainDb: number;
  readonly spareGainDb: number;
}

/** What is worth turning a knob for. */
const WORTH_DB = 1;

/** More voice over noise wins; where that is the same, more room before something clips. */
export function contest({ sourceHot, deviceHot }: Solution): Contest {
  const snrGainDb = (sourceHot.figures.snrDb ?? 0) - (deviceHot.figures.snrDb ?? 0);
  const spareGainDb = sourceHot.figures.spareDb - deviceHot.figures.spareDb;
  const by = (gain: number) => (gain > 0 ? 'source hot' : 'device hot');
  const fails = sourceHot.over !== deviceHot.over ? (sourceHot.over ? 'device hot' : 'source hot') : null;
  const winner =
    fails ??
    (Math.abs(snrGainDb) >= WORTH_DB ? by(snrGainDb) : Math.abs(spareGainDb) >= WORTH_DB ? by(spareGainDb) : 'either');
  return { winner, snrGainDb, spareGainDb };
}

import { itemAt, pairOf } from '../../algorithms';
import { resampled } from '../../filter';
import { figure } from '../../format';
import type { Sound } from '../../wav';
import { coarseRuns, type Run } from './coarse';
import { phaseCorrelator } from './correlate';
import { type Heard, listen, STEP_S, stretchesOf } from './listen';
import { middle, type Place, type Stretch, stretchesIn } from './pieces';

/** A stretch of the second take that has its place in the first without a cut. */
export interface Piece {
  /** Where it lies, seconds of the first. The first of all may begin before it. */
  readonly fromS: number;
  readonly toS: number;
  /** Where the second would begin if all of it lay as this does, seconds of the first. */
  readonly offsetS: number;
}

/** How the second take lies against the first. */
export interface LineUp {
  /** The second begins so many seconds after the first; negative before it. */
  readonly offsetS: number;
  /** By how much the second's clock runs fast, parts in a million: what it holds is so much too long. */
  readonly driftPpm: number;
  /** The second's voice is upside down against the first's. */
  readonly isInverted: boolean;
  /** For each channel of the second 1 or -1: so turned, none of them takes away from its loudest. */
  readonly signs: readonly number[];
  /** One, or more where one of the takes was cut or lost something on the way; in the order of both. */
  readonly pieces: readonly Piece[];
  /** Places that were compared, seconds of the first, and how far each lies off its straight line, seconds. */
  readonly places: readonly { readonly at: number; readonly offS: number }[];
  /** Claps that are in both, as the reports of the takes find them, seconds of the first. */
  readonly claps: readonly number[];
}

/** Compared at so many places at most, no closer than this, each this long, so far around where it should be. */
const MOST_PLACES = 100;
const CLOSEST_S = 0.75;
const WINDOW_S = 2;
const AROUND_S = 0.06;
const COMPARED_HZ = 16_000;
const LEAST_PLACES = 3;
/** Of the places that tell anything, so many must lie on the lines. */
const LEAST_SHARE = 0.25;
/** What lies on the lines goes over so much of the time that both would share by them: a few seconds alike are chance; est. */
const LEAST_SPAN = 0.3;
/** Clocks of recorders and phones keep within 100 parts in a million, poor ones within 300 (common practice). */
const MOST_PPM = 500;
/** Claps of both lie so close, seconds. */
const CLAP_S = 0.02;

const UNSURE = 'Too little of them is alike to be sure: a clap at the beginning and the end would help.';

export type Lined = { readonly ok: true; readonly value: LineUp } | { readonly ok: false; readonly problem: string };

export type LineUpProgress =
  | { readonly done: false; readonly share: number }
  | { readonly done: true; readonly lined: Lined };

/** How much of the work is reading each sound for the first time, and then for the second. */
const [LISTENING, FETCHING] = [0.5, 0.2];

/**
 * Where does the second take lie against the first, and does its clock run alike? At once, for tests and commands.
 * @throws what reading the sounds throws
 * @example
 * const lined = await lineUp(camera, recorder);
 * if (lined.ok) lined.value.offsetS;
 */
export async function lineUp(first: Sound, second: Sound): Promise<Lined> {
  for await (const p of liningUp(first, second)) if (p.done) return p.lined;
  throw new Error('a line-up ended without an answer');
}

/**
 * The same step by step, so that it can be shown and stopped. First by the onsets all along, then by the correlation of
 * phases at places, through which straight lines are laid: one, or one for each piece where something was cut. Each sound
 * is read twice, so that memory does not grow with its length.
 */
export async function* liningUp(first: Sound, second: Sound): AsyncGenerator<LineUpProgress> {
  const frames = first.frames + second.frames;
  const heard: Heard[] = [];
  let before = 0;
  for (const sound of [first, second]) {
    heard.push(yield* passedOn(listen(sound), (n) => (LISTENING * (before + n)) / frames));
    before += sound.frames;
  }
  const [a, b] = pairOf(heard);
  const overlap = sharedSeconds(a, b);
  const runs = overlap < WINDOW_S ? [] : coarseRuns(a, b);
  if (runs.length === 0)
    return yield refused(
      overlap < WINDOW_S
        ? `One of them is only ${figure(overlap, 1)} s long: too little to compare.`
        : 'The takes have nothing in common: are they of the same event?',
    );
  const wanted = placesIn(runs, a, b);
  if (wanted.length === 0) return yield refused('They share less than 2 s: too little.');
  const sides = [
    { sound: first, heard: a, at: wanted.map((w) => w.at) },
    { sound: second, heard: b, at: wanted.map((w) => w.at - w.lag) },
  ];
  const read: (readonly Float32Array[])[] = [];
  before = 0;
  for (const { sound, heard, at } of sides) {
    const frame = at.map((s) => Math.round(s * sound.rateHz));
    const order = frame.map((_, i) => i).sort((i, j) => itemAt(frame, i) - itemAt(frame, j));
    const length = Math.round(WINDOW_S * sound.rateHz);
    const inOrder = order.map((i) => itemAt(frame, i));
    const stretches = yield* passedOn(
      stretchesOf(sound, heard.signs, inOrder, length),
      (n) => LISTENING + (FETCHING * (before + n)) / frames,
    );
    const samples = new Array<Float32Array>(frame.length);
    order.forEach((i, k) => {
      samples[i] = itemAt(stretches, k).samples;
    });
    read.push(samples);
    before += sound.frames;
  }
  const [ofFirst, ofSecond] = pairOf(read);
  const length = Math.round(WINDOW_S * COMPARED_HZ);
  const compare = phaseCorrelator(length, Math.round(AROUND_S * COMPARED_HZ));
  const atRate = (x: Float32Array, rateHz: number) =>
    itemAt(resampled([x], rateHz / COMPARED_HZ), 0).subarray(0, length);
  const found: (Place & { readonly run: Run; readonly isInverted: boolean })[] = [];
  for (const [i, { at, lag, run }] of wanted.entries()) {
    const like = compare(atRate(itemAt(ofFirst, i), first.rateHz), atRate(itemAt(ofSecond, i), second.rateHz));
    // Where the windows begin is known to the frame only.
    const begun = Math.round(at * first.rateHz) / first.rateHz;
    const there = Math.round((at - lag) * second.rateHz) / second.rateHz;
    if (like)
      found.push({
        at: at + WINDOW_S / 2,
        lag: begun - there + like.lag / COMPARED_HZ,
        isInverted: like.isInverted,
        run,
      });
    yield { done: false, share: LISTENING + FETCHING + ((1 - LISTENING - FETCHING) * (i + 1)) / wanted.length };
  }
  yield { done: true, lined: judged(found, runs, a, b) };
}

const refused = (problem: string): LineUpProgress => ({ done: true, lined: { ok: false, problem } });

const sharedSeconds = (a: Heard, b: Heard): number => Math.min(a.seconds, b.seconds);

async function* passedOn<T>(
  steps: AsyncGenerator<number, T>,
  share: (n: number) => number,
): AsyncGenerator<LineUpProgress, T> {
  for (;;) {
    const step = await steps.next();
    if (step.done) return step.value;
    yield { done: false, share: share(step.value) };
  }
}

/** Beginnings of the windows to compare, seconds of the first, with the lag that they are expected at. */
function placesIn(runs: readonly Run[], a: Heard, b: Heard) {
  const total = runs.reduce((s, r) => s + r.toS - r.fromS, 0);
  const apart = Math.max(CLOSEST_S, total / MOST_PLACES);
  return runs.flatMap((run) => {
    const last = Math.min(run.toS, a.seconds) - WINDOW_S;
    const count = Math.max(2, Math.floor((last - run.fromS) / apart) + 1);
    return Array.from({ length: count }, (_, i) => run.fromS + ((last - run.fromS) * i) / (count - 1))
      .map((at) => ({ at, lag: run.lagS(at + WINDOW_S / 2), run }))
      .filter(({ at, lag }) => at >= 0 && at - lag >= 0 && at - lag + WINDOW_S <= b.seconds);
  });
}

function judged(
  found: readonly (Place & { readonly run: Run; readonly isInverted: boolean })[],
  runs: readonly Run[],
  a: Heard,
  b: Heard,
): Lined {
  const no = (problem: string): Lined => ({ ok: false, problem });
  const { slope, stretches } = stretchesIn(runs.map((r) => found.filter((f) => f.run === r)));
  const near = stretches.flatMap((s) => s.places);
  if (found.length < LEAST_PLACES || near.length < LEAST_PLACES) return no(UNSURE);
  if (near.length < LEAST_SHARE * found.length)
    return no('The places that are alike do not lie on one line: are they of the same event?');
  const pieces = piecesOf(stretches, slope, a, b);
  const spanned = stretches.reduce(
    (sum, { places }) => sum + itemAt(places, places.length - 1).at - itemAt(places, 0).at + WINDOW_S,
    0,
  );
  const shared = pieces.reduce((sum, p) => sum + Math.min(a.seconds, p.toS) - Math.max(0, p.fromS), 0);
  if (spanned < LEAST_SPAN * shared) return no(UNSURE);
  const driftPpm = -1e6 * slope;
  if (Math.abs(driftPpm) > MOST_PPM)
    return no(
      `By its places the clock of one runs ${figure(Math.abs(driftPpm))} parts in a million ${driftPpm > 0 ? 'slower' : 'faster'} than the other's. No two recorders do that, ${MOST_PPM} is the most: one was played faster, or saved at another rate.`,
    );
  const upsideDown = found.filter((f) => near.some((p) => p.at === f.at) && f.isInverted).length;
  const lagAt = (t: number) => pieces.find((p) => t >= p.fromS && t < p.toS)?.offsetS;
  const claps = a.knocks.filter((t) => {
    const offset = lagAt(t);
    return offset !== undefined && b.knocks.some((u) => Math.abs(u - (t - offset - slope * t)) < CLAP_S);
  });
  return {
    ok: true,
    value: {
      offsetS: itemAt(pieces, 0).offsetS,
      // Time t of the first is t - lag(t) of the second: its clock runs fast where the lag shrinks.
      driftPpm,
      isInverted: upsideDown > near.length / 2,
      signs: b.signs,
      pieces,
      places: stretches.flatMap((s) => s.places.map((p) => ({ at: p.at, offS: p.lag - s.at0 - slope * p.at }))),
      claps,
    },
  };
}

/** Stretches with their ends: those of the second where nothing was cut, and where the levels fit best between two. */
function piecesOf(stretches: readonly Stretch[], slope: number, a: Heard, b: Heard): readonly Piece[] {
  const pieces: { fromS: number; toS: number; offsetS: number }[] = stretches.map((s) => ({
    fromS: s.at0,
    // t - lag(t) = the second's end.
    toS: (b.seconds + s.at0) / (1 - slope),
    offsetS: s.at0,
  }));
  stretches.slice(1).forEach((after, i) => {
    const beforeIt = itemAt(stretches, i);
    const jump = after.at0 - beforeIt.at0;
    const cut = bestCut(beforeIt, after, slope, a, b);
    itemAt(pieces, i).toS = cut;
    // What the second lost leaves a hole; what the first lost is left out of the second.
    itemAt(pieces, i + 1).fromS = cut + Math.max(0, jump);
  });
  return pieces;
}

/** Where one line goes over into the next, seconds of the first: there the levels of both takes differ least. */
function bestCut(before: Stretch, after: Stretch, slope: number, a: Heard, b: Heard): number {
  const jump = after.at0 - before.at0;
  const gap = Math.max(0, Math.round(jump / STEP_S));
  const stepOf = (seconds: number) => Math.round(seconds / STEP_S);
  const from = stepOf(itemAt(before.places, before.places.length - 1).at - WINDOW_S / 2);
  const to = stepOf(itemAt(after.places, 0).at + WINDOW_S / 2);
  const off = (t: number, at0: number): number => {
    const u = stepOf(t * STEP_S * (1 - slope) - at0);
    return u < 0 || u >= b.levels.length || t < 0 || t >= a.levels.length
      ? 0
      : itemAt(a.levels, t) - itemAt(b.levels, u);
  };
  const usual = middle(Array.from({ length: Math.max(1, to - from) }, (_, i) => off(from + i, before.at0)));
  const cost = (t: number, at0: number) => Math.min(20, Math.abs(off(t, at0) - usual));
  // Cut at `from`: everything by the second line.
  let now = 0;
  for (let t = from + gap; t < to; t++) now += cost(t, after.at0);
  let best = { at: from, cost: now };
  for (let cut = from; cut + gap < to; cut++) {
    now += cost(cut, before.at0) - cost(cut + gap, after.at0);
    if (now < best.cost) best = { at: cut + 1, cost: now };
  }
  return best.at * STEP_S;
}

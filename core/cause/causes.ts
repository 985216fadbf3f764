import { itemAt } from '../algorithms';
import { type Assessment, assess } from '../assess';
import { apply, type Change, effortS, type Touched, touched } from '../change';
import { type Catalogue, classOfPart, type JointId, knobIn, type PartId, type Setup } from '../model';
import { rankOf } from './consequence';
import { type Effect, effectOf, type Failing, type Fault, failingOf, keyOf, severityOf } from './effect';
import { freeActs } from './free-acts';
import { sayCause } from './say';
import { confirmed, type Try, triesOf, tryOut } from './tries';
import { type Told, whichJoint } from './which-joint';

/** Why something fails: the smallest change after which it does not. */
export interface Cause {
  /** What it explains, what comes first in the line of consequences first. */
  readonly faults: readonly Fault[];
  /** Acts at hand that put it right; none where nothing at hand does. */
  readonly changes: readonly Change[];
  /** What is wrong, and where. */
  readonly sentence: string;
  readonly part?: PartId;
  readonly joint?: JointId;
}

/** So many causes are looked for one after another. */
const MOST_CAUSES = 4;

/**
 * Why a setup fails, one cause after another: every act at hand that could have a say is carried out on a copy and judged;
 * the one that mends most for least effort, and makes nothing worse, tells what is wrong. What none mends is told by where
 * the signal stops: the joint that would let it through if every contact met its like.
 * @param useful is told each single act that alone does something and harms nothing.
 * Steps are yielded after each try, so that a caller can stop; the last is the answer.
 * @example for (const causes of causesOf(setup, catalogue, mustAssess(setup, catalogue))) show(causes);
 */
export function* causesOf(
  setup: Setup,
  catalogue: Catalogue,
  assessment: Assessment,
  useful: (single: Try) => void = () => {},
): Generator<readonly Cause[], readonly Cause[]> {
  const causes: Cause[] = [];
  let now = setup;
  let before = assessment;
  const severity = severityOf(assessment);
  let stop: Told | null | undefined;
  for (let round = 0; round < MOST_CAUSES && failingOf(before).length > 0 && severityOf(before) === severity; round++) {
    const good: Try[] = [];
    let found: ReturnType<typeof confirmed> = null;
    let told: readonly Cause[] = causes;
    for (const acts of [...inLikelyOrder(freeActs(now, catalogue, before)), []]) {
      // What mends all for little effort is not bettered by what takes more: it is told before the rest is tried.
      if (!found && isSettled(good, acts)) {
        const best = confirmedBest(good, catalogue, before);
        // What seemed to mend all may not by all bands: then what comes next is still to be tried.
        if (acts.length === 0 || best?.tried.effect.failing === 0) found = best;
        if (found) told = [...causes, causeOf(now, catalogue, found.tried, rivalsOf(found.tried, good), before)];
        yield told;
      }
      for (const tried of triesOf(now, catalogue, before, acts)) {
        if (tried) good.push(tried);
        yield told;
      }
    }
    if (round === 0) good.forEach(useful);
    if (found) {
      // What else would mend it, at whatever effort, tells the place.
      causes.push(causeOf(now, catalogue, found.tried, rivalsOf(found.tried, good), before));
      now = found.tried.setup;
      before = found.after;
      yield causes;
      continue;
    }
    // What does not fit is not mended by two hands where it is not by one.
    if (failingOf(before).some((f) => f.gate === 'fit')) break;
    // One joint that keeps a voice back, its contacts unlike, is a simpler reason than two acts that go round it.
    stop = yield* whereItStops(setup, catalogue, assessment, causes);
    if (stop) break;
    // No single act does it: two at once, of those that a hand would think of first.
    const pair = yield* pairThatMends(now, catalogue, before, causes);
    if (!pair) break;
    // Neither explains it without the other: what they do together is told of both.
    const { effect } = pair;
    for (const [i, change] of pair.changes.entries())
      causes.push(
        causeOf(now, catalogue, { change, effect: i === 0 ? effect : { ...effect, resolved: new Set() } }, [], before),
      );
    now = pair.setup;
    before = pair.after;
    stop = undefined;
    yield causes;
  }
  if (stop === undefined) stop = yield* whereItStops(setup, catalogue, assessment, causes);
  if (stop) {
    const { resolves, ...rest } = stop;
    const faults = unexplained(assessment, causes).filter((f) => resolves.has(keyOf(f)));
    if (faults.length > 0)
      causes.push({ faults: faults.map(({ gate, topic }) => ({ gate, topic })), changes: [], ...rest });
  }
  // What everything else hangs on is told first.
  const rank = ({ faults }: Cause) => Math.min(...faults.map(rankOf));
  const inLine = causes.every((c) => c.faults.length > 0) ? [...causes].sort((a, b) => rank(a) - rank(b)) : causes;
  yield inLine;
  return inLine;
}

/** So many acts are tried two at once, at most. */
const MOST_PAIRED = 22;

interface Pair {
  readonly changes: readonly [Change, Change];
  readonly setup: Setup;
  readonly after: Assessment;
  readonly effect: Effect;
}

/** The pair of acts that mends most, where no act alone mends anything. Gains are left out: there are too many. */
function* pairThatMends(
  setup: Setup,
  catalogue: Catalogue,
  before: Assessment,
  told: readonly Cause[],
): Generator<readonly Cause[], Pair | null> {
  const isGain = (c: Change) =>
    c.do === 'distance' || (c.do === 'knob' && knobIn(classOfPart(setup, catalogue, c.part), c.knob).unit === 'dB');
  const acts = freeActs(setup, catalogue, before);
  const ends = acts.filter((c) => isGain(c) && c.do === 'knob').slice(0, 6);
  const likely = [...acts.filter((c) => !isGain(c)).slice(0, MOST_PAIRED), ...ends];
  let best: (Pair & { readonly effort: number }) | null = null;
  for (const [i, first] of likely.entries()) {
    const half = apply(setup, catalogue, first);
    for (const second of half ? likely.slice(i + 1) : []) {
      const tried = tryOut(half!, catalogue, before, second);
      yield told;
      if (!tried || tried.effect.resolved.size === 0 || tried.effect.worse) continue;
      const effort = effortS([first, second]);
      const isBetter =
        !best ||
        tried.effect.resolved.size > best.effect.resolved.size ||
        (tried.effect.resolved.size === best.effect.resolved.size &&
          (tried.effect.failing < best.effect.failing ||
            (tried.effect.failing === best.effect.failing && effort < best.effort)));
      if (!isBetter) continue;
      const after = assess(tried.setup, catalogue);
      if (!after.ok) continue;
      const effect = effectOf(before, after.value);
      if (effect.resolved.size === 0 || effect.worse) continue;
      best = { changes: [first, second], setup: tried.setup, after: after.value, effect, effort };
    }
  }
  return best;
}

/** The joint that keeps back the first voice that does not arrive and that no cause explains. */
function* whereItStops(
  setup: Setup,
  catalogue: Catalogue,
  assessment: Assessment,
  causes: readonly Cause[],
): Generator<readonly Cause[], Told | null> {
  for (const left of unexplained(assessment, causes)) {
    if (left.gate !== 'wired' || !left.topic.startsWith('arrives')) continue;
    const told = whichJoint(setup, catalogue, assessment, left);
    yield causes;
    if (told) return told;
  }
  return null;
}

/** What fails and no cause explains. */
export const unexplained = (assessment: Assessment, causes: readonly Cause[]): readonly Failing[] => {
  const told = new Set(causes.flatMap((c) => c.faults.map(keyOf)));
  return failingOf(assessment).filter((f) => !told.has(keyOf(f)));
};

/** The best of what mends at a glance that also mends by all bands. */
function confirmedBest(good: readonly Try[], catalogue: Catalogue, before: Assessment): ReturnType<typeof confirmed> {
  // What is plainly broken is no guess: it comes before what goes round it.
  const isGuess = (t: Try) => Number(!PLAIN.has(t.change.do));
  for (const t of [...good].sort(
    (a, b) => Number(a.effect.failing > 0) - Number(b.effect.failing > 0) || isGuess(a) - isGuess(b) || inOrder(a, b),
  )) {
    const best = confirmed(t, catalogue, before);
    if (best) return best;
  }
  return null;
}

/** Passing without a caution is enough: of what does more than that, the milder comes first. */
const PLENTY = 0.3;

/** What mends all first, then what mends most, then what leaves least wrong, then what takes least effort. */
export const inOrder = (a: Try, b: Try): number =>
  Number(a.effect.failing > 0) - Number(b.effect.failing > 0) ||
  b.effect.resolved.size - a.effect.resolved.size ||
  a.effect.failing - b.effect.failing ||
  effortS([a.change]) - effortS([b.change]) ||
  a.effect.cautions - b.effect.cautions ||
  Math.min(PLENTY, b.effect.room) - Math.min(PLENTY, a.effect.room);

/** What is plainly broken first, then what takes least effort: acts that are as likely stand together. */
function inLikelyOrder(acts: readonly Change[]): readonly (readonly Change[])[] {
  const groups = new Map<number, Change[]>();
  for (const act of acts) {
    const effort = PLAIN.has(act.do) ? 0 : effortS([act]);
    groups.set(effort, [...(groups.get(effort) ?? []), act]);
  }
  return [...groups].sort(([a], [b]) => a - b).map(([, together]) => together);
}

/** Whether nothing of what comes next, if anything does, could be told instead of what was found, or beside it. */
function isSettled(good: readonly Try[], next: readonly Change[]): boolean {
  const whole = good.filter((t) => t.effect.failing === 0);
  if (whole.some((t) => PLAIN.has(t.change.do))) return true;
  const least = Math.min(...whole.map((t) => effortS([t.change])));
  return next.every((c) => effortS([c]) > AS_LIKELY * least);
}

/** What mends as much. What is plainly broken is no guess, and has none. */
const rivalsOf = (best: Try, good: readonly Try[]): readonly Try[] =>
  PLAIN.has(best.change.do)
    ? []
    : good.filter((t) => t.change !== best.change && [...best.effect.resolved].every((k) => t.effect.resolved.has(k)));

/** The sentence is made from the change; of several that do the same, the place they have in common is to blame. */
function causeOf(
  setup: Setup,
  catalogue: Catalogue,
  { change, effect }: Pick<Try, 'change' | 'effect'>,
  rivals: readonly Try[],
  before: Assessment,
): Cause {
  const explained = failingOf(before).filter((f) => effect.resolved.has(keyOf(f)));
  const likely = rivals.filter((r) => effortS([r.change]) <= AS_LIKELY * effortS([change]));
  const common = commonPlace(setup, [change, ...rivals.map((r) => r.change)]);
  const near = commonPlace(setup, [change, ...likely.map((r) => r.change)]);
  const own = touched(setup, change);
  // Nothing in common: what else would do it as well stands beside it.
  const second =
    near.parts.length + near.joints.length > 0 ? undefined : secondOf(setup, catalogue, change, likely, before);
  const sentence = sayCause(setup, catalogue, second ? [change, second] : [change], explained);
  const joint = common.joints[0] ?? own.joints[0];
  const part = common.parts[0] ?? own.parts[0];
  return {
    faults: explained.map(({ gate, topic }) => ({ gate, topic })),
    changes: [change],
    sentence,
    ...(part === undefined ? {} : { part }),
    ...(joint === undefined ? {} : { joint }),
  };
}

/** What mends as much as the best, at another place, for no more than so many times the effort. */
const AS_LIKELY = 2;

/** What is plainly broken is no guess. */
const PLAIN: ReadonlySet<Change['do']> = new Set(['seat', 'dirt', 'contact', 'bridge']);

function secondOf(
  setup: Setup,
  catalogue: Catalogue,
  best: Change,
  rivals: readonly Try[],
  before: Assessment,
): Change | undefined {
  const own = touched(setup, best);
  if (own.parts.length + own.joints.length === 0) return undefined;
  const elsewhere = ({ parts, joints }: Touched) =>
    parts.length + joints.length > 0 &&
    !parts.some((p) => own.parts.includes(p)) &&
    !joints.some((j) => own.joints.includes(j));
  return [...rivals]
    .sort(inOrder)
    .find((r) => elsewhere(touched(setup, r.change)) && confirmed(r, catalogue, before) !== null)?.change;
}

function commonPlace(setup: Setup, changes: readonly Change[]): Touched {
  const places = changes.map((c) => touched(setup, c));
  const inAll = (of: (place: Touched) => readonly string[]) =>
    of(itemAt(places, 0)).filter((x) => places.every((p) => of(p).includes(x)));
  return { parts: inAll((p) => p.parts), joints: inAll((p) => p.joints) };
}

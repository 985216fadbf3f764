import { mustAssess } from '../assess';
import { areMore, type Cause, causesOf, failingOf, inOrder, type Try, tryOut } from '../cause';
import type { Change } from '../change';
import { solveKnobs } from '../levels';
import { type Catalogue, type Drawer, looseParts, type Setup } from '../model';
import { stockOf, tuneKnobs } from '../plan';
import { anotherWay } from './another-way';
import { acquisitions } from './candidates';
import { type Bench, compareMends, knobChanges, type Mend, mendOf, pruned } from './mend';
import { cheapestFirst, finishes, isBetter, isOfOneKind } from './rank';
import { carriedOn, connections, feeders, finishing, mayBeSettled, pairs, reroutes } from './several-acts';
import { wrongPieces } from './wrong-piece';

/** What is known of a setup that is ill: why, and what would mend it. */
export interface Standing {
  readonly causes: readonly Cause[];
  readonly mends: readonly Mend[];
  /** The search was ended before all was tried: very much lies about. */
  readonly cut?: boolean;
}

/** So much is tried in all; searches of what people set up take a tenth of it. */
const MOST_STEPS = 1500;
/** Where so much lies about that no table holds it, a quarter of that. */
const VERY_MANY_LOOSE = 40;

const MOST_MENDS = 4;
/** So many of those that pass with a caution are carried on to do without. */
const MOST_FINISHED = 2;
/** So many parts that do not do it as they stand have their knobs set. */
const MOST_SETTLED = 8;

/**
 * What would mend the setup? Acts alone or in twos, each tried by `assess` on a copy before it is offered, nothing idle in
 * it: what is at hand first, then what is taken from the bag or bought, another way altogether last.
 * Yields the standing as it grows, so that a caller can show it and stop.
 * @throws where the setup was not checked against the catalogue
 * @example
 * for (const { causes, mends: fixes } of mends(setup, drawer, catalogue)) show(causes[0]?.sentence, fixes[0]?.label);
 */
export function* mends(setup: Setup, drawer: Drawer | null, catalogue: Catalogue): Generator<Standing> {
  const most = looseParts(setup, catalogue).size > VERY_MANY_LOOSE ? MOST_STEPS / 4 : MOST_STEPS;
  let steps = 0;
  let last: Standing | null = null;
  for (const standing of search(setup, drawer, catalogue)) {
    steps += 1;
    if (steps > most) break;
    last = standing;
    yield standing;
  }
  const isCut = steps > most || areMore(setup, catalogue, mustAssess(setup, catalogue));
  if (last && isCut) yield { ...last, cut: true };
}

function* search(setup: Setup, drawer: Drawer | null, catalogue: Catalogue): Generator<Standing> {
  const before = mustAssess(setup, catalogue);
  const stock = stockOf(drawer, catalogue);
  const harm = before.verdicts.some((v) => v.gate === 'safe' && v.status === 'fail');
  const bench: Bench = { setup, before, catalogue, drawer, stock };
  let found: readonly Mend[] = [];
  let causes: readonly Cause[] = [];
  // The same standing is the same object: who is told of it need only be told of news.
  let last: Standing = { causes, mends: found };
  const told = (): Standing => {
    if (last.causes !== causes || last.mends !== found) last = { causes, mends: found };
    return last;
  };
  // Beside what mends all, what mends a part is idle; but what makes safe at once, with nothing bought, is not.
  const kept = (all: readonly Mend[]): readonly Mend[] => {
    const isWhole = all.some((m) => m.leaves.length === 0);
    return all
      .filter((m) => !isWhole || m.leaves.length === 0 || (harm && !m.buys))
      .sort((a, b) => compareMends(harm, a, b))
      .filter((m, i, sorted) => sorted.findIndex((o) => isOfOneKind(o, m)) === i && !sorted.some((o) => finishes(o, m)))
      .slice(0, MOST_MENDS);
  };
  const offer = (changes: readonly Change[], words?: string): boolean => {
    const mend = mendOf(bench, pruned(bench, changes), words);
    if (!mend || !isBetter(bench, mend)) return false;
    if (!found.some((f) => JSON.stringify(f.setup) === JSON.stringify(mend.setup))) found = kept([...found, mend]);
    return true;
  };
  const finish = function* () {
    for (const m of found.slice(0, MOST_FINISHED)) {
      for (const more of finishing(bench, m)) {
        if (more) offer(more);
        yield told();
      }
    }
  };
  if (failingOf(before).length === 0) {
    yield told();
    return;
  }
  const tries: Try[] = [];
  const searching = causesOf(setup, catalogue, before, (t) => tries.push(t));
  for (let step = searching.next(); ; step = searching.next()) {
    if (step.done || step.value.length !== causes.length) causes = [...step.value];
    yield told();
    if (step.done) break;
  }
  const atHand = causes.flatMap((c) => c.changes);
  if (atHand.length > 0) offer(atHand);
  const [first] = causes;
  if (first && first.changes.length > 0) offer(first.changes);
  yield told();

  const consider = (change: Change): Try | null => {
    const tried = tryOut(setup, catalogue, before, change);
    if (tried && tried.effect.resolved.size > 0 && !tried.effect.worse) tries.push(tried);
    return tried;
  };
  let good = 0;
  for (const t of [...tries].sort(inOrder)) if (good < MOST_MENDS && offer([t.change])) good += 1;
  if (failingOf(before).some((f) => f.gate === 'level' || f.gate === 'clean')) {
    const solution = solveKnobs(setup, catalogue);
    if (solution) offer(knobChanges(setup, solution.best.setup, catalogue));
    yield told();
  }
  // What is at hand and mends everything is not bettered by what is fetched.
  const isDone = () => found.some((m) => m.leaves.length === 0 && m.givesUp.length === 0);
  if (isDone()) {
    yield* finish();
    return;
  }

  const places = {
    joints: causes.flatMap((c) => c.joint ?? []),
    parts: causes.flatMap((c) => c.part ?? []),
  };
  const free = tries.length;
  const unsettled: Try[] = [];
  for (const change of acquisitions(setup, before, catalogue, stock, places)) {
    const tried = consider(change);
    if (tried && !tries.includes(tried) && mayBeSettled(before, tried, catalogue)) unsettled.push(tried);
    yield told();
  }
  const fetched = tries.slice(free).sort(inOrder);
  for (const t of cheapestFirst(fetched, bench).slice(0, 3 * MOST_MENDS)) {
    offer([t.change]);
    if (atHand.length > 0) offer([...atHand, t.change]);
    yield told();
  }
  for (const t of cheapestFirst([...fetched.filter((f) => f.effect.failing > 0), ...unsettled], bench).slice(
    0,
    MOST_SETTLED,
  )) {
    const settled = tuneKnobs(t.setup, catalogue);
    offer([t.change, ...knobChanges(t.setup, settled.setup, catalogue)]);
    yield told();
  }
  if (failingOf(before).some((f) => f.gate === 'powered')) {
    for (const pair of feeders(bench, places)) {
      if (pair) offer(pair);
      yield told();
    }
  }
  for (const acts of reroutes(bench)) {
    if (acts) offer(acts);
    yield told();
  }
  for (const pair of connections(bench)) {
    if (pair) offer(pair);
    yield told();
  }
  if (!isDone()) {
    for (const pair of pairs(bench, tries)) {
      if (pair) offer(pair);
      yield told();
    }
  }
  if (!found.some((m) => m.leaves.length === 0)) {
    for (const acts of carriedOn(bench, tries)) {
      if (acts) offer(acts);
      yield told();
    }
  }
  yield* finish();
  const pieces = wrongPieces(bench, causes, found, cheapestFirst(fetched, bench));
  if (pieces.length > 0) causes = [...causes, ...pieces];
  yield told();
  if (!found.some((m) => m.leaves.length === 0 && !m.buys))
    yield* anotherWay(bench, found, told, (m) => {
      found = kept([...found, m]);
    });
  yield told();
}

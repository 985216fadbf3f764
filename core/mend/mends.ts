import { type Assessment, assess, mustAssess } from '../assess';
import {
  type Cause,
  causesOf,
  effectOf,
  failingOf,
  freeActs,
  inOrder,
  keyOf,
  sayWrongPiece,
  type Try,
  tryOut,
  unexplained,
} from '../cause';
import { apply, applyAll, type Change, freePorts, freshJointId, portsFit, touched } from '../change';
import { solveKnobs } from '../levels';
import { type Catalogue, type Drawer, isGiven, partName, type Setup } from '../model';
import { type Answer, classesFor, holesFor, plan, settleKnobs, stockOf } from '../plan';
import { acquisitions } from './candidates';
import { type Bench, compareMends, knobChanges, type Mend, mendOf, pruned } from './mend';

/** What is known of a setup that is ill: why, and what would mend it. */
export interface Standing {
  readonly causes: readonly Cause[];
  readonly mends: readonly Mend[];
}

const MOST_MENDS = 4;
/** So many tries that do part of it are followed by a second act. */
const MOST_PARTIAL = 6;
/** So many parts that do not do it as they stand have their knobs set. */
const MOST_SETTLED = 8;

/**
 * What would mend the setup? Acts alone or in twos, each tried by `assess` on a copy before it is offered, nothing idle in
 * it: what is at hand first, then what is taken from the bag or bought, another way altogether last.
 * Yields the standing as it grows, so that a caller can show it and stop.
 */
export function* mends(setup: Setup, drawer: Drawer | null, catalogue: Catalogue): Generator<Standing> {
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
  const offer = (changes: readonly Change[], words?: string) => {
    const mend = mendOf(bench, pruned(bench, changes), words);
    if (!mend || !isBetter(bench, mend)) return;
    if (found.some((f) => JSON.stringify(f.setup) === JSON.stringify(mend.setup))) return;
    found = [...found, mend].sort((a, b) => compareMends(harm, a, b)).slice(0, MOST_MENDS);
  };
  if (failingOf(before).length === 0) {
    yield told();
    return;
  }
  const searching = causesOf(setup, catalogue, before);
  for (let step = searching.next(); ; step = searching.next()) {
    if (step.value.length !== causes.length) causes = [...step.value];
    yield told();
    if (step.done) break;
  }
  const atHand = causes.flatMap((c) => c.changes);
  if (atHand.length > 0) offer(atHand);
  const [first] = causes;
  if (first && first.changes.length > 0) offer(first.changes);
  yield told();

  const tries: Try[] = [];
  const consider = (change: Change): Try | null => {
    const tried = tryOut(setup, catalogue, before, change);
    if (tried && tried.effect.resolved.size > 0 && !tried.effect.worse) tries.push(tried);
    return tried;
  };
  for (const change of freeActs(setup, catalogue, before)) {
    consider(change);
    yield told();
  }
  for (const t of [...tries].sort(inOrder).slice(0, MOST_MENDS)) offer([t.change]);
  if (failingOf(before).some((f) => f.gate === 'level' || f.gate === 'clean')) {
    const solution = solveKnobs(setup, catalogue);
    if (solution) offer(knobChanges(setup, solution.best.setup, catalogue));
    yield told();
  }
  // What is at hand and mends everything is not bettered by what is fetched.
  if (found.some((m) => m.leaves.length === 0 && cautionFree(m))) return;

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
  const piece = wrongPiece(bench, causes, cheapestFirst(fetched, bench));
  if (piece) causes = [...causes, piece];
  for (const t of cheapestFirst(fetched, bench).slice(0, 3 * MOST_MENDS)) {
    offer([t.change]);
    yield told();
  }
  for (const t of cheapestFirst([...fetched.filter((f) => f.effect.failing > 0), ...unsettled], bench).slice(
    0,
    MOST_SETTLED,
  )) {
    const settled = settleKnobs(t.setup, catalogue);
    offer([t.change, ...knobChanges(t.setup, settled.setup, catalogue)]);
    yield told();
  }
  if (failingOf(before).some((f) => f.gate === 'powered')) {
    for (const pair of feeders(bench, places)) {
      if (pair) offer(pair);
      yield told();
    }
  }
  for (const pair of connections(bench)) {
    if (pair) offer(pair);
    yield told();
  }
  if (!found.some((m) => m.leaves.length === 0)) {
    for (const pair of pairs(bench, tries)) {
      if (pair) offer(pair);
      yield told();
    }
  }
  if (!found.some((m) => m.leaves.length === 0 && !m.buys))
    yield* anotherWay(bench, told, (m) => {
      found = [...found, m].sort((a, b) => compareMends(harm, a, b)).slice(0, MOST_MENDS);
    });
  yield told();
}

/** What no act at hand explains and another piece does: the piece that is there is the wrong one, or one is missing. */
function wrongPiece(
  { setup, before, catalogue }: Bench,
  causes: readonly Cause[],
  fetched: readonly Try[],
): Cause | null {
  const left = unexplained(before, causes).filter(
    (f) =>
      (f.gate === 'wired' && f.topic.startsWith('arrives')) || (f.gate === 'powered' && f.topic.startsWith('needs')),
  );
  const best = fetched.find((t) => left.some((f) => t.effect.resolved.has(keyOf(f))));
  if (!best) return null;
  const faults = unexplained(before, causes).filter((f) => best.effect.resolved.has(keyOf(f)));
  const { parts, joints } = touched(setup, best.change);
  const speaks = faults.find((f) => f.topic.startsWith('needs')) ?? faults[0];
  const sentence = sayWrongPiece(setup, catalogue, best.change, speaks);
  return {
    faults: faults.map(({ gate, topic }) => ({ gate, topic })),
    changes: [],
    sentence,
    part: parts[0],
    // Of a piece in the line, the joint by which it leads on.
    ...(joints.length > 0 ? { joint: joints.at(-1)! } : {}),
  };
}

/** Of those that mend as much, what costs least. */
const cheapestFirst = (tries: readonly Try[], { stock, setup }: Bench): readonly Try[] => {
  const priceOf = ({ change }: Try): number => {
    const part =
      change.do === 'insert' || change.do === 'attach' ? change.part : change.do === 'replace' ? change.by : null;
    return part === null ? 0 : stock.take(part.class, setup.parts.filter((p) => p.class === part.class).length).price;
  };
  return [...tries].sort((a, b) => a.effect.failing - b.effect.failing || priceOf(a) - priceOf(b) || inOrder(a, b));
};

const cautionFree = (m: Mend): boolean => Object.values(m.gates).every((s) => s === 'pass' || s === 'caution');

/** Less ill than before; or, where nothing failed, with more room at its weakest. */
function isBetter({ before }: Bench, mend: Mend): boolean {
  // What would still harm is no fix, whatever else it mends.
  if (mend.gates.safe === 'fail') return false;
  const ill = before.verdicts.filter((v) => v.status === 'fail' || v.status === 'not known').length;
  if (mend.leaves.length < ill) return true;
  const was = before.verdicts.filter((v) => v.status === 'caution').length;
  const is = Object.values(mend.gates).filter((s) => s === 'caution').length;
  return ill === 0 && mend.leaves.length === 0 && is < was;
}

/** Wiring right and only gain or noise wrong: the knobs may do the rest. */
function mayBeSettled(before: Assessment, { effect, setup }: Try, catalogue: Catalogue): boolean {
  if (effect.resolved.size > 0 || !effect.worse) return false;
  const after = mustAssess(setup, catalogue, { bands: '1 kHz' });
  const bad = after.verdicts.filter((v) => v.status === 'fail' || v.status === 'not known').map((v) => v.gate);
  const was = before.verdicts.filter((v) => v.status === 'fail' || v.status === 'not known').length;
  return bad.every((g) => g === 'level' || g === 'clean') && bad.length <= was;
}

/** A lead or adapter from what is plugged into nothing to where it belongs. */
function* connections(bench: Bench): Generator<readonly Change[] | null> {
  const { setup, before, catalogue, stock } = bench;
  const { compiled, lines } = before.readings;
  const loose = new Set([...compiled.unfed, ...lines.filter((l) => !l.path).map((l) => l.part)]);
  const free = freePorts(setup, catalogue);
  const from = free.filter(({ part, port }) => loose.has(part) && port.flow === 'out');
  const to = free.filter(({ part, port }) => !loose.has(part) && port.flow === 'in');
  const leads = [...catalogue.parts.values()].filter((c) => c.kind === 'lead' || c.kind === 'adapter');
  for (const start of from) {
    for (const lead of leads) {
      for (const near of lead.ports) {
        if (!portsFit(near, start.port)) continue;
        for (const far of lead.ports) {
          const ends = far === near ? [] : to.filter((t) => portsFit(far, t.port));
          for (const end of ends) {
            const { part } = stock.take(lead.id, setup.parts.filter((p) => p.class === lead.id).length);
            const attach: Change = { do: 'attach', to: { part: start.part, port: start.port.id }, part };
            const half = apply(setup, catalogue, attach);
            const id = half?.parts.at(-1)?.id;
            if (!half || id === undefined) continue;
            const joint = {
              id: freshJointId(half),
              a: { part: id, port: far.id },
              b: { part: end.part, port: end.port.id },
            };
            const join: Change = { do: 'join', joint, at: half.joints.length };
            const whole = apply(half, catalogue, join);
            const after = whole && assess(whole, catalogue, { bands: '1 kHz' });
            const effect = after?.ok ? effectOf(before, after.value) : null;
            yield effect && effect.resolved.size > 0 && !effect.worse ? [attach, join] : null;
          }
        }
      }
    }
  }
}

/** A piece with a hole for a charger, put where there was none, and something to feed it from. */
function* feeders(
  bench: Bench,
  places: { readonly joints: readonly string[]; readonly parts: readonly string[] },
): Generator<readonly Change[] | null> {
  const { setup, before, catalogue, stock } = bench;
  const isFed = (c: string) => catalogue.parts.get(c)!.usb?.fed !== undefined;
  for (const change of acquisitions(setup, before, catalogue, stock, places)) {
    const part = change.do === 'insert' ? change.part : change.do === 'replace' ? change.by : null;
    if (part === null || !isFed(part.class)) continue;
    const half = apply(setup, catalogue, change);
    if (!half) continue;
    for (const { part: at, port } of holesFor('power', half, catalogue)) {
      for (const c of classesFor('power', half, catalogue)) {
        const take = stock.take(c.id, half.parts.filter((p) => p.class === c.id).length);
        const second: Change = { do: 'attach', to: { part: at, port: port.id }, part: take.part };
        const fed = apply(half, catalogue, second);
        const after = fed && assess(fed, catalogue, { bands: '1 kHz' });
        const effect = after?.ok ? effectOf(before, after.value) : null;
        yield effect && effect.resolved.size > 0 && !effect.worse ? [change, second] : null;
      }
    }
  }
}

/** Two acts: what does part of it, and then what does the rest. */
function* pairs(bench: Bench, tries: readonly Try[]): Generator<readonly Change[] | null> {
  const { setup, catalogue, stock } = bench;
  const partial = cheapestFirst(
    tries.filter((t) => t.effect.failing > 0),
    bench,
  ).slice(0, MOST_PARTIAL);
  for (const one of partial) {
    const half = apply(setup, catalogue, one.change);
    if (!half) continue;
    const then = mustAssess(half, catalogue);
    const none = { joints: [], parts: [] };
    const seconds = function* (): Generator<Change> {
      yield* freeActs(half, catalogue, then);
      yield* acquisitions(half, then, catalogue, stock, none);
    };
    let good = 0;
    for (const second of seconds()) {
      const tried = tryOut(half, catalogue, then, second);
      const mendsIt = tried && !tried.effect.worse && tried.effect.failing === 0;
      yield mendsIt && applyAll(setup, catalogue, [one.change, second]) ? [one.change, second] : null;
      if (mendsIt) good += 1;
      if (good >= 2) break;
    }
  }
}

/**
 * What would do the job from scratch, where nothing short of that does: all that lies there counts as owned, and of the
 * answers that work the one that gives up least of it is taken.
 */
function* anotherWay(bench: Bench, told: () => Standing, add: (m: Mend) => void): Generator<Standing> {
  const { setup, catalogue } = bench;
  let works: readonly Answer[] = [];
  for (const { answers, working } of plan(setup.job, withThese(bench), catalogue)) {
    works = [...answers, ...working].filter((a) => a.score.failing + a.score.unknown === 0);
    yield told();
  }
  const own = new Set(setup.parts.map((p) => p.class));
  const kept = (a: Answer) => a.setup.parts.filter((p) => own.has(p.class)).length;
  const ways = [...works]
    .sort((a, b) => kept(b) - kept(a) || a.cost - b.cost)
    .slice(0, MOST_WAYS)
    .flatMap((answer): readonly Mend[] => {
      const names = answer.setup.parts
        .filter((p) => !isGiven(catalogue.parts.get(p.class)!))
        .map((p) => partName(answer.setup, catalogue, p.id));
      const { format: _, version: __, id: ___, name: ____, ...structure } = { ...answer.setup, job: setup.job };
      const words = `Go another way: ${names.join(', ')}`;
      const mend = mendOf(bench, [{ do: 'restore', words, to: structure }], words);
      if (!mend) return [];
      return [{ ...mend, label: mend.givesUp.length > 0 ? `${words}; without ${mend.givesUp.join(', ')}` : words }];
    });
  const [best] = [...ways].sort((a, b) => compareMends(false, a, b));
  if (best) add(best);
}

/** So many ways are compared by what they give up. */
const MOST_WAYS = 12;

/** The drawer, and what lies on the table already. */
function withThese({ setup, drawer, catalogue }: Bench): Drawer {
  const owned = drawer ?? { format: 'symplex.drawer', version: 1, id: 'table', name: 'On the table', parts: [] };
  const ids = new Set(owned.parts.map((p) => p.id));
  const here = setup.parts.filter((p) => !isGiven(catalogue.parts.get(p.class)!) && !ids.has(p.id));
  return { ...owned, parts: [...owned.parts, ...here.map(({ knobs: _, ...p }) => p)] };
}

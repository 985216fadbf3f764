import { itemAt } from '../algorithms';
import { sayPlan } from '../format';
import {
  appIn,
  type Catalogue,
  callersOf,
  classIn,
  type Destination,
  type Drawer,
  isGiven,
  type Job,
  mustHosts,
  type Part,
  type PartClass,
  quantity,
  type Setup,
} from '../model';
import { addAccessories, withBeside } from './accessories';
import { type Answer, chooseAnswers, devicesServed, isWorking, samePieces, setUpS } from './answers';
import { canMixFarEnd, destinationsOf, hostTables, needsHost, newSecondaryRoutes, withFarEnd } from './destinations';
import { whyImpossible } from './impossible';
import { leanOf } from './improve';
import {
  BY_MONEY,
  BY_PIECES,
  buildSetup,
  type Chain,
  classCounts,
  interleave,
  type Link,
  LONGEST,
  lengthened,
  newDeferral,
  searchChains,
} from './search';
import { costOf, ratesOf, stockOf } from './stock';
import {
  type Candidate,
  candidateOf,
  failsNothing,
  isBetter,
  knownKnobs,
  newExperience,
  type Score,
  scoreOf,
  tuneKnobs,
} from './tuning';

/** A chain that was computed, as a point of the cost and margin it has. */
export interface Route {
  readonly cost: number;
  readonly score: Score;
}

export interface PlanProgress {
  /** Best first: those that work and that no other beats on all of cost, margin, pieces, mass and time to set up; else the nearest misses. */
  readonly answers: readonly Answer[];
  /** All that work, whether or not another beats them: for several jobs at once. */
  readonly working: readonly Answer[];
  /** Every chain assessed so far. */
  readonly routes: readonly Route[];
  readonly done: boolean;
  /** Why nothing could do this job, whatever it is made of; null where that is not known beforehand. */
  readonly impossible: string | null;
  /**
   * Of a search that is done: up to how much money chains were looked at but for those that look awkward; 'all' where the
   * search came to its end, 'some' where mixers were tried in the order of their price.
   */
  readonly upTo: number | 'all' | 'some';
}

/** Chains assessed at most: enough that dearer, better ones are among them. */
const MOST_TRIED = 60;
/** The same where there are several destinations: most chains fail at the first already. */
const MOST_TRIED_FOR_SEVERAL = 120;
/** Chains of what is owned, tried before anything is bought but wire. */
const MOST_OF_OWN = 40;
/** Chains through a mixer into which the caller is brought. */
const MOST_MIXES = 12;
/** Chains that lack a place for the ears or any power, assessed to say so. */
const MOST_LACKING = 8;
/** Chains from which further destinations are sought. */
const MOST_REACHED = 12;
/** Chains of a further destination's own that are tried beside one to the first. */
const MOST_ALONE = 2;
const MOST_TRIED_ALONE = 20;
/** Chains that look poor, assessed at most where something works already. */
const MOST_POOR = 15;
/** So many setups assessed are enough where something works: further knobs are tried for one chain than for another. */
const ENOUGH_EFFORT = 150;
const ENOUGH_EFFORT_FOR_SEVERAL = 230;
/** A chain with this much margin at its weakest gate gains nothing from further pieces. */
const GOOD_MARGIN = 0.3;

/**
 * Find chains for a job, by least money and by fewest pieces in turn, and keep those that none beats, in the order that the
 * job prefers.
 * A generator: each step is one chain assessed, so the caller shows the first answer at once and stops when it likes.
 * @param drawer what is owned, with its prices and currency; null for nothing
 * @param ofOwnOnly whether nothing but wire and small pieces is bought
 * @example for (const { answers, done } of plan(job, drawer, catalogue)) if (done) show(answers[0]);
 */
export function* plan(
  wanted: Job,
  drawer: Drawer | null,
  catalogue: Catalogue,
  { ofOwnOnly = false }: { readonly ofOwnOnly?: boolean } = {},
): Generator<PlanProgress> {
  // Chains lead to the first device; the others are reached from what is on the way there, or by chains of their own.
  const { also, ...job } = wanted;
  const stock = stockOf(drawer, catalogue);
  let found: Answer[] = [];
  const routes: Route[] = [];
  const good: string[][] = [];
  // The same pieces again, or a good chain with padding, would only be in the way.
  const isPadded = (links: readonly Link[]) => {
    if (good.length === 0) return false;
    const there = classCounts(links, 1);
    return good.some((g) => g.every((c) => there.has(c)));
  };
  let isCut = false;
  let isTable = false;
  let sought = 0;
  const ruledOut = whyImpossible(wanted, catalogue);
  const impossible = ruledOut && sayPlan(ruledOut).sentence;
  const progress = (done: boolean): PlanProgress => ({
    answers: chooseAnswers(job, found, drawer?.currency, catalogue),
    working: found.filter(isWorking),
    routes: [...routes],
    done,
    impossible,
    upTo: isTable ? 'some' : isCut ? Math.max(0, Math.floor(sought)) : 'all',
  });
  if (ruledOut) {
    yield progress(true);
    return;
  }
  const memory = newDeferral(catalogue);
  const past = newExperience();
  const planning = { catalogue, stock, past };
  const knobs = knownKnobs();
  const ways = newSecondaryRoutes(job, planning);
  let assessed = 0;
  let poor = 0;
  let triedMixes = 0;
  let reached = 0;
  const byItself = new Map<Destination, readonly Setup[]>();
  const destinations = destinationsOf(
    wanted,
    (to) => {
      const known = byItself.get(to);
      if (known) return known;
      // What is owned may be taken by the first device already: what could be bought is looked for as well.
      const found = [drawer, null].flatMap((own) => {
        let best: PlanProgress | null = null;
        for (const p of plan({ ...job, ...to, hearing: 'nothing' }, own, catalogue)) {
          best = p;
          if (p.working.length >= MOST_ALONE || p.routes.length >= MOST_TRIED_ALONE) break;
        }
        return best?.working.slice(0, MOST_ALONE).map((a) => a.setup) ?? [];
      });
      byItself.set(to, found);
      return found;
    },
    planning,
  );
  /** Where all but the ears is well, and a mixer is on the way: the caller brought into it. */
  const withEars = (settled: Candidate): Candidate => {
    if (triedMixes >= MOST_MIXES || !canMixFarEnd(settled, catalogue)) return settled;
    triedMixes += 1;
    return withFarEnd(settled, planning);
  };
  /** Assess one chain; null for one that does not reach. */
  const tried = (asFound: Chain): PlanProgress | null => {
    const chain = ways.asKnown(asFound);
    const built = buildSetup(chain, job, planning, `${job.id}-${routes.length + 1}`.slice(0, 64));
    const setup = lengthened(knobs.asKnown(built), stock, catalogue);
    if (!setup) return null;
    assessed += 1;
    if (chain.poor) poor += 1;
    const whole = withEars(ways.withSecondaries(chain, addAccessories(tuneKnobs(setup, catalogue, past), planning)));
    const lean = leanOf(withProcessingOff(whole, catalogue), planning);
    const led = withBeside(lean, planning);
    if (!led) return null;
    memory.learn(chain, led.setup, led.assessment);
    if (failsNothing(led.assessment)) knobs.learn(led.setup);
    const goesOn = also !== undefined && failsNothing(led.assessment) && reached < MOST_REACHED;
    if (goesOn) reached += 1;
    const settled = goesOn ? destinations.reach(led) : led;
    // What leads to the first device only is no answer to a job that has more.
    if (also && (settled.setup.job.also ?? []).length < also.length) return null;
    const { score, isGood } = keepAnswer(settled);
    if (isGood && score.margin >= GOOD_MARGIN) good.push([...classCounts(chain.links.slice(0, -1), 1).keys()]);
    return progress(false);
  };
  /** Taken among the answers, unless it harms or costs too much. */
  const keepAnswer = (settled: Candidate): { readonly score: Score; readonly isGood: boolean } => {
    const { cost, toBuy } = costOf(settled.setup.parts, stock, catalogue);
    const score = scoreOf(settled.assessment);
    routes.push({ cost, score });
    // What can harm is no answer, not even the nearest miss.
    const harms = settled.assessment.verdicts.some((v) => v.gate === 'safe' && v.status === 'fail');
    if (harms || (job.budget !== null && cost > job.budget)) return { score, isGood: false };
    const answer = answerOf(settled, { cost, toBuy }, drawer, catalogue);
    if (isWorking(answer)) past.demanding = true;
    if (!found.some((a) => samePieces(a, answer))) found = [...found, answer];
    return { score, isGood: isWorking(answer) };
  };
  const wishes = { isPadded, isPoor: memory.isPoor };
  // Several devices of which one calls: a mixer with a send for each of them.
  if (needsHost(wanted, catalogue)) {
    for (const table of hostTables(wanted, planning)) {
      assessed += 1;
      const settled = addAccessories(table, planning);
      keepAnswer(settled);
      yield progress(false);
    }
    // Of several that call, no chain by itself keeps each from themselves.
    if (found.some(isWorking) || callersOf(wanted, catalogue).length > 1) {
      isTable = true;
      yield progress(true);
      return;
    }
  }
  // What is owned comes first: by itself, then with wire and small pieces to buy; then whatever there is.
  const owned = new Set((drawer?.parts ?? []).map((p) => p.class));
  const among = (pieceCost: number, may: (c: PartClass) => boolean) =>
    searchChains(job, { ...planning, catalogue: narrowed(catalogue, may) }, { ...wishes, pieceCost });
  const ofOwn =
    owned.size === 0
      ? []
      : [among(BY_MONEY, (c) => owned.has(c.id)), among(BY_PIECES, (c) => owned.has(c.id) || isSmall(c))];
  const onCut = () => {
    isCut = true;
  };
  const [byMoney, byPieces] = [BY_MONEY, BY_PIECES].map((pieceCost) =>
    searchChains(job, planning, { ...wishes, pieceCost, onCut }),
  );
  const noted = function* (chains: Iterable<Chain | null>): Generator<Chain | null> {
    for (const c of chains) {
      // They come cheapest first, each piece counting a little: what is cheaper than that has come.
      if (c && !c.poor) sought = Math.max(sought, c.cost - BY_MONEY * (LONGEST - c.links.length));
      yield c;
    }
  };
  const ofAll = [noted(byMoney ?? []), byPieces ?? []];
  for (const chain of interleave(ofOwn)) {
    if (assessed >= MOST_OF_OWN || (poor >= MOST_POOR && found.some(isWorking))) break;
    const news = tried(chain);
    if (news) yield news;
  }
  const [begun, own] = [past.effort, assessed];
  for (const chain of interleave(ofOwnOnly ? [] : ofAll)) {
    if (
      found.some(isWorking) &&
      (poor >= MOST_POOR || past.effort - begun >= (also ? ENOUGH_EFFORT_FOR_SEVERAL : ENOUGH_EFFORT))
    ) {
      isCut = true;
      break;
    }
    if (assessed - own >= (also ? MOST_TRIED_FOR_SEVERAL : MOST_TRIED) || reached >= MOST_REACHED) {
      isCut = true;
      break;
    }
    const news = tried(chain);
    if (news) yield news;
  }
  // Nothing gets there with all that is needed: chains that lack something tell what it is.
  const lacking = routes.length > 0 || ofOwnOnly ? [] : searchChains(job, planning, { ...wishes, lacking: true });
  for (const chain of interleave([lacking])) {
    if (routes.length >= MOST_LACKING) break;
    const news = tried(chain);
    if (news) yield news;
  }
  if (job.preference === 'next-device') {
    // Each takes an assessment a device: asked only of those that are shown.
    for (const { setup } of chooseAnswers(job, found, drawer?.currency, catalogue)) {
      const devices = devicesServed(setup, itemAt(mustHosts(setup, catalogue), 0).part.id, catalogue);
      found = found.map((a) => (a.setup === setup ? { ...a, devices } : a));
      yield progress(false);
    }
  }
  yield progress(true);
}

/** Noise processing of the app switched off, as a careful hand does where it spoils what is recorded. */
function withProcessingOff(settled: Candidate, catalogue: Catalogue): Candidate {
  const { setup, assessment } = settled;
  if (failsNothing(assessment) || !appIn(catalogue, setup.job.app).processing.startsWith('starts')) return settled;
  // All that it takes from a recording are channels beside the first: where there are none, nothing is to be won.
  const takes = [assessment.readings, ...assessment.also].some((r) =>
    r.unrecorded.some((c) => c.number <= r.app.records),
  );
  if (!takes) return settled;
  const tried = candidateOf({ ...setup, session: { ...setup.session, processing: 'off' } }, catalogue);
  return isBetter(tried.assessment, assessment) ? tried : settled;
}

/** The catalogue with some of its classes only, and all that is there anyway. */
const narrowed = (catalogue: Catalogue, may: (c: PartClass) => boolean): Catalogue => ({
  ...catalogue,
  parts: new Map([...catalogue.parts].filter(([, c]) => isGiven(c) || may(c))),
});

/** Wire, couplers and chargers: what one buys beside what one has. */
const isSmall = ({ kind }: PartClass): boolean => kind === 'lead' || kind === 'adapter' || kind === 'power';

/** What a piece does, of those that nobody buys twice without a reason. */
function roleOf(c: PartClass): string | null {
  if (c.circuit.some((e) => e.is === 'capsule')) return 'microphone';
  return c.kind === 'mixer' || c.kind === 'interface' || c.kind === 'wireless' ? c.kind : null;
}

/** Pieces to buy of which one that is owned would do the same work, and is left lying. */
function leftLying(toBuy: readonly Part[], setup: Setup, drawer: Drawer | null, catalogue: Catalogue): number {
  const used = new Map<string, number>();
  for (const p of setup.parts) used.set(p.class, (used.get(p.class) ?? 0) + 1);
  const lying = (drawer?.parts ?? []).flatMap((p) => {
    const n = used.get(p.class) ?? 0;
    used.set(p.class, n - 1);
    return n > 0 ? [] : [roleOf(classIn(catalogue, p.class))];
  });
  return toBuy.filter((p) => {
    const role = roleOf(classIn(catalogue, p.class));
    const at = role === null ? -1 : lying.indexOf(role);
    if (at >= 0) lying.splice(at, 1);
    return at >= 0;
  }).length;
}

function answerOf(
  { setup, assessment }: Candidate,
  bought: { readonly cost: number; readonly toBuy: readonly Part[] },
  drawer: Drawer | null,
  catalogue: Catalogue,
): Answer {
  const { all, rates } = ratesOf(setup, drawer, catalogue);
  const { verdicts, weakest, readings } = assessment;
  const snr = readings.channels.map((c) => c.snrDb).filter(Number.isFinite);
  const pieces = setup.parts.filter((p) => !isGiven(classIn(catalogue, p.class)));
  return {
    setup,
    ...bought,
    pieces: setup.parts.length,
    massG: pieces.reduce((sum, p) => sum + quantity(p, classIn(catalogue, p.class), 'massG'), 0),
    setUpS: setUpS(setup, catalogue),
    onMains: pieces.filter((p) => classIn(catalogue, p.class).needs?.includes('mains')).length,
    devices: null,
    leftLying: leftLying(bought.toBuy, setup, drawer, catalogue),
    or: null,
    reliable: all,
    rates,
    score: scoreOf(assessment),
    weakest,
    verdicts,
    snrDb: snr.length > 0 ? Math.min(...snr) : null,
    best: [],
    lostBy: null,
    toWin: null,
  };
}

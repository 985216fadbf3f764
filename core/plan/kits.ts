import { atKey, itemAt } from '../algorithms';
import { capital } from '../format';
import {
  type Catalogue,
  type ClassId,
  classIn,
  type Drawer,
  FORMAT_VERSION,
  type Job,
  kindOf,
  notKnownIn,
  ofKind,
  quantity,
} from '../model';
import type { Answer } from './answers';
import { bestKit, holdsUpTo, type Kit, type KitJob, type KitQuestion, ownedOf, type Solve } from './kit';
import { type PlanProgress, plan } from './plan';
import { kindNeeds, priceOfKind } from './stock';

/** A kit with its name, its answers by job, and up to which price each purchase holds. */
export interface NamedKit {
  readonly name: 'cheapest' | 'most margin for a tenth more' | 'lightest bag';
  readonly kit: Kit;
  readonly answers: readonly { readonly job: string; readonly answer: Answer }[];
  readonly holds: readonly { readonly classId: ClassId; readonly upTo: number | null }[];
}

/** A job for which nothing works, and the gate of its nearest miss. */
export interface NoWay {
  readonly job: string;
  readonly why: string;
}

export interface KitProgress {
  /** Jobs whose chains have been computed. */
  readonly planned: number;
  readonly of: number;
  readonly chains: number;
  readonly kits: readonly NamedKit[];
  readonly noWay: readonly NoWay[];
  /** Where a limit of mass leaves nothing: what the lightest kit weighs. */
  readonly lightestG: number | null;
  /** The solver found no choice at all in its time. */
  readonly unfinished: boolean;
  readonly done: boolean;
}

/** How often chains are sought that use what a kit buys for other jobs, at most. */
const MOST_ROUNDS = 4;
/** How long the first look may take, seconds. */
const QUICK_S = 0.5;

/** What is asked: jobs that come one after another, some of them at once, in a bag that may weigh so much. */
export interface KitWish {
  readonly jobs: readonly Job[];
  readonly atOnce: readonly string[];
  readonly mostG: number | null;
}

/**
 * The smallest purchases with which each of several jobs passes all gates. Chains are computed job by job, without their
 * budgets, then the kits are solved exactly over those that work.
 * An async generator: each step is one chain or one kit, so that it can be shown and stopped.
 */
export async function* kitsFor(
  { jobs, atOnce, mostG }: KitWish,
  drawer: Drawer | null,
  catalogue: Catalogue,
  solving: () => Promise<Solve>,
): AsyncGenerator<KitProgress> {
  const ways: (readonly Answer[])[] = [];
  const fronts: (readonly Answer[])[] = [];
  const noWay: NoWay[] = [];
  let chains = 0;
  let kits: readonly NamedKit[] = [];
  const told = (more: Partial<KitProgress> = {}): KitProgress => ({
    planned: ways.length,
    of: jobs.length,
    chains,
    kits,
    noWay,
    lightestG: null,
    unfinished: false,
    done: false,
    ...more,
  });
  /** All that works for a job, and the best of it; of what does not, the nearest miss. */
  const seek = function* (job: Job, owned: Drawer | null, ofOwnOnly = false) {
    let last: PlanProgress | null = null;
    for (const p of plan({ ...job, budget: null }, owned, catalogue, { ofOwnOnly })) {
      last = p;
      chains += 1;
      yield told();
    }
    return { working: last?.working ?? [], front: last?.answers ?? [] };
  };
  for (const job of jobs) {
    const { working, front } = yield* seek(job, drawer);
    ways.push(working);
    fronts.push(front);
    if (working.length === 0) {
      const [nearest] = front;
      const why =
        notKnownIn(job, catalogue) ??
        (nearest
          ? `${capital(nearest.weakest.gate)} fails in the nearest miss: ${nearest.weakest.sentence}`
          : 'No chain of what is known leads there.');
      noWay.push({ job: job.id, why });
    }
  }
  if (noWay.length > 0) {
    yield told({ done: true });
    return;
  }
  const massOf = (kind: ClassId) => {
    const part = ofKind(kind, catalogue);
    return quantity(part, classIn(catalogue, part.class), 'massG');
  };
  const questionOf = (): KitQuestion => ({
    jobs: jobs.map(
      ({ id }, i): KitJob => ({
        id,
        routes: itemAt(ways, i).map((a) => ({
          needs: kindNeeds(a.setup, catalogue),
          margin: a.score.margin,
          sure: a.reliable,
        })),
      }),
    ),
    atOnce,
    owned: ownedOf(drawer, catalogue),
    price: (k) => priceOfKind(k, drawer, catalogue),
    massG: massOf,
    mostG,
  });
  const solve = await solving();
  const answersOf = (kit: Kit) =>
    jobs.map(({ id }, i) => ({ job: id, answer: itemAt(itemAt(ways, i), atKey(kit.chosen, id)) }));
  const others = (i: number): readonly number[] =>
    jobs.flatMap(({ id }, k) => (k === i || (atOnce.includes(itemAt(jobs, i).id) && atOnce.includes(id)) ? [] : [k]));
  /** What the kit buys for some jobs: it costs nothing to use it for another. */
  const boughtFor = (some: readonly number[], kit: Kit): readonly ClassId[] => {
    const needed = new Set(
      some.flatMap((k) => [
        ...kindNeeds(itemAt(itemAt(ways, k), atKey(kit.chosen, itemAt(jobs, k).id)).setup, catalogue).keys(),
      ]),
    );
    return kit.buy.flatMap(({ classId, count }) => (needed.has(classId) ? Array<ClassId>(count).fill(classId) : []));
  };
  /** What the best answers of some jobs would buy. */
  const mightBuy = (some: readonly number[]): readonly ClassId[] => [
    ...new Set(
      some.flatMap((k) => itemAt(fronts, k).flatMap((a) => a.toBuy.map((p) => kindOf(p, classIn(catalogue, p.class))))),
    ),
  ];
  // How much it weighs is no matter yet: chains that share are lighter, too.
  const roughly = async () =>
    orNull(await bestKit({ ...questionOf(), mostG: null }, { least: 'cost' }, solve, { longestS: QUICK_S }));
  let rough = await roughly();
  let wide = false;
  const sought = new Set<string>();
  for (let round = 0; rough && rough.cost > 0 && jobs.length > 1 && round < MOST_ROUNDS; round++) {
    const kit = rough;
    if (mostG === null) kits = [{ name: 'cheapest', kit, answers: answersOf(kit), holds: [] }];
    for (const [i, job] of jobs.entries()) {
      const lent = wide ? mightBuy(others(i)) : boughtFor(others(i), kit);
      const key = `${job.id} ${[...lent].sort().join()}`;
      if (lent.length === 0 || sought.has(key)) continue;
      sought.add(key);
      // What could be bought was looked for before: now for what the kit has by then.
      const { working } = yield* seek(job, withParts(drawer, lent, catalogue), true);
      ways[i] = [...itemAt(ways, i), ...working];
    }
    rough = (await roughly()) ?? kit;
    const isCheaper = rough.cost < kit.cost;
    if (!isCheaper && wide) break;
    // Where what it buys leads no further, what it might have bought may.
    wide = !isCheaper;
  }
  const question = questionOf();
  const named = async (name: NamedKit['name'], kit: Kit): Promise<NamedKit> => {
    const limits =
      name === 'cheapest' && kit.gap === 0 ? await holdsUpTo(question, kit, solve) : new Map<string, number>();
    return {
      name,
      kit,
      answers: answersOf(kit),
      holds: [...limits].map(([classId, upTo]) => ({ classId, upTo: Number.isFinite(upTo) ? upTo : null })),
    };
  };
  // A quick look first, so that there is something to show, with how far it may be from the best, while the proof goes on.
  const quick = orNull(await bestKit(question, { least: 'cost' }, solve, { longestS: QUICK_S }));
  if (quick && quick.gap > 0) yield told({ kits: [await named('cheapest', quick)] });
  const cheapest = quick?.gap === 0 ? quick : await bestKit(question, { least: 'cost' }, solve);
  if (cheapest === 'unfinished') {
    yield told({ unfinished: true, done: true });
    return;
  }
  if (!cheapest) {
    const light = orNull(await bestKit({ ...question, mostG: null }, { least: 'mass' }, solve));
    yield told({ kits: [], lightestG: light?.massG ?? null, done: true });
    return;
  }
  kits = [await named('cheapest', cheapest)];
  yield told();
  const better = orNull(await bestKit(question, { most: 'margin', mostCost: 1.1 * cheapest.cost }, solve));
  if (better) kits = [...kits, await named('most margin for a tenth more', better)];
  yield told();
  const light = orNull(await bestKit(question, { least: 'mass' }, solve));
  if (light) kits = [...kits, await named('lightest bag', light)];
  yield told({ done: true });
}

const orNull = (kit: Kit | null | 'unfinished'): Kit | null => (kit === 'unfinished' ? null : kit);

/** A drawer with so many more parts. */
const withParts = (drawer: Drawer | null, kinds: readonly ClassId[], catalogue: Catalogue): Drawer => ({
  ...(drawer ?? { format: 'symplex.drawer', version: FORMAT_VERSION, id: 'kit', name: 'Kit', parts: [] }),
  parts: [...(drawer?.parts ?? []), ...kinds.map((k) => ofKind(k, catalogue))],
});

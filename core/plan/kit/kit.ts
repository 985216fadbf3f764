import { atKey, itemAt } from '../../algorithms';
import { type Catalogue, type ClassId, classIn, type Drawer, kindOf } from '../../model';

/** One way to do a job: how many of each class it takes, and how much margin it leaves at its weakest gate. */
export interface KitRoute {
  readonly needs: ReadonlyMap<string, number>;
  readonly margin: number;
  /** The chance that every piece works; decides between routes that cost the same. */
  readonly sure?: number;
}

export interface KitJob {
  readonly id: string;
  readonly routes: readonly KitRoute[];
}

/** Several jobs, what is owned, and what things cost and weigh. */
export interface KitQuestion {
  readonly jobs: readonly KitJob[];
  /** Jobs that happen at the same time, by id: they cannot share a part. All others can. */
  readonly atOnce: readonly string[];
  readonly owned: ReadonlyMap<string, number>;
  readonly price: (classId: ClassId) => number;
  readonly massG: (classId: ClassId) => number;
  /** All that is carried, at most; null for no limit. */
  readonly mostG: number | null;
}

/** What to buy, and by which route each job is then done. */
export interface Kit {
  readonly cost: number;
  readonly buy: readonly { readonly classId: ClassId; readonly count: number; readonly price: number }[];
  /** Route of each job, by its place. */
  readonly chosen: ReadonlyMap<string, number>;
  /** Everything that must be in the bag, owned or bought. */
  readonly carried: ReadonlyMap<string, number>;
  readonly massG: number;
  /** Sum of the rooms, each no more than comfortable. */
  readonly margin: number;
  /** By how much the cost could still be too high, as a share; 0 when it is proved. */
  readonly gap: number;
}

export type KitGoal =
  | { readonly least: 'cost' }
  | { readonly least: 'mass' }
  /** The most margin for so much money. */
  | { readonly most: 'margin'; readonly mostCost: number };

/**
 * Solves an integer program in CPLEX LP text for at most so many seconds.
 * @returns null when it has no solution, 'unfinished' when none was found in the time.
 */
export type Solve = (
  lp: string,
  longestS: number,
) => Promise<{ readonly values: ReadonlyMap<string, number>; readonly gap: number } | null | 'unfinished'>;

/** Margin beyond what is comfortable is worth nothing more. */
const COMFORTABLE = 1;
/** So little that it decides only between kits that are equal in what is asked for. */
const TIE = 1e-5;

/** Longest that one program may take, seconds; what is found by then is told with its gap. */
const LONGEST_S = 10;

/** What else holds for one question: fewer of some class, a shorter time. */
interface Limits {
  readonly atMost?: ReadonlyMap<string, number>;
  readonly longestS?: number;
}

export const ownedOf = (drawer: Drawer | null, catalogue: Catalogue): ReadonlyMap<string, number> => {
  const owned = new Map<string, number>();
  for (const p of drawer?.parts ?? []) {
    const kind = kindOf(p, classIn(catalogue, p.class));
    owned.set(kind, (owned.get(kind) ?? 0) + 1);
  }
  return owned;
};

/**
 * The purchases with which every job can be done, by one of its routes each: an integer program, solved exactly. Jobs at
 * once need their parts together, others one after another.
 * @returns null when no choice of routes is possible, which only a limit of mass or money can bring about; 'unfinished' when
 * the time ended before any was found.
 */
export async function bestKit(
  question: KitQuestion,
  goal: KitGoal,
  solve: Solve,
  { atMost = new Map(), longestS = LONGEST_S }: Limits = {},
): Promise<Kit | null | 'unfinished'> {
  const { jobs } = question;
  const classes = classesOf(question);
  const found = await solve(program(question, goal, classes, atMost), longestS);
  if (!found || found === 'unfinished') return found;
  const count = (name: string) => Math.round(found.values.get(name) ?? 0);
  const buy = classes.flatMap((classId, c) => {
    const n = count(`x${c}`);
    return n > 0 ? [{ classId, count: n, price: question.price(classId) }] : [];
  });
  const chosen = new Map(jobs.map((j, i) => [j.id, j.routes.findIndex((_, r) => count(`y${i}_${r}`) === 1)]));
  const carried = carriedFor(question, chosen);
  return {
    cost: buy.reduce((sum, b) => sum + b.count * b.price, 0),
    buy,
    chosen,
    carried,
    massG: [...carried].reduce((sum, [c, n]) => sum + n * question.massG(c), 0),
    margin: jobs.reduce((sum, j) => sum + marginOf(itemAt(j.routes, atKey(chosen, j.id))), 0),
    gap: found.gap,
  };
}

/**
 * Up to which price each purchase of a kit stays right: dearer, and another kit costs less. Each takes a solution with fewer
 * of that class allowed.
 * @returns by class, money; infinite where nothing else does the jobs; none where that could not be told in the time.
 */
export async function holdsUpTo(question: KitQuestion, kit: Kit, solve: Solve): Promise<ReadonlyMap<string, number>> {
  const limits = new Map<string, number>();
  for (const { classId, count, price } of kit.buy) {
    let dearer: number | null = Number.POSITIVE_INFINITY;
    for (let fewer = 0; fewer < count; fewer++) {
      const other = await bestKit(question, { least: 'cost' }, solve, { atMost: new Map([[classId, fewer]]) });
      if (other === 'unfinished') dearer = null;
      if (dearer === null || other === 'unfinished') break;
      if (other) dearer = Math.min(dearer, (other.cost - kit.cost) / (count - fewer));
    }
    if (dearer !== null) limits.set(classId, price + dearer);
  }
  return limits;
}

/** Of routes that are equal in what is asked for: a piece that may fail weighs more than margin. */
const meritOf = (r: KitRoute): number => marginOf(r) + 2 * (r.sure ?? 1);
const marginOf = (r: KitRoute): number => Math.min(COMFORTABLE, r.margin);
const classesOf = ({ jobs }: KitQuestion): readonly string[] =>
  [...new Set(jobs.flatMap((j) => j.routes.flatMap((r) => [...r.needs.keys()])))].sort();

/** Groups of jobs that need their parts together: those at once, and each other one by itself. */
const groupsOf = ({ jobs, atOnce }: KitQuestion): readonly (readonly number[])[] => {
  const together = jobs.flatMap((j, i) => (atOnce.includes(j.id) ? [i] : []));
  const alone = jobs.flatMap((j, i) => (atOnce.includes(j.id) ? [] : [[i]]));
  return together.length > 0 ? [together, ...alone] : alone;
};

/** The most of each class that is needed at any one time. */
function carriedFor(question: KitQuestion, chosen: ReadonlyMap<string, number>): ReadonlyMap<string, number> {
  const carried = new Map<string, number>();
  for (const group of groupsOf(question)) {
    const needed = new Map<string, number>();
    for (const i of group) {
      const { id, routes } = itemAt(question.jobs, i);
      for (const [c, n] of itemAt(routes, atKey(chosen, id)).needs) needed.set(c, (needed.get(c) ?? 0) + n);
    }
    for (const [c, n] of needed) carried.set(c, Math.max(carried.get(c) ?? 0, n));
  }
  return carried;
}

/** x: bought, k: carried, y: route taken. */
function program(
  question: KitQuestion,
  goal: KitGoal,
  classes: readonly string[],
  atMost: ReadonlyMap<string, number>,
): string {
  const { jobs, owned, price, massG, mostG } = question;
  const sum = (terms: readonly (readonly [number, string])[]) =>
    terms
      .filter(([n]) => n !== 0)
      .map(([n, name]) => `${n < 0 ? '-' : '+'} ${Math.abs(n)} ${name}`)
      .join(' ') || '0 x0';
  const money = classes.map((c, i) => [price(c), `x${i}`] as const);
  const mass = classes.map((c, i) => [massG(c), `k${i}`] as const);
  const routes = jobs.flatMap((j, i) => j.routes.map((r, k) => ({ name: `y${i}_${k}`, job: i, route: r })));
  const rooms = (weight: number) => routes.map((r) => [weight * marginOf(r.route), r.name] as const);
  const aim =
    'most' in goal
      ? `Maximize\n ${sum([...rooms(1), ...money.map(([n, x]) => [-TIE * n, x] as const)])}`
      : `Minimize\n ${sum([...(goal.least === 'cost' ? money : mass), ...routes.map((r) => [-TIE * meritOf(r.route), r.name] as const)])}`;
  const rows = [
    ...jobs.map((_, i) => `${sum(routes.filter((r) => r.job === i).map((r) => [1, r.name]))} = 1`),
    ...groupsOf(question).flatMap((group) =>
      classes.map((c, k) => {
        const needs = routes
          .filter((r) => group.includes(r.job) && r.route.needs.has(c))
          .map((r) => [atKey(r.route.needs, c), r.name] as const);
        return `${sum([...needs, [-1, `k${k}`]])} <= 0`;
      }),
    ),
    ...classes.map((c, k) => `k${k} - x${k} <= ${owned.get(c) ?? 0}`),
    ...classes.flatMap((c, k) => (atMost.has(c) ? [`x${k} <= ${atMost.get(c)}`] : [])),
    ...(mostG === null ? [] : [`${sum(mass)} <= ${mostG}`]),
    ...('most' in goal ? [`${sum(money)} <= ${goal.mostCost}`] : []),
  ];
  return [
    aim,
    'Subject To',
    ...rows.map((r, i) => ` r${i}: ${r}`),
    'General',
    ` ${classes.flatMap((_, i) => [`x${i}`, `k${i}`]).join(' ')}`,
    'Binary',
    ` ${routes.map((r) => r.name).join(' ')}`,
    'End',
    '',
  ].join('\n');
}

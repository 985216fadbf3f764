import { itemAt } from '../algorithms';
import { type Assessment, mustAssess } from '../assess';
import { effectOf } from '../cause';
import { applyAll, type Change, effortS, sayAll } from '../change';
import type { GateName, Status } from '../gates';
import {
  type Catalogue,
  classIn,
  classOfPart,
  type Drawer,
  dearerByLength,
  isGiven,
  knobAt,
  type Part,
  type PartId,
  partName,
  type Setup,
} from '../model';
import { rateOf, type Score, type Stock, scoreOf, statusesOf } from '../plan';
import { accountOf, sayAccount } from './account';

/** A way to mend a setup, tried: every act of it, what it costs, what it leaves wrong and what one gives up by it. */
export interface Mend {
  /** Everything that it changes, in words. */
  readonly label: string;
  readonly changes: readonly Change[];
  /** Where a level fails: how far off it is, and what each act does about it, in words. */
  readonly account?: string;
  readonly setup: Setup;
  readonly cost: number;
  /** Whether something has to be bought. */
  readonly buys: boolean;
  /** Seconds of work; est. */
  readonly effortS: number;
  readonly score: Score;
  readonly gates: Readonly<Record<GateName, Status>>;
  /** Gates that it leaves failing or not known. */
  readonly leaves: readonly GateName[];
  /** The person's own microphone, wireless or device that it takes away, by name. */
  readonly givesUp: readonly string[];
}

/** Of two that pass without a caution, more margin decides nothing. */
const PLENTY = 0.3;

/** Below this share of good tries a piece says so. */
const SURE = 0.8;

export interface Bench {
  readonly setup: Setup;
  readonly before: Assessment;
  readonly catalogue: Catalogue;
  readonly drawer: Drawer | null;
  readonly stock: Stock;
}

/** Some acts as a mend, with what they come to. Null where one of them cannot be done. */
export function mendOf(bench: Bench, changes: readonly Change[], words?: string): Mend | null {
  const { setup, catalogue, drawer } = bench;
  const next = applyAll(setup, catalogue, changes);
  if (!next) return null;
  const after = mustAssess(next, catalogue);
  const taken = next.parts.filter((p) => setup.parts.find((o) => o.id === p.id)?.class !== p.class);
  const unsure = [...new Set(taken.map((p) => p.class))].flatMap((c) => {
    const rate = rateOf(c, next.job.device, drawer, catalogue);
    return rate && rate.mean < SURE ? [`works about ${Math.round(10 * rate.mean)} times in 10`] : [];
  });
  const account = words === undefined ? accountOf(setup, catalogue, bench.before, changes) : null;
  const label = words ?? sayAll(setup, catalogue, changes);
  const { cost, buys } = toBuy(bench, next);
  return {
    label: unsure.length > 0 ? `${label} (${unsure.join(', ')})` : label,
    changes,
    ...(account ? { account: sayAccount(account) } : {}),
    setup: next,
    cost,
    buys,
    effortS: effortS(changes),
    score: scoreOf(after),
    gates: statusesOf(after.verdicts),
    leaves: after.verdicts.filter((v) => v.status === 'fail' || v.status === 'not known').map((v) => v.gate),
    givesUp: givenUp(setup, next, catalogue),
  };
}

/** What of a setup neither lies in the drawer nor was in the setup before, and what it costs. */
function toBuy({ setup, catalogue, drawer, stock }: Bench, next: Setup): Pick<Mend, 'cost' | 'buys'> {
  const countIn = (parts: readonly Part[], c: string) => parts.filter((p) => p.class === c).length;
  let cost = 0;
  let buys = false;
  for (const c of new Set(next.parts.map((p) => p.class))) {
    if (isGiven(classIn(catalogue, c))) continue;
    const here = Math.max(countIn(setup.parts, c), countIn(drawer?.parts ?? [], c));
    const missing = countIn(next.parts, c) - here;
    if (missing <= 0) continue;
    buys = true;
    cost += missing * stock.take(c, Number.MAX_SAFE_INTEGER).price;
    const dearer = next.parts
      .filter((p) => p.class === c && !setup.parts.some((o) => o.id === p.id && o.class === c))
      .map((p) => dearerByLength(p, classIn(catalogue, c)))
      .sort((x, y) => y - x);
    for (const more of dearer.slice(0, missing)) cost += more;
  }
  return { cost, buys };
}

const OWN: ReadonlySet<string> = new Set(['microphone', 'wireless', 'mixer', 'interface', 'controller', 'listening']);

/** Is it the person's own choice rather than what joins: what hears, what is heard by, what records? */
export function isOwn(setup: Setup, catalogue: Catalogue, part: PartId): boolean {
  const { kind, host } = classOfPart(setup, catalogue, part);
  return host !== undefined || OWN.has(kind);
}

/** What the person came with and would no longer use: what hears, what sends by radio, the device. */
function givenUp(setup: Setup, next: Setup, catalogue: Catalogue): readonly string[] {
  const left = next.parts.map((p) => p.class);
  return setup.parts
    .filter((p) => {
      const at = left.indexOf(p.class);
      if (at >= 0) left.splice(at, 1);
      return at < 0 && isOwn(setup, catalogue, p.id);
    })
    .map((p) => partName(setup, catalogue, p.id));
}

/**
 * Without what is idle: each act is left out in turn, and goes where nothing gets worse without it. What a mend does not
 * need it does not say.
 */
export function pruned(bench: Bench, changes: readonly Change[]): readonly Change[] {
  let kept = changes;
  for (const c of [...changes].reverse()) {
    if (kept.length < 2) break;
    const without = kept.filter((k) => k !== c);
    const next = applyAll(bench.setup, bench.catalogue, without);
    if (!next) continue;
    const all = applyAll(bench.setup, bench.catalogue, kept);
    if (all && !isWorse(mustAssess(next, bench.catalogue), mustAssess(all, bench.catalogue))) kept = without;
  }
  return kept;
}

/** Does anything pass less well in the one than in the other: a gate, or margin that matters? */
function isWorse(one: Assessment, other: Assessment): boolean {
  const effect = effectOf(other, one);
  const [a, b] = [scoreOf(one), scoreOf(other)];
  return (
    effect.worse ||
    a.failing + a.unknown > b.failing + b.unknown ||
    one.verdicts.some((v, i) => v.status === 'caution' && itemAt(other.verdicts, i).status === 'pass')
  );
}

/** What a search did to the knobs, as acts: what is not said is not done. */
export function knobChanges(from: Setup, to: Setup, catalogue: Catalogue): readonly Change[] {
  return to.parts.flatMap((part): readonly Change[] => {
    const before = from.parts.find((p) => p.id === part.id);
    if (!before || before.class !== part.class) return [];
    const partClass = classIn(catalogue, part.class);
    return (partClass.knobs ?? []).flatMap((knob): readonly Change[] => {
      const at = knobAt(part, partClass, knob.id);
      return at === knobAt(before, partClass, knob.id) ? [] : [{ do: 'knob', part: part.id, knob: knob.id, to: at }];
    });
  });
}

/**
 * Fewest ill gates, unless something can be harmed; then what costs nothing before what is bought; then what keeps one's own microphone, wireless and
 * device; then what mends this way before another way altogether; then, of what is free, the least effort, of what is bought, the least money.
 * @param harm whether something can be harmed as it stands.
 */
export const compareMends = (harm: boolean, a: Mend, b: Mend): number =>
  // What can be harmed is made safe first, by what the hand can do now.
  (harm
    ? Number(a.buys) - Number(b.buys) || (a.leaves.length > 0 && b.leaves.length > 0 ? a.effortS - b.effortS : 0)
    : 0) ||
  a.leaves.length - b.leaves.length ||
  a.givesUp.length - b.givesUp.length ||
  Number(isAnotherWay(a)) - Number(isAnotherWay(b)) ||
  Number(a.buys) - Number(b.buys) ||
  a.cost - b.cost ||
  cautions(a) - cautions(b) ||
  a.effortS - b.effortS ||
  Math.min(PLENTY, b.score.margin) - Math.min(PLENTY, a.score.margin);

const isAnotherWay = (m: Mend): boolean => m.changes.some((c) => c.do === 'restore');

export const cautions = (m: Mend): number => Object.values(m.gates).filter((s) => s === 'caution').length;

import { itemAt, memo } from '../algorithms';
import type { Fault } from '../change';
import { entropyBits, normalised, updated, type Weights } from './bayes';
import type { Hunt } from './hunt';
import { heardSo, likeliest, type NoticeId, shows } from './notices';
import { asFault, lookChances, type Probe } from './probes';
import type { Signs } from './signs';
import { asDrawn, type Hypothesis, type Suspect, sinceYesterday, singles, twosOf } from './suspects';

/** What happened in a hunt, in order. */
export type HuntEvent =
  /** What is noticed now; `absent` is what was listened for and is not so, as a measured take tells. */
  | { readonly noticed: readonly NoticeId[]; readonly absent?: readonly NoticeId[] }
  | { readonly since: 'yesterday' }
  /** What was answered; null is "cannot tell". */
  | { readonly probe: string; readonly answer: string | null };

/** Where a way that things may be stands: what of it is still so. */
interface Way {
  readonly hypothesis: Hypothesis;
  readonly left: readonly Fault[];
}

/** Something that nothing here computes. */
const ELSE_PRIOR = 0.04;
const ELSE: Hypothesis = { suspects: [], faults: [], prior: ELSE_PRIOR };
/** What cannot be computed shows a thing as often as not, and is seldom mended by what is tried for something else. */
const ELSE_SHOWS = 0.3;
const ELSE_CURED = 0.08;
/** Of those that explain best so many are taken two at a time. */
const MOST_IN_TWOS = 10;
/** Of a setup that fails as it is drawn, that is mostly why. */
const DRAWN_ILL = 0.6;
interface State {
  readonly ways: readonly Way[];
  readonly weights: Weights;
  /** Probes that were answered, or could not be. */
  readonly done: ReadonlySet<string>;
  readonly noticed: readonly NoticeId[];
  /** The act after which all was right. */
  readonly mendedBy: Probe | null;
  /** How sure nobody's look is that a suspect is not so: 1 where nobody looked. */
  readonly cleared: ReadonlyMap<string, number>;
  /** Suspects that were put right, if they were so. */
  readonly cured: ReadonlySet<string>;
}

/** What is believed after some events: ways that things may be, with their weights. */
export class Belief {
  private constructor(
    readonly hunt: Hunt,
    private readonly state: State,
    /** What was believed before the last event. */
    readonly before: Belief | null = null,
  ) {}

  /** What is likely after what happened. */
  static of(hunt: Hunt, events: readonly HuntEvent[]): Belief {
    return events.reduce((b, e) => b.after(e), atFirst(hunt));
  }

  /** Before anything is noticed. */
  static first(hunt: Hunt): Belief {
    const drawn = hunt.isIll ? { ...asDrawn, prior: DRAWN_ILL } : asDrawn;
    const ones = singles(hunt.suspects).filter((h) => hunt.bench.seeming(h.faults) !== null);
    const all = [ELSE, drawn, ...ones];
    return new Belief(hunt, {
      ways: all.map((hypothesis) => ({ hypothesis, left: hypothesis.faults })),
      weights: normalised(all.map((h) => h.prior)),
      done: new Set(),
      noticed: [],
      mendedBy: null,
      cleared: new Map(),
      cured: new Set(),
    });
  }

  get mendedBy(): Probe | null {
    return this.state.mendedBy;
  }
  get noticed(): readonly NoticeId[] {
    return this.state.noticed;
  }
  get done(): ReadonlySet<string> {
    return this.state.done;
  }
  /** How sure nobody's look is that a suspect is not so; 1 where nobody looked. */
  unlooked(suspect: Suspect): number {
    return this.state.cleared.get(suspect.key) ?? 1;
  }
  private get ways(): readonly Way[] {
    return this.state.ways;
  }
  /** How likely each way is that things may be; all together 1. */
  get weights(): Weights {
    return this.state.weights;
  }

  private with(change: Partial<State>): Belief {
    return new Belief(this.hunt, { ...this.state, ...change }, this.before);
  }

  /** What is believed once something more has happened. */
  after(event: HuntEvent): Belief {
    const { hunt, state } = this.taken(event);
    return new Belief(hunt, state, this);
  }

  private taken(event: HuntEvent): Belief {
    if ('since' in event) return this.sinceThen();
    if ('noticed' in event) {
      const wider = this.noticed.length === 0 ? this.withTwos(event.noticed) : this.withOneMore();
      return wider.nowNoticed(event);
    }
    const probe = this.hunt.probes.find((p) => p.id === event.probe);
    if (!probe) return this;
    const seen = this.with({ done: new Set([...this.done, probe.id]) });
    const at = probe.answers.findIndex((a) => a.value === event.answer);
    return at < 0 ? seen : seen.answered(probe, at);
  }

  /** It was right the day before: less is built wrong, more has come loose or run down. */
  private sinceThen(): Belief {
    const factor = ({ suspects }: Hypothesis, i: number) =>
      i === 1 && this.hunt.isIll ? 0.1 : suspects.reduce((p, s) => p * sinceYesterday(s), 1);
    return this.with({ weights: updated(this.weights, (i) => factor(itemAt(this.ways, i).hypothesis, i)) });
  }

  /** Once something was put right and something is still, or newly, wrong, it may be anything else that nobody cleared. */
  private withOneMore(): Belief {
    const { cured, cleared } = this.state;
    if (cured.size === 0) return this;
    const ones = singles(this.hunt.suspects).filter(
      (h) => !h.suspects.some((s) => cured.has(s.key)) && this.hunt.bench.seeming(h.faults) !== null,
    );
    const chance = (h: Hypothesis) => h.suspects.reduce((p, s) => p * (cleared.get(s.key) ?? 1), h.prior);
    const fresh = normalised(ones.map(chance));
    return this.with({
      ways: [...this.ways, ...ones.map((hypothesis) => ({ hypothesis, left: hypothesis.faults }))],
      weights: normalised([...this.weights, ...fresh]),
    });
  }

  private withTwos(noticed: readonly NoticeId[]): Belief {
    const ones = this.ways.slice(2).map((w) => w.hypothesis);
    const twos = this.worthTwos(ones, noticed);
    // What came before is in the weights of the ones: two at once weigh as both do.
    const whole = ones.reduce((sum, h) => sum + h.prior, 0);
    const mass = this.weights.slice(2).reduce((sum, w) => sum + w, 0);
    return this.with({
      ways: [...this.ways, ...twos.map((hypothesis) => ({ hypothesis, left: hypothesis.faults }))],
      weights: normalised([...this.weights, ...twos.map((h) => (h.prior * mass) / whole)]),
    });
  }

  /** Two at once of those that explain most of what was noticed, and of those that explain one thing of it best. */
  private worthTwos(ones: readonly Hypothesis[], noticed: readonly NoticeId[]): readonly Hypothesis[] {
    const { bench, usual, setup, catalogue } = this.hunt;
    const scored = ones.map((h) => {
      const { signs } = bench.seeming(h.faults)!;
      const each = noticed.map((id) => heardSo(shows(id, signs, usual)));
      return { h, all: h.prior * each.reduce((p, x) => p * x, 1), best: h.prior * Math.max(0, ...each) };
    });
    const bySuspect = (key: 'all' | 'best') => {
      const sorted = [...scored].sort((a, b) => b[key] - a[key]);
      return sorted.filter((s, i) => sorted.findIndex((o) => o.h.suspects[0] === s.h.suspects[0]) === i);
    };
    const kept = [...bySuspect('all').slice(0, MOST_IN_TWOS / 2), ...bySuspect('best').slice(0, MOST_IN_TWOS)];
    const few = [...new Set(kept.map((k) => k.h))].slice(0, MOST_IN_TWOS);
    return [...twosOf(few, setup, catalogue)].filter((h) => bench.seeming(h.faults) !== null);
  }

  private nowNoticed({ noticed, absent = [] }: Extract<HuntEvent, { noticed: readonly NoticeId[] }>): Belief {
    const { usual } = this.hunt;
    const chance = (id: NoticeId, i: number) => {
      const signs = this.signsOf(i);
      return signs === null ? ELSE_SHOWS : heardSo(shows(id, signs, usual));
    };
    const weights = updated(this.weights, (i) => {
      const so = noticed.reduce((p, id) => p * chance(id, i), 1);
      return absent.reduce((p, id) => p * (1 - chance(id, i)), so);
    });
    return this.with({ weights, noticed: [...this.noticed, ...noticed] });
  }

  private answered(probe: Probe, at: number): Belief {
    const { tells } = probe;
    const answer = itemAt(probe.answers, at).value;
    const weights = updated(this.weights, (i) => itemAt(this.chances(probe, i), at));
    if (tells.by === 'look') {
      const cleared = new Map(this.state.cleared);
      for (const [key, find] of tells.finds)
        cleared.set(key, answer === find.answer ? 1 : (cleared.get(key) ?? 1) * (1 - find.chance));
      return this.with({ weights, cleared });
    }
    const mendedBy = answer === 'yes' && tells.by !== 'try' ? probe : this.mendedBy;
    if (tells.by !== 'cure') return this.with({ weights, mendedBy: tells.by === 'mend' ? mendedBy : this.mendedBy });
    // What was put right stays so, whatever else is the matter.
    const ways = this.ways.map((w) => ({ ...w, left: this.leftAfter(w, tells.cures) }));
    return this.with({ weights, ways, mendedBy, cured: new Set([...this.state.cured, ...tells.cures]) });
  }

  private leftAfter({ hypothesis, left }: Way, cures: ReadonlySet<string>): readonly Fault[] {
    const cured = new Set(hypothesis.suspects.filter((s) => cures.has(s.key)).flatMap((s) => s.faults));
    return cured.size === 0 ? left : left.filter((f) => !cured.has(f));
  }

  /** Null of what is not computed. */
  private signsOf(i: number): Signs | null {
    const { hypothesis, left } = itemAt(this.ways, i);
    return hypothesis === ELSE ? null : (this.hunt.bench.seeming(left)?.signs ?? null);
  }

  /** Many ways look the same, and every probe asks: each look is judged once. */
  private readonly judged = new Map<Signs, number>();
  private good(signs: Signs): number {
    const known = this.judged.get(signs);
    if (known !== undefined) return known;
    const good = this.judge(signs);
    this.judged.set(signs, good);
    return good;
  }

  /** How likely it is that a person finds all right. */
  private judge(signs: Signs): number {
    const { drawn, usual, isIll } = this.hunt;
    const noticed = this.noticed.reduce((p, id) => p * (1 - shows(id, signs, usual)), 1);
    if (isIll) return noticed;
    let good = noticed;
    for (const [sign, chances] of drawn) {
      const value = likeliest(chances);
      good *= Math.min(1, (signs.get(sign)?.[value] ?? 0) / chances[value]!);
    }
    return good;
  }

  /** How likely each answer to a probe is, one way taken as so. */
  chances(probe: Probe, i: number): readonly number[] {
    return this.chancesOf(probe, itemAt(this.ways, i));
  }

  /** How likely each answer is, with all that is believed. */
  predicts(probe: Probe): readonly number[] {
    const rows = this.weights.map((w, i) => this.chances(probe, i).map((c) => w * c));
    return probe.answers.map((_, a) => rows.reduce((sum, row) => sum + itemAt(row, a), 0));
  }

  /** How likely each answer is where just these faults are left. */
  answersWhere(probe: Probe, left: readonly Fault[]): readonly number[] {
    const suspects = this.hunt.suspects.filter((s) => s.faults.some((f) => left.includes(f)));
    return this.chancesOf(probe, { hypothesis: { suspects, faults: left, prior: 1 }, left });
  }

  private chancesOf(probe: Probe, way: Way): readonly number[] {
    const { tells, answers } = probe;
    const isElse = way.hypothesis === ELSE;
    if (tells.by === 'sign') {
      const signs = isElse ? undefined : this.hunt.bench.seeming(way.left)?.signs.get(tells.sign);
      const slack = 1 / answers.length;
      return answers.map((a) => (signs ? 0.9 * (signs[a.value] ?? 0) + 0.1 * slack : slack));
    }
    if (tells.by === 'look') {
      const so = way.hypothesis.suspects.filter((s) => s.faults.some((f) => way.left.includes(f))).map((s) => s.key);
      return lookChances(probe, tells, so);
    }
    const yes = isElse ? ELSE_CURED : this.rightAfter(probe, way);
    return answers.map((a) => (a.value === 'yes' ? yes : 1 - yes));
  }

  /** What was not seen to be wrong before is not made right by an act: only what is better after it is. */
  private rightAfter({ tells }: Probe, way: Way): number {
    const before = this.goodWhere(way.left);
    if (tells.by === 'mend')
      // What is drawn is not what a fault makes of it: its fix mends nothing else.
      return heardSo(way.hypothesis.suspects.length === 0 ? Math.max(0, this.good(tells.after) - before) : 0);
    const left =
      tells.by === 'cure'
        ? this.leftAfter(way, tells.cures)
        : tells.by === 'try'
          ? [...way.left, asFault(tells.change)]
          : way.left;
    return heardSo(left === way.left ? 0 : Math.max(0, this.goodWhere(left) - before));
  }

  private goodWhere(faults: readonly Fault[]): number {
    const signs = this.hunt.bench.seeming(faults)?.signs;
    return signs ? this.good(signs) : 0;
  }

  /** How likely each cause is, in its present state; causes of two at once count for each. */
  standing(): readonly { readonly suspect: Suspect; readonly chance: number }[] {
    const sums = new Map<Suspect, number>();
    for (const [i, { hypothesis, left }] of this.ways.entries()) {
      for (const s of hypothesis.suspects)
        if (s.faults.some((f) => left.includes(f))) sums.set(s, (sums.get(s) ?? 0) + itemAt(this.weights, i));
    }
    const byKey = new Map<string, { suspect: Suspect; chance: number }>();
    for (const [suspect, chance] of sums)
      byKey.set(suspect.key, { suspect, chance: chance + (byKey.get(suspect.key)?.chance ?? 0) });
    return [...byKey.values()].sort((a, b) => b.chance - a.chance);
  }

  /** That it is as drawn, with its figures as they happen to be; and that it is something else. */
  get asDrawn(): number {
    return itemAt(this.weights, 1);
  }
  get somethingElse(): number {
    return itemAt(this.weights, 0);
  }

  /** Bits still not known about what is the matter. */
  get openBits(): number {
    const { of, count } = this.classes();
    return entropyBits(this.weights, of, count);
  }

  /** Ways by what is the matter, whatever the details: one number each. */
  classes(): { readonly of: (i: number) => number; readonly count: number } {
    const ids = new Map<string, number>();
    const of = this.ways.map(({ hypothesis }, i) => {
      const key = i === 0 ? 'else' : hypothesis.suspects.map((s) => s.key).join('+');
      const id = ids.get(key) ?? ids.size;
      ids.set(key, id);
      return id;
    });
    return { of: (i) => itemAt(of, i), count: ids.size };
  }
}

/** Once for each hunt, which must be ready by then: every belief begins there. */
const atFirst = memo(Belief.first);

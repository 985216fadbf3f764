import { byId, itemAt } from '../algorithms';
import { applyAll, type Fault, type FaultKind } from '../change';
import { Belief, Hunt, type NoticeId, type Suspect, sayCauseOf, weighed } from '../diagnose';
import { type Catalogue, classIn, type Drawer, FORMAT_VERSION, type Setup } from '../model';
import { chance } from '../render';
import { answerWhere, leftAfter, noticedOf, type Truth } from './hidden';

/** What is practised, from plugs to two at once. */
export const LEVELS = [
  { name: 'Plugs and batteries', kinds: ['half in', 'unplugged', 'flat battery', 'wrong socket'], faults: 1 },
  { name: 'Knobs and switches', kinds: ['switch', 'knob closed', 'knob too far'], faults: 1 },
  { name: 'At the device and the outlet', kinds: ['at the device', 'outlet'], faults: 1 },
  {
    name: 'Cables inside, and look-alikes',
    kinds: [
      'broken conductor',
      'dirty contacts',
      'bridged contacts',
      'another part',
      'cable back to front',
      'plugs exchanged',
    ],
    faults: 1,
  },
  { name: 'Two at once', kinds: null, faults: 2 },
] as const satisfies readonly {
  readonly name: string;
  readonly kinds: readonly FaultKind[] | null;
  readonly faults: number;
}[];

/** A fault that the bench hides, with what can be asked of it. Plain data. */
export interface Exercise {
  readonly seed: number;
  readonly level: number;
  /** The setup as it works: what is drawn, or that with what is drawn wrong put right. */
  readonly base: Setup;
  /** The setup as it really is: to be heard. */
  readonly broken: Setup;
  readonly noticed: readonly NoticeId[];
  readonly kinds: readonly FaultKind[];
  /** What the best policy needs, in seconds and in acts. */
  readonly best: { readonly seconds: number; readonly acts: number };
  readonly probes: readonly {
    readonly id: string;
    readonly question: string;
    readonly seconds: number;
    readonly care: readonly string[];
    readonly isAct: boolean;
  }[];
  readonly suspects: readonly { readonly key: string; readonly text: string }[];
}

/** What came of one look or act. */
export interface Answered {
  readonly label: string;
  /** Nothing is wrong any more. */
  readonly right: boolean;
  /** What is noticed now, where that is another thing. */
  readonly noticed: readonly NoticeId[];
}

const MOST_ACTS = 14;
const MOST_TRIES = 60;
const HANDLING_S = 4;
const MOST_NOTICED = 3;

/** Whoever practises has a spare of everything that a hand can exchange. */
const spares = (setup: Setup, catalogue: Catalogue): Drawer => ({
  format: 'symplex.drawer',
  version: FORMAT_VERSION,
  id: 'spares',
  name: 'Spares',
  parts: setup.parts
    .filter((p) => !classIn(catalogue, p.class).host)
    .flatMap((p) => [1, 2].map((n) => ({ id: `spare-${n}-${p.id}`.slice(0, 64), class: p.class }))),
});

/** The hunt that exercises of a setup are made from; its faults are worked out once. */
export class Course {
  readonly hunt: Hunt;
  constructor(
    readonly setup: Setup,
    readonly catalogue: Catalogue,
  ) {
    this.hunt = new Hunt(setup, catalogue, spares(setup, catalogue));
  }

  /** What a seed hides: the same each time. */
  private truthBy(level: number, seed: number): Truth | null {
    const { kinds, faults: count } = itemAt(LEVELS, level);
    const next = chance(seed);
    const of = this.hunt.suspects.filter((s) => kinds === null || (kinds as readonly string[]).includes(s.kind));
    if (of.length < count) return null;
    const picked = new Set<Suspect>();
    for (let i = 0; i < 20 && picked.size < count; i++) picked.add(itemAt(of, Math.floor(next() * of.length)));
    const suspects = [...picked];
    const faults = suspects.map((s) => itemAt(s.faults, Math.floor(next() * s.faults.length)));
    return { hunt: this.hunt, faults, keys: suspects.map((s) => s.key) };
  }

  /** Does the best policy find it, and is there something to notice? */
  private solved(truth: Truth): Exercise['best'] | null {
    const noticed = noticedOf(truth).slice(0, MOST_NOTICED);
    if (noticed.length === 0) return null;
    let belief = Belief.of(this.hunt, [{ noticed }]);
    let left = truth.faults;
    let [seconds, acts] = [0, 0];
    while (left.length > 0) {
      const probe = weighed(belief)[0]?.probe;
      if (!probe || acts >= MOST_ACTS) return null;
      acts += 1;
      seconds += probe.seconds + HANDLING_S;
      belief = belief.after({ probe: probe.id, answer: answerWhere(belief, probe, left) });
      const after = leftAfter(this.hunt, probe, left);
      if (after.length < left.length && after.length > 0) {
        const now = noticedOf({ hunt: this.hunt, faults: after }).slice(0, MOST_NOTICED);
        // What is left and shows nothing is not part of the exercise.
        if (now.length === 0) return null;
        belief = belief.after({ noticed: now });
      }
      left = after;
    }
    return { seconds, acts };
  }

  /**
   * An exercise of a level, by a seed; of kinds that are due where there is one. Only what can be found by what is there is
   * hidden: the best policy is run on it first.
   * @returns yields while it looks; null where this setup has none of that level
   */
  *exercise(level: number, seed: number, due: readonly FaultKind[]): Generator<Exercise | null> {
    if (!this.hunt.isIll && !this.hunt.harms) {
      for (let i = 0; i < MOST_TRIES; i++) {
        const mine = (seed + i * 7919) >>> 0;
        const truth = this.truthBy(level, mine);
        const wanted = due.length === 0 || i >= MOST_TRIES / 2 || truth?.keys.some((k) => this.isOf(k, due));
        const best = truth && wanted ? this.solved(truth) : null;
        yield null;
        if (!truth || !best) continue;
        yield this.told(level, mine, truth, best);
        return;
      }
    }
    yield null;
  }

  private isOf = (key: string, due: readonly FaultKind[]): boolean =>
    this.hunt.suspects.some((s) => s.key === key && due.includes(s.kind));

  private told(level: number, seed: number, truth: Truth, best: Exercise['best']): Exercise {
    const { hunt, setup, catalogue } = this;
    const changes = truth.faults.map((f) => f.change);
    return {
      seed,
      level,
      base: setup,
      broken: applyAll(setup, catalogue, changes)!,
      noticed: noticedOf(truth).slice(0, MOST_NOTICED),
      kinds: truth.faults.map((f) => f.kind),
      best,
      probes: hunt.probes.map(({ id, question, seconds, care, tells }) => ({
        id,
        question,
        seconds,
        care,
        isAct: tells.by === 'cure' || tells.by === 'try',
      })),
      suspects: hunt.suspects.map((s) => ({ key: s.key, text: sayCauseOf(setup, catalogue, s) })),
    };
  }

  /** What comes of a look or act, after the acts that were done before it. */
  answer({ level, seed }: Pick<Exercise, 'level' | 'seed'>, done: readonly string[], id: string): Answered {
    const truth = this.truthBy(level, seed)!;
    const probe = byId(this.hunt.probes, id);
    const left = this.left(truth, done);
    const belief = Belief.of(this.hunt, []);
    const value = answerWhere(belief, probe, left);
    const after = leftAfter(this.hunt, probe, left);
    return {
      label: itemAt(
        probe.answers.filter((a) => a.value === value),
        0,
      ).label,
      right: after.length === 0,
      noticed: after.length > 0 && after.length < left.length ? noticedOf({ hunt: this.hunt, faults: after }) : [],
    };
  }

  private left(truth: Truth, done: readonly string[]): readonly Fault[] {
    return done.reduce<readonly Fault[]>((left, id) => {
      const probe = this.hunt.probes.find((p) => p.id === id);
      return probe ? leftAfter(this.hunt, probe, left) : left;
    }, truth.faults);
  }

  /** How it went: was the cause named, and how does the time compare? */
  grade(exercise: Exercise, done: readonly string[], named: readonly string[]): Grade {
    const { keys, faults } = this.truthBy(exercise.level, exercise.seed)!;
    const own = this.hunt.probes.filter((p) => done.includes(p.id));
    const seconds = own.reduce((sum, p) => sum + p.seconds + HANDLING_S, 0);
    const hidden = this.hunt.suspects.filter((s) => keys.includes(s.key));
    return {
      seconds,
      acts: done.length,
      named: keys.every((k) => named.includes(k)),
      mended: this.left({ hunt: this.hunt, faults, keys }, done).length === 0,
      causes: hidden.map((s) => sayCauseOf(this.setup, this.catalogue, s)),
      best: exercise.best,
      careless: own.filter((p) => p.care.length > 0).flatMap((p) => p.care),
    };
  }
}

export interface Grade {
  readonly seconds: number;
  readonly acts: number;
  readonly named: boolean;
  readonly mended: boolean;
  /** What it was. */
  readonly causes: readonly string[];
  readonly best: Exercise['best'];
  /** Cautions that went with what was done. */
  readonly careless: readonly string[];
}

import { atKey, byId, memo } from '../algorithms';
import { type Assessment, assess } from '../assess';
import { apply, applyAll, type Change, type Fault, type FaultKind, faultsOf } from '../change';
import { mate, mustConnector } from '../connectors';
import { type Catalogue, classIn, classOfPart, type Drawer, jointIn, type PartId, partIn, type Setup } from '../model';
import { rateOf } from '../plan';
import { type Signs, signsOf } from './signs';

/**
 * One thing that can be wrong as a person names it, with every act that would bring it about: the plug of one connection
 * however it fails inside, one knob wherever else it stands.
 */
export interface Suspect {
  readonly key: string;
  readonly kind: FaultKind;
  readonly faults: readonly Fault[];
  /** How often that is so before anything is noticed. */
  readonly prior: number;
  /** Where to look. */
  readonly joint: string | null;
  readonly part: PartId | null;
}

/** A fault that mended a setup before, as the log has it. */
export interface Seen {
  readonly kind: FaultKind;
  /** Of the part it was at; null where it was at none. */
  readonly class: string | null;
}

/** One way that things may really be: suspects that are so, by one fault each, and what would then be noticed. */
export interface Hypothesis {
  readonly suspects: readonly Suspect[];
  readonly faults: readonly Fault[];
  readonly prior: number;
}

/** What is so where some faults are: what is noticed, and whether anything is in danger. */
export interface Seeming {
  readonly signs: Signs;
  readonly harms: boolean;
}

/**
 * How often something is the matter at one place of a setup that fails, before anything is noticed; est., from the order in
 * which the trade tells to look: plugs and sockets, switches and knobs, the app, batteries, then cables.
 */
const PRIORS: Readonly<Record<FaultKind, number>> = {
  'half in': 0.05,
  'wrong socket': 0.03,
  unplugged: 0.02,
  'plugs exchanged': 0.03,
  'cable back to front': 0.03,
  switch: 0.03,
  'knob closed': 0.04,
  'knob too far': 0.03,
  'at the device': 0.04,
  outlet: 0.02,
  'flat battery': 0.04,
  'another part': 0.04,
  'dirty contacts': 0.02,
  'broken conductor': 0.02,
  'bridged contacts': 0.004,
};

/** Whether a word of a log is a kind of fault that is known here. */
export const isFaultKind = (word: string): word is FaultKind => Object.hasOwn(PRIORS, word);

/** Contacts inside one plug fail in many ways that no eye tells apart. */
const INSIDE: ReadonlySet<FaultKind> = new Set(['dirty contacts', 'broken conductor', 'bridged contacts']);
/** What the trade tells of a class is of pieces nine of ten of which work. */
const USUAL_FAILURES = 0.1;
/** One mend of one's own against what is common practice, which counts as so many. */
const PRIOR_MENDS = 20;
/** Of what worked the day before, less is built wrong and more has come loose, run down or been turned since. */
const SINCE: Partial<Record<FaultKind, number>> = {
  'another part': 0.2,
  'wrong socket': 0.5,
  'cable back to front': 0.3,
  'flat battery': 2,
  'half in': 1.5,
};

/** A suspect's name for one fault of a setup. */
function keyOf({ kind, change }: Fault): string {
  if (INSIDE.has(kind) && 'joint' in change) return `inside ${change.joint}`;
  switch (change.do) {
    case 'seat':
    case 'unplug':
    case 'move':
      return `${change.do} ${change.joint}`;
    case 'knob':
      return `knob ${change.part} ${change.knob}`;
    case 'session':
      return `session ${Object.keys(change.set).join(' ')}${change.set.tracks ? ` ${JSON.stringify(change.set.tracks)}` : ''}`;
    case 'exchange':
      return `exchange ${change.ends.map((e) => `${e.joint}${e.side}`).join(' ')}`;
    case 'turn':
    case 'outlet':
    case 'charge':
    case 'replace':
      return `${change.do} ${change.part}`;
    default:
      return change.do;
  }
}

const jointOf = (change: Change): string | null =>
  'joint' in change && typeof change.joint === 'string'
    ? change.joint
    : change.do === 'exchange'
      ? change.ends[0].joint
      : null;

/** The part whose plug is in a joint. */
export function plugAt(setup: Setup, catalogue: Catalogue, joint: string): PartId {
  const { a, b } = jointIn(setup, joint);
  const spec = (ref: typeof a) => byId(classOfPart(setup, catalogue, ref.part).ports, ref.port).connector;
  const mating = mate(mustConnector(spec(a)), mustConnector(spec(b)), 0);
  return mating.fits && mating.plugIs === 'b' ? b.part : a.part;
}

/** The part that a fault is of: what would be exchanged, turned or looked at. */
function partOf(setup: Setup, catalogue: Catalogue, change: Change): PartId | null {
  if ('part' in change && typeof change.part === 'string') return change.part;
  const joint = jointOf(change);
  return joint === null ? null : plugAt(setup, catalogue, joint);
}

/** How often each is told of one place before anything is noticed, with what the log and the trade tell of its class. */
function priorOf(
  setup: Setup,
  catalogue: Catalogue,
  drawer: Drawer | null,
  seen: readonly Seen[],
  kind: FaultKind,
  part: PartId | null,
): number {
  const cls = part === null ? null : partIn(setup, part).class;
  const rate =
    cls !== null && (INSIDE.has(kind) || kind === 'another part')
      ? rateOf(cls, setup.job.device, drawer, catalogue)
      : null;
  const told = PRIORS[kind] * (rate ? Math.max(0.3, (1 - rate.mean) / USUAL_FAILURES) : 1);
  if (seen.length === 0) return told;
  const own = seen.filter((s) => s.kind === kind && s.class === cls).length;
  return (told * PRIOR_MENDS + own) / (PRIOR_MENDS + seen.length);
}

/** Everything that can be the matter with a setup as drawn, by place. */
export function suspectsOf(
  setup: Setup,
  catalogue: Catalogue,
  drawer: Drawer | null = null,
  seen: readonly Seen[] = [],
): readonly Suspect[] {
  const groups = new Map<string, Fault[]>();
  for (const f of faultsOf(setup, catalogue)) {
    // A contact that is broken is the same at either end of one conductor; what cannot be done is no fault.
    if (!apply(setup, catalogue, f.change)) continue;
    const key = keyOf(f);
    groups.set(key, [...(groups.get(key) ?? []), f]);
  }
  return [...groups].map(([key, faults]) => {
    const { kind, change } = faults[0]!;
    const part = partOf(setup, catalogue, change);
    const kinds = [...new Set(faults.map((f) => f.kind))];
    const prior = kinds.reduce((sum, k) => sum + priorOf(setup, catalogue, drawer, seen, k, part), 0);
    return { key, kind, faults, prior, joint: jointOf(change), part };
  });
}

/** How much likelier or less likely a suspect is where all was right the day before. */
export const sinceYesterday = ({ kind }: Suspect): number => SINCE[kind] ?? 1;

/** The same for every fault that does the same. */
const nameOf = memo((f: Fault) => JSON.stringify(f.change));

/**
 * What is noticed where some faults are, worked out once for each set of them: the drawn setup with them in, judged.
 */
export class Bench {
  private readonly known = new Map<string, Seeming | null>();
  readonly drawn: Assessment;
  readonly meant: string | null;

  constructor(
    readonly setup: Setup,
    readonly catalogue: Catalogue,
  ) {
    const drawn = assess(setup, catalogue);
    if (!drawn.ok) throw new Error(drawn.problem.message);
    this.drawn = drawn.value;
    const { intended, taken } = drawn.value.readings;
    const entry = intended ?? (taken?.spec.identity === 'built-in' ? null : taken);
    this.meant = entry ? `${entry.part} ${entry.spec.id}` : null;
  }

  /** Null where the faults cannot be together, or where the circuit with them has no answer. */
  seeming(faults: readonly Fault[]): Seeming | null {
    const key = faults.map(nameOf).join('\n');
    const known = this.known.get(key);
    if (known !== undefined) return known;
    const seeming = this.work(faults);
    this.known.set(key, seeming);
    return seeming;
  }

  private work(faults: readonly Fault[]): Seeming | null {
    const { setup, catalogue } = this;
    const broken = applyAll(
      setup,
      catalogue,
      faults.map((f) => f.change),
    );
    if (!broken) return null;
    const assessed =
      faults.length === 0 ? { ok: true as const, value: this.drawn } : assess(broken, catalogue, { reach: 'seated' });
    if (!assessed.ok) return null;
    const harms = assessed.value.byGate.safe.status === 'fail';
    return { signs: signsOf(assessed.value, broken, this.meant, faults), harms };
  }
}

/** Nothing of all that: the figures are as they happen to be, a quiet capsule, a loud talker. */
const AS_DRAWN = 0.12;
/** Two things at once are so much rarer than their chances alone would have it that a person looks for one; est. */
const TOGETHER = 0.6;

export const asDrawn: Hypothesis = { suspects: [], faults: [], prior: AS_DRAWN };

/** One fault each: a suspect's chance is shared by the ways in which it can be so. */
export const singles = (suspects: readonly Suspect[]): readonly Hypothesis[] =>
  suspects.flatMap((s) => {
    const kinds = new Map<FaultKind, number>();
    for (const f of s.faults) kinds.set(f.kind, (kinds.get(f.kind) ?? 0) + 1);
    const share = (f: Fault) => PRIORS[f.kind] / atKey(kinds, f.kind);
    const whole = s.faults.reduce((sum, f) => sum + share(f), 0);
    return s.faults.map((f) => ({ suspects: [s], faults: [f], prior: (s.prior * share(f)) / whole }));
  });

/** Two at once, from those that are worth it. */
export function* twosOf(ones: readonly Hypothesis[], setup: Setup, catalogue: Catalogue): Generator<Hypothesis> {
  for (const [i, x] of ones.entries()) {
    for (const y of ones.slice(i + 1)) {
      if (x.suspects[0] === y.suspects[0]) continue;
      const faults = [...x.faults, ...y.faults];
      const both = applyAll(
        setup,
        catalogue,
        faults.map((f) => f.change),
      );
      if (both) yield { suspects: [...x.suspects, ...y.suspects], faults, prior: TOGETHER * x.prior * y.prior };
    }
  }
}

/** The class that a part of a setup is of, for the log. */
export const classAt = (setup: Setup, catalogue: Catalogue, part: PartId | null): string | null =>
  part === null ? null : classIn(catalogue, partIn(setup, part).class).id;

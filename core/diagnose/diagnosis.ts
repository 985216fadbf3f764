import { itemAt } from '../algorithms';
import { headline } from '../cause';
import { diagnosisText, listText, suspectText } from '../format';
import { type Catalogue, classIn, type Drawer, type PartId, partName, type Setup } from '../model';
import { Belief, type HuntEvent } from './belief';
import { Hunt } from './hunt';
import { isPossible, NOTICES, type NoticeId } from './notices';
import { careAt, type Probe, type ProbeAnswer } from './probes';
import { className, sayCauseOf } from './say';
import { classAt, type Seen, type Suspect } from './suspects';
import { type Weighed, weighed } from './weigh';

/** What it may be, with how likely that is. */
export interface Likely {
  readonly key: string;
  readonly text: string;
  /** 0 to 1; of two at once both count, so that all may come to more than 1. */
  readonly chance: number;
  readonly joint: string | null;
  readonly part: PartId | null;
}

/** What is asked or tried next. */
export interface NextProbe {
  readonly id: string;
  readonly question: string;
  readonly answers: readonly ProbeAnswer[];
  /** Why this one, of all. */
  readonly why: string;
  readonly care: readonly string[];
  readonly seconds: number;
  readonly joint: string | null;
  readonly part: PartId | null;
  readonly isAct: boolean;
}

/** How a hunt ends. */
export interface HuntEnd {
  readonly how: 'mended' | 'likely' | 'nothing more';
  readonly cause: string;
  /** What mended it, or is to be done. */
  readonly act: string;
  readonly seen: Seen | null;
  /** The setup as it is after that, where what is drawn is what was wrong. */
  readonly setup: Setup | null;
}

/** Where a hunt stands. Plain data. */
export interface Diagnosis {
  /** What can do harm as it is drawn, and comes before all; null where nothing can. */
  readonly danger: string | null;
  /** What can be noticed of this setup. */
  readonly offered: readonly NoticeId[];
  readonly causes: readonly Likely[];
  readonly next: NextProbe | null;
  readonly end: HuntEnd | null;
  /** What mends it soonest with the best chance, where the show is about to start. */
  readonly now: {
    readonly act: string;
    readonly chance: number | null;
    readonly seconds: number;
    readonly care: readonly string[];
  } | null;
  readonly asked: number;
  /** About so many will be asked in all. */
  readonly about: number;
}

/** A cause so likely is acted upon; one that nothing at hand puts right is told. */
const LIKELY_ENOUGH = 0.8;
/** A question that brings no more is not asked. */
const LEAST_BITS = 0.02;
const LEAST_MENDS = 0.16;
const MOST_CAUSES = 5;
const LEAST_CHANCE = 0.02;
/** What does not take longer than two minutes with the walk to the stage. */
const NOW_S = 90;
/** Common practice of what one question brings, bits. */
const USUAL_BITS = 1.1;

/** Where a hunt stands after what happened: the causes by their chances, what to ask or do next, what to do at once. */
export function diagnosisOf(hunt: Hunt, events: readonly HuntEvent[]): Diagnosis {
  const belief = Belief.of(hunt, events);
  const asked = events.filter((e) => 'probe' in e).length;
  const { setup, catalogue } = hunt;
  const offered = NOTICES.filter((n) => isPossible(n.id, hunt.drawn)).map((n) => n.id);
  const causes = belief.noticed.length === 0 ? [] : likely(hunt, belief);
  const danger = hunt.harms ? headline(hunt.bench.drawn.verdicts, []).sentence : null;
  const none = { danger, offered, causes, next: null, end: null, now: null, asked, about: asked };
  if (danger !== null || belief.noticed.length === 0) return none;
  const probes = weighed(belief);
  const end = endOf(hunt, belief, probes);
  if (end) return { ...none, end };
  const chosen = nextOf(belief, probes);
  if (!chosen) return { ...none, end: ending(hunt, belief, 'nothing more') };
  return {
    ...none,
    next: asNext(chosen),
    now: soonest(setup, catalogue, probes),
    about: asked + Math.max(1, Math.round(belief.openBits / USUAL_BITS)),
  };
}

function likely(hunt: Hunt, belief: Belief): readonly Likely[] {
  const { isIll, bench } = hunt;
  const drawn = isIll
    ? suspectText('cause.drawn', { cause: headline(bench.drawn.verdicts, []).sentence.replace(/\.$/, '') })
    : suspectText('cause.figures', {});
  const at = { joint: null, part: null };
  const all: Likely[] = [
    ...families(hunt, belief.standing()),
    { key: 'drawn', text: drawn, chance: belief.asDrawn, ...at },
  ].sort((a, b) => b.chance - a.chance);
  const shown = all.filter((c) => c.chance >= LEAST_CHANCE).slice(0, MOST_CAUSES);
  // What is not shown is something else, as is what nothing here computes; of two at once the chances overlap.
  const rest = all.slice(shown.length).reduce((sum, c) => sum + c.chance, belief.somethingElse);
  return [...shown, { key: 'else', text: suspectText('cause.else', {}), chance: Math.min(1, rest), ...at }];
}

/** One that stands out is told by itself; of those that do not, the like are told together. */
const STANDS_OUT = 0.08;
const FAMILIES = {
  seat: 'family.seat',
  unplug: 'family.unplug',
  inside: 'family.inside',
  move: 'family.move',
  knob: 'family.knob',
  charge: 'family.charge',
  replace: 'family.replace',
  session: 'family.session',
} as const;

/** 1, 2, 3 and 6 as "1 to 3" and "6". */
function runs(numbers: readonly number[]): readonly string[] {
  const out: [number, number][] = [];
  for (const n of new Set(numbers)) {
    const last = out.at(-1);
    if (last && last[1] === n - 1) last[1] = n;
    else out.push([n, n]);
  }
  return out.flatMap(([a, b]) => (a === b ? [String(a)] : b === a + 1 ? [String(a), String(b)] : [`${a} to ${b}`]));
}

function families({ setup, catalogue }: Hunt, standing: ReturnType<Belief['standing']>): readonly Likely[] {
  const groups = new Map<string, { suspect: Suspect; chance: number }[]>();
  for (const s of standing) {
    const [first = ''] = s.suspect.key.split(' ');
    // Knobs are looked at part by part.
    const family = first === 'knob' ? `${first} ${s.suspect.part}` : first;
    const key = s.chance >= STANDS_OUT || !(first in FAMILIES) ? s.suspect.key : family;
    groups.set(key, [...(groups.get(key) ?? []), s]);
  }
  return [...groups].map(([key, of]) => {
    const { suspect } = itemAt(of, 0);
    const chance = of.reduce((sum, s) => sum + s.chance, 0);
    if (of.length === 1)
      return {
        key: suspect.key,
        text: sayCauseOf(setup, catalogue, suspect),
        chance,
        joint: suspect.joint,
        part: suspect.part,
      };
    const family = key.split(' ')[0] as keyof typeof FAMILIES;
    const numbers = () =>
      of.map((s) => setup.joints.findIndex((j) => j.id === s.suspect.joint) + 1).sort((a, b) => a - b);
    const names = () => [...new Set(of.map((s) => partName(setup, catalogue, s.suspect.part!)))];
    const places = family === 'session' ? [] : itemAt(of, 0).suspect.joint !== null ? runs(numbers()) : names();
    return { key, text: suspectText(FAMILIES[family], { places: listText(places) }), chance, joint: null, part: null };
  });
}

const isOwnCure = (probe: Probe, suspect: Suspect): boolean => probe.id === `do ${suspect.key}`;

const WHY = { mends: 'why.mends', parts: 'why.parts', narrows: 'why.narrows' } as const;

/** Where one cause is likely enough it is put right at once, if a hand can; else the probe that is worth most. */
function nextOf(
  belief: Belief,
  weighed: readonly Weighed[],
): { readonly weighed: Weighed; readonly why: 'mends' | 'parts' | 'narrows' } | null {
  const [first] = belief.standing();
  const own =
    first && first.chance >= LIKELY_ENOUGH ? weighed.find((w) => isOwnCure(w.probe, first.suspect)) : undefined;
  if (own) return { weighed: own, why: 'mends' };
  const [best] = weighed.filter((w) => w.bits >= LEAST_BITS || w.mends >= LEAST_MENDS);
  if (!best) return null;
  return { weighed: best, why: best.mends > 0.4 ? 'mends' : best.bits > 0.7 ? 'parts' : 'narrows' };
}

function asNext({ weighed: { probe, mends }, why }: NonNullable<ReturnType<typeof nextOf>>): NextProbe {
  const seconds = Math.round(probe.seconds);
  const { id, question, answers, care, joint, part, tells } = probe;
  return {
    id,
    question,
    answers,
    care,
    seconds,
    joint,
    part,
    why: diagnosisText(WHY[why], { seconds, chance: tenths(mends) }),
    isAct: tells.by === 'cure' || tells.by === 'mend' || tells.by === 'try',
  };
}

/** So many times in ten; never all nor none. */
const tenths = (chance: number): string => String(Math.max(1, Math.min(9, Math.round(10 * chance))));

function endOf(hunt: Hunt, belief: Belief, weighed: readonly Weighed[]): HuntEnd | null {
  if (belief.mendedBy) return ending(hunt, belief, 'mended');
  const [first] = belief.standing();
  if (!first || first.chance < LIKELY_ENOUGH) return null;
  // What a hand can put right is tried, and told then.
  const canTry = weighed.some(({ probe: { tells } }) => tells.by === 'cure' && tells.cures.has(first.suspect.key));
  return canTry ? null : ending(hunt, belief, 'likely');
}

function ending(hunt: Hunt, belief: Belief, how: HuntEnd['how']): HuntEnd {
  const { setup, catalogue } = hunt;
  const by = belief.mendedBy?.tells;
  if (by?.by === 'mend')
    return {
      how,
      cause: headline(hunt.bench.drawn.verdicts, []).sentence.replace(/\.$/, ''),
      act: by.what,
      seen: null,
      setup: by.setup,
    };
  const cured = by?.by === 'cure' ? by.cures : null;
  const ranked = belief.before?.standing() ?? belief.standing();
  const found = cured ? ranked.find((s) => cured.has(s.suspect.key)) : belief.standing()[0];
  if (!found)
    return {
      how,
      cause: suspectText('cause.else', {}),
      act: by?.by === 'cure' ? by.what : suspectText('do.none', {}),
      seen: null,
      setup: null,
    };
  const { suspect } = found;
  const act =
    by?.by === 'cure' ? by.what : how === 'likely' ? remedy(setup, catalogue, suspect) : suspectText('do.none', {});
  const seen = { kind: suspect.kind, class: classAt(setup, catalogue, suspect.part) };
  return { how, cause: sayCauseOf(setup, catalogue, suspect), act, seen, setup: null };
}

/** What is done about what no hand puts right at once. */
const remedy = (setup: Setup, catalogue: Catalogue, { key, part }: Suspect): string =>
  part === null
    ? suspectText('do.none', {})
    : key.startsWith('replace ')
      ? suspectText('do.piece', { class: className(setup, catalogue, part) })
      : suspectText('do.repair', { class: className(setup, catalogue, part) });

/** The act with the best chance that all is right after it, of those that take no time; else the device by itself. */
function soonest(setup: Setup, catalogue: Catalogue, weighed: readonly Weighed[]): Diagnosis['now'] {
  const acts = weighed.flatMap(({ probe: { tells, seconds, care }, mends }) =>
    (tells.by === 'cure' || tells.by === 'mend') && seconds <= NOW_S
      ? [{ act: tells.what, chance: mends, seconds: Math.round(seconds), care }]
      : [],
  );
  const [best] = acts.sort((a, b) => b.chance - a.chance || a.seconds - b.seconds);
  const device = setup.parts.find((p) => classIn(catalogue, p.class).inputs?.some((i) => i.identity === 'built-in'));
  const own = device && {
    act: suspectText('do.own-mic', { device: partName(setup, catalogue, device.id) }),
    chance: null,
    seconds: 10,
    care: careAt(setup, catalogue),
  };
  return best && (best.chance >= 0.4 || !own) ? best : (own ?? null);
}

export interface DiagnosisProgress {
  readonly done: number;
  readonly of: number;
  /** Null while it is worked out what each fault would show. */
  readonly diagnosis: Diagnosis | null;
}

let last: { readonly key: string; readonly hunt: Hunt } | null = null;

/**
 * What is the matter with a setup, after what was noticed, looked at and tried so far. What each fault would show is worked
 * out once for one setup and drawer, and kept for the next question.
 * @param seen faults that mended setups before, as the log has them
 * @returns yields how far it is; the last has the diagnosis
 * @example for (const p of diagnose(setup, catalogue, null, [], [{ noticed: ['no-level'] }])) show(p.diagnosis?.next?.question);
 */
export function* diagnose(
  setup: Setup,
  catalogue: Catalogue,
  drawer: Drawer | null,
  seen: readonly Seen[],
  events: readonly HuntEvent[],
): Generator<DiagnosisProgress> {
  const key = JSON.stringify([setup, drawer, seen]);
  if (last?.key !== key) last = { key, hunt: new Hunt(setup, catalogue, drawer, seen) };
  const { hunt } = last;
  // What can be noticed is known at once; what each fault shows is worked out while the person says what they notice.
  if (events.length === 0) yield { done: 0, of: 1, diagnosis: diagnosisOf(hunt, []) };
  if (hunt.harms) {
    yield { done: 1, of: 1, diagnosis: diagnosisOf(hunt, events) };
    return;
  }
  for (const p of hunt.ready()) yield { ...p, diagnosis: null };
  for (const p of hunt.fixed()) yield { ...p, diagnosis: null };
  yield { done: 1, of: 1, diagnosis: diagnosisOf(hunt, events) };
}

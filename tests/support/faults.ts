import { itemAt } from '@/core/algorithms';
import { mustAssess } from '@/core/assess';
import { type Cause, headline } from '@/core/cause';
import { apply, applyAll, type Change, type Fault, type FaultKind, faultsOf, inverse, touched } from '@/core/change';
import { mends, type Standing } from '@/core/mend';
import type { Setup } from '@/core/model';
import { plan } from '@/core/plan';
import { demoDrawer, demoJobs } from '@/demo';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { from, trialJob, trialJobs, voice } from './trials';

/** Numbers by chance that are the same each time (Park and Miller 1988). */
export function chance(seed: number): () => number {
  let s = seed;
  return () => {
    s = (s * 48271) % 2147483647;
    return s / 2147483647;
  };
}

export const isWell = (setup: Setup): boolean =>
  mustAssess(setup, catalogue).verdicts.every((v) => v.status === 'pass');
const isSick = (setup: Setup): boolean => mustAssess(setup, catalogue).verdicts.some((v) => v.status === 'fail');

/** Jobs that between them use most kinds of parts. */
const JOBS = [
  ...demoJobs,
  ...trialJobs,
  ...[
    'phone-headset',
    'phone-usb-c',
    'laptop-headset',
    'laptop-two-holes',
    'camera',
    'tablet-usb-c',
    'desktop-holes',
    'recorder-xlr',
    'phone-8-contact',
    'recorder-pocket',
  ].flatMap((device) => [
    trialJob({ id: `${device}-one`, device, app: device === 'camera' ? 'device-own' : 'recorder-picker' }),
    trialJob({
      id: `${device}-two`,
      device,
      sources: [voice(1), voice(2)],
      app: device === 'camera' ? 'device-own' : 'recorder-picker',
    }),
    trialJob({
      id: `${device}-far`,
      device,
      distanceM: 6,
      hearing: 'myself',
      app: device === 'camera' ? 'device-own' : 'recorder-picker',
    }),
    trialJob({
      id: `${device}-guitar`,
      device,
      sources: [from('guitar-acoustic')],
      app: device === 'camera' ? 'device-own' : 'recorder-picker',
    }),
  ]),
];

/** Setups in which all gates pass: of the demo, and the planner's answers, with and without a drawer. */
export function wellSetups(most: number): readonly Setup[] {
  const found = new Map<string, Setup>();
  const keep = (s: Setup) => {
    const key = JSON.stringify([s.parts.map((p) => p.class), s.joints, s.job.device, s.job.sources.length]);
    if (!found.has(key) && isWell(s)) found.set(key, s);
  };
  for (const s of demoSetups) keep(s);
  for (const job of JOBS) {
    for (const drawer of [null, demoDrawer]) {
      let last: { answers: readonly { setup: Setup }[]; working: readonly { setup: Setup }[] } | undefined;
      for (const p of plan({ ...job, budget: null }, drawer, catalogue)) last = p;
      for (const a of [...(last?.answers ?? []), ...(last?.working ?? [])].slice(0, 12)) keep(a.setup);
      if (found.size >= most) return [...found.values()].slice(0, most);
    }
  }
  return [...found.values()];
}

/** One fault of each kind that does harm to a setup, picked by chance. */
export function faultsThatBite(setup: Setup, pick: () => number, kinds?: readonly FaultKind[]): readonly Fault[] {
  const byKind = new Map<FaultKind, Fault[]>();
  for (const f of faultsOf(setup, catalogue)) {
    if (kinds && !kinds.includes(f.kind)) continue;
    byKind.set(f.kind, [...(byKind.get(f.kind) ?? []), f]);
  }
  return [...byKind.values()].flatMap((all) => {
    for (let tries = 0; tries < 4; tries++) {
      const f = itemAt(all, Math.floor(pick() * all.length));
      const broken = apply(setup, catalogue, f.change);
      if (broken && isSick(broken)) return [f];
    }
    return [];
  });
}

export interface Outcome {
  readonly kind: FaultKind;
  readonly setup: Setup;
  readonly fault: Change;
  readonly broken: Setup;
  /** Place of the fault among the causes told, from 1; null where it is not among them. */
  readonly rank: number | null;
  readonly mended: boolean;
  readonly first: string;
  readonly mend: string;
}

/**
 * Put a fault in and ask why: is what was put in named, or something that no measurement could tell from it: an act of the
 * same place, or one after which everything is as well as before?
 */
export function injected(setup: Setup, { kind, change }: Fault): Outcome {
  const broken = apply(setup, catalogue, change)!;
  const before = mustAssess(broken, catalogue);
  let standing: Standing = { causes: [], mends: [] };
  for (const s of mends(broken, null, catalogue)) standing = s;
  const { causes } = standing;
  const [mend] = standing.mends;
  const cure = inverse(setup, catalogue, change);
  const first = headline(before.verdicts, causes);
  const place = placeOf(setup, broken, cure, change);
  const rank = causes.findIndex((c) => isSame(broken, cure, place, c)) + 1;
  const isPointedAt = isPlace(place, first);
  return {
    kind,
    setup,
    fault: change,
    broken,
    rank: isPointedAt ? 1 : rank === 0 ? null : rank,
    mended: mend !== undefined && mend.leaves.length === 0 && !isSick(mend.setup),
    first: first.sentence,
    mend: mend?.label ?? '',
  };
}

interface Place {
  readonly part?: string;
  readonly joint?: string;
}

function placeOf(setup: Setup, broken: Setup, cure: Change, fault: Change) {
  const place = cure.do === 'restore' ? touched(setup, fault) : touched(broken, cure);
  return fault.do === 'unplug' ? { parts: place.parts, joints: [] } : place;
}

/** Does something told point at where the fault is: its joint, or where it has none its part? */
const isPlace = (
  own: { readonly parts: readonly string[]; readonly joints: readonly string[] },
  told: Place,
): boolean =>
  (told.joint !== undefined && own.joints.includes(told.joint)) ||
  (told.part !== undefined && told.part === own.parts[0]);

function isSame(broken: Setup, cure: Change, place: ReturnType<typeof placeOf>, cause: Cause): boolean {
  if (JSON.stringify(cause.changes) === JSON.stringify([cure])) return true;
  // What puts everything right cannot be told from what was put wrong.
  const after = cause.changes.length > 0 ? applyAll(broken, catalogue, cause.changes) : null;
  return (after !== null && !isSick(after)) || isPlace(place, cause);
}

/** How many of each kind were told first, among the first three, and mended by the first fix. */
export function tableOf(outcomes: readonly Outcome[]): string {
  const kinds = [...new Set(outcomes.map((o) => o.kind))].sort();
  const row = (name: string, of: readonly Outcome[]) =>
    [
      name.padEnd(20),
      ...[
        of.length,
        of.filter((o) => o.rank === 1).length,
        of.filter((o) => o.rank !== null && o.rank <= 3).length,
        of.filter((o) => o.mended).length,
      ].map((n) => String(n).padStart(7)),
    ].join(' ');
  return [
    `${'kind'.padEnd(20)}  put in   first   three  mended`,
    ...kinds.map((k) =>
      row(
        k,
        outcomes.filter((o) => o.kind === k),
      ),
    ),
    row('all', outcomes),
  ].join('\n');
}

/** Two faults of unlike kinds at once, each of which does harm by itself: are both among the first three causes? */
export function pairOf(
  setup: Setup,
  pick: () => number,
): { readonly both: boolean; readonly faults: readonly Change[]; readonly told: readonly string[] } | null {
  const faults = faultsThatBite(setup, pick);
  if (faults.length < 2) return null;
  const [one, other] = [faults[Math.floor(pick() * faults.length)], faults[Math.floor(pick() * faults.length)]];
  const half = apply(setup, catalogue, one.change);
  const broken = half && one !== other ? apply(half, catalogue, other.change) : null;
  if (!half || !broken || !isSick(broken)) return null;
  // The second must do harm where the first is, or there is nothing to be told of it.
  const cures = [inverse(setup, catalogue, one.change), inverse(half, catalogue, other.change)];
  const alone = apply(setup, catalogue, other.change);
  if (!alone || !isSick(alone)) return null;
  let causes: readonly Cause[] = [];
  for (const s of mends(broken, null, catalogue)) causes = s.causes;
  const three = causes.slice(0, 3);
  const all = applyAll(
    broken,
    catalogue,
    three.flatMap((c) => c.changes),
  );
  const named = [one, other].map((f, i) => {
    const place = placeOf(setup, broken, itemAt(cures, i), f.change);
    return three.some((c) => isSame(broken, itemAt(cures, i), place, c));
  });
  return {
    both: (all !== null && !isSick(all)) || named.every(Boolean),
    faults: [one.change, other.change],
    told: three.map((c) => c.sentence),
  };
}

import { atKey, memo, memoOfTwo } from '../algorithms';
import { type Contacts, magnitude } from '../circuit';
import { type Compiled, compile, type FittedJoint, type Limit, type Stage } from '../compile';
import { mustConnector } from '../connectors';
import {
  type Catalogue,
  classIn,
  givesPhantom,
  type JointId,
  type KnobSpec,
  knobAt,
  LEAST_PHANTOM_VOLT,
  type PartId,
  phantomSources,
  type Setup,
  turnKnob,
} from '../model';
import { BAND_1K, dbu, type OperatingPoint, peakDbu, type Responses, solvableIn, voiceVolt, voltOf } from '../signal';
import { aroundIn } from './around';
import { contactsIn, probesOf } from './probe';

/** What stands, or could stand, on something that can be harmed. */
export interface Hazard {
  readonly limit: Limit;
  readonly joint: JointId | null;
  /** The most that stands there, volts: seated, or on the contact before it is plugged. */
  readonly volt: number;
  /** What it would give into a short, milliamperes; null where it is sound. */
  readonly milliampere: number | null;
  readonly by: 'phantom power' | 'steady' | 'peaks';
  /** The part it comes from. */
  readonly from: string | null;
  /** Only when a knob or switch is turned so; null as it stands. */
  readonly when: { readonly part: PartId; readonly knob: string; readonly to: number } | null;
}

/** A stage through which less of the sound comes than this share does not decide how loud it is. */
const CARRIES = 0.3;
/** What drives less than this into a short does no harm: bleeds, meters; est. */
const LEAST_MA = 0.3;

/** Whether what stands on contacts that are apart is asked as well, switch by switch: most of the work. */
export type Reach = 'seated' | 'open';

/**
 * What reaches each limit of each class, over every position that a hand can give: as it stands, before the plug is in and
 * on its way; with each switch that brings phantom power thrown; with each gain ahead of it turned up.
 */
export function readHazards(
  compiled: Compiled,
  op: OperatingPoint,
  responses: Responses,
  reach: Reach,
): readonly Hazard[] {
  const seated = seatedHazards(compiled, op);
  if (reach === 'seated') return [...seated, ...peaks(compiled, responses)];
  const steady = [...seated, ...openHazards(compiled, compiled.setup, null)];
  const switched = phantomSwitches(compiled).flatMap((when) =>
    openHazards(compiled, turnKnob(compiled.setup, when.part, when.knob, when.to), when),
  );
  return [...steady, ...peaks(compiled, responses), ...switched];
}

/** Volts between the contacts as they are seated. */
const seatedHazards = (compiled: Compiled, op: OperatingPoint): readonly Hazard[] =>
  compiled.limits.map((limit): Hazard => {
    const there = compiled.present(limit.p) && compiled.present(limit.n);
    const volt = there ? Math.abs(op.solution.between(limit.p, limit.n).re) : 0;
    const joint = aroundIn(compiled).jointOf(limit);
    return {
      limit,
      joint: joint?.joint.id ?? null,
      volt,
      milliampere: null,
      by: 'steady',
      from: giverAt(compiled, joint, limit),
      when: null,
    };
  });

/** A setup with all its parts fed and working, so that nothing hides behind what is off today. */
function asIfFed(setup: Setup, given: Compiled): { compiled: Compiled; contacts: Contacts } | null {
  const isGiven = setup === given.setup && given.muted.size + given.unfed.size + given.rewired.size === 0;
  const compiled = isGiven ? given : compile(setup, given.catalogue);
  const contacts = contactsIn(compiled);
  return contacts.ok ? { compiled, contacts: contacts.value } : null;
}

/** Joints on whose contacts phantom power could do harm: one side bears little, and beyond the other something gives it. */
function exposed(compiled: Compiled, givers: ReadonlySet<string>) {
  if (givers.size === 0) return [];
  return compiled.joints.flatMap((joint) => {
    if (!joint.mating.fits) return [];
    const limits = aroundIn(compiled).limitsAt(joint);
    const isBearing = limits.every((l) => l.maxVolt > LEAST_PHANTOM_VOLT * 5);
    return limits.length === 0 || isBearing || !leadsTo(compiled, joint, givers) ? [] : [{ joint, limits }];
  });
}

/**
 * What stands on the contacts of joints that lead to phantom power while they are apart, and on the plug's way in.
 * @param setup the same with knobs turned
 */
function openHazards(compiled: Compiled, setup: Setup, when: Hazard['when']): readonly Hazard[] {
  const givers = phantomGivers(setup, compiled.catalogue);
  const joints = exposed(compiled, givers);
  const fed = joints.length === 0 ? null : asIfFed(setup, compiled);
  if (!fed) return [];
  return joints.flatMap(({ joint, limits }): readonly Hazard[] => {
    const probes = probesOf(fed.compiled, fed.contacts, joint);
    const voltAt = (contact: string | null) => probes.find((p) => p.contact === contact)?.openVolt ?? 0;
    return limits.flatMap((limit): readonly Hazard[] => {
      const side = sideOf(joint, limit);
      const reached = probes.filter(
        (p) => p.side !== side && Math.abs(p.shortMilliampere) >= LEAST_MA && meets(joint, side, limit, p.contact),
      );
      // Between two signal contacts it is the difference that counts: balanced phantom power is none.
      const against = voltAt(partnerOf(joint, side, limit.n));
      const worst = reached.reduce((w, p) => Math.max(w, Math.abs(p.openVolt - against)), 0);
      if (worst === 0) return [];
      const milliampere = Math.max(...reached.map((p) => Math.abs(p.shortMilliampere)));
      const isPhantom = worst >= LEAST_PHANTOM_VOLT;
      return [
        {
          limit,
          joint: joint.joint.id,
          volt: worst,
          milliampere,
          by: isPhantom ? 'phantom power' : 'steady',
          from: giverBeyond(compiled, joint, side, givers),
          when,
        },
      ];
    });
  });
}

/** Does a contact of the other side meet the limit's contact: seated, or, of what slides in, on its way? */
function meets(joint: FittedJoint, side: 'a' | 'b', { p }: Limit, contact: string): boolean {
  const { mating } = joint;
  if (!mating.fits) return false;
  if (mustConnector(joint[side].port.connector).form !== 'keyed') return true;
  const own = p.slice(p.lastIndexOf('.') + 1);
  const isPlug = mating.plugIs === side;
  return mating.touches.some((t) =>
    isPlug ? t.plug === own && t.socket === contact : t.socket === own && t.plug === contact,
  );
}

/** The contact of the other side that a limit's node meets when the plug is home. */
function partnerOf({ mating }: FittedJoint, side: 'a' | 'b', node: string): string | null {
  if (!mating.fits) return null;
  const own = node.slice(node.lastIndexOf('.') + 1);
  const touch = mating.touches.find((t) => (mating.plugIs === side ? t.plug : t.socket) === own);
  return touch ? (mating.plugIs === side ? touch.socket : touch.plug) : null;
}

/** Peaks of sound on inputs: as the knobs stand, and with each gain ahead turned as far as its amplifier can drive. */
function peaks(compiled: Compiled, responses: Responses): readonly Hazard[] {
  const hazards: Hazard[] = [];
  for (const limit of compiled.limits) {
    const joint = aroundIn(compiled).jointOf(limit);
    if (!joint) continue;
    const side = sideOf(joint, limit);
    // What an output puts out itself does it no harm.
    const { port, partClass } = joint[side];
    if ((port.flow !== 'in' && partClass.kind !== 'listening') || !responses.has(limit.p) || !responses.has(limit.n))
      continue;
    const loudest = Math.max(0, ...compiled.setup.job.sources.map((s) => voiceVolt(responses, s.id, limit.p, limit.n)));
    if (loudest <= 0) continue;
    const volt = voltOf(peakDbu(dbu(loudest))) * Math.SQRT2;
    const base = { limit, joint: joint.joint.id, milliampere: null, by: 'peaks' as const };
    hazards.push({ ...base, volt, from: null, when: null });
    if (volt > limit.maxVolt) continue;
    const turned = oneTurnFurther(compiled, responses, limit, loudest, volt);
    if (turned) hazards.push({ ...base, ...turned });
  }
  return hazards;
}

/** Amplifiers with the knobs that set their gain, and where those stand. */
const gainsIn = memo(({ stages, fitted }: Compiled) =>
  stages.flatMap((stage) => {
    const { part, partClass } = atKey(fitted, stage.part);
    const spec = partClass.circuit.find((e) => e.id === stage.id);
    const knobs = (partClass.knobs ?? []).filter((k) => spec?.is === 'stage' && spec.gainDb.includes(`knob:${k.id}`));
    return knobs.length === 0
      ? []
      : [{ stage, knobs: knobs.map((knob) => ({ knob, at: knobAt(part, partClass, knob.id) })) }];
  }),
);

/** The loudest voice that goes through an amplifier. */
const carriedBy = memoOfTwo((compiled: Compiled, responses: Responses) =>
  memo((stage: Stage) =>
    Math.max(0, ...compiled.setup.job.sources.map((s) => voiceVolt(responses, s.id, stage.driveNode, stage.n))),
  ),
);

/** The gain that, turned up, drives a limit past what it bears, and where that begins. */
function oneTurnFurther(
  compiled: Compiled,
  responses: Responses,
  limit: Limit,
  voice: number,
  now: number,
): Pick<Hazard, 'volt' | 'from' | 'when'> | null {
  const neededDb = 20 * Math.log10(limit.maxVolt / now);
  // Most gains have not so much left: what they lead to need not be asked.
  const able = gainsIn(compiled).flatMap(({ stage, knobs }) => {
    const turns = knobs.flatMap(({ knob, at }) => {
      const to = positionFor(knob, at + neededDb);
      return to === null ? [] : [{ knob: knob.id, to, db: to - at }];
    });
    return stage.part === limit.part || turns.length === 0 ? [] : [{ stage, turns }];
  });
  if (able.length === 0) return null;
  const transfer = solvableIn(responses, BAND_1K).transferTo(limit.p, limit.n);
  let worst: (Pick<Hazard, 'volt' | 'from' | 'when'> & { readonly db: number }) | null = null;
  for (const { stage, turns } of able) {
    const onward = magnitude(transfer.fromSource(stage.drive));
    const volt = voltOf(stage.clipDbu) * Math.SQRT2 * onward;
    // What carries none of the sound that arrives now makes it no louder.
    if (volt <= limit.maxVolt || onward * carriedBy(compiled, responses)(stage) < CARRIES * voice) continue;
    for (const { knob, to, db } of turns) {
      if (worst && worst.db <= db) continue;
      worst = { volt, from: stage.part, when: { part: stage.part, knob, to }, db };
    }
  }
  return worst && { volt: worst.volt, from: worst.from, when: worst.when };
}

const positionFor = ({ min, max, step }: KnobSpec, wanted: number): number | null => {
  const to = min + Math.ceil((wanted - min) / step - 1e-9) * step;
  return to <= max ? to : null;
};

const isAt = (s: FittedJoint['a'], { part, p, n }: Limit): boolean =>
  s.part.id === part && [p, n].some((node) => node.startsWith(`${part}/${s.port.id}.`));

const sideOf = (joint: FittedJoint, limit: Limit): 'a' | 'b' => (isAt(joint.a, limit) ? 'a' : 'b');

/** Parts that give phantom power as their switches stand. */
const phantomGivers = ({ parts }: Setup, catalogue: Catalogue): ReadonlySet<string> =>
  new Set(parts.filter((p) => givesPhantom(p, classIn(catalogue, p.class))).map((p) => p.id));

/** Switches that would bring phantom power and do not as they stand. */
function phantomSwitches({ setup, catalogue }: Compiled): readonly NonNullable<Hazard['when']>[] {
  return setup.parts.flatMap((part) => {
    const c = classIn(catalogue, part.class);
    if (givesPhantom(part, c)) return [];
    const [most] = [...phantomSources(part, c)].sort((x, y) => y.volt - x.volt);
    return most?.knob ? [{ part: part.id, knob: most.knob, to: most.at }] : [];
  });
}

const leadsTo = (compiled: Compiled, joint: FittedJoint, givers: ReadonlySet<string>): boolean =>
  (['a', 'b'] as const).some((side) =>
    aroundIn(compiled)
      .beyond(joint, side)
      .some((p) => givers.has(p)),
  );

const giverBeyond = (
  compiled: Compiled,
  joint: FittedJoint,
  side: 'a' | 'b',
  givers: ReadonlySet<string>,
): string | null =>
  aroundIn(compiled)
    .beyond(joint, side)
    .find((p) => givers.has(p)) ?? null;

const giverAt = (compiled: Compiled, joint: FittedJoint | undefined, limit: Limit): string | null =>
  joint ? giverBeyond(compiled, joint, sideOf(joint, limit), giversIn(compiled)) : null;

const giversIn = memo(({ setup, catalogue }: Compiled) => phantomGivers(setup, catalogue));

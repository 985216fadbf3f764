import { atKey } from '../algorithms';
import { type Circuit, magnitude } from '../circuit';
import type { Compiled, Limit } from '../compile';
import type { JointId, PartId } from '../model';
import { BAND_1K, type OperatingPoint, type Responses, solvableIn, voltOf } from '../signal';

/** Two outputs joined to each other: each drives the other. */
export interface TiedOutputs {
  readonly a: Limit;
  readonly b: Limit;
  readonly joint: JointId;
  /** What they could drive into each other at the most, milliamperes peak; an order of magnitude. */
  readonly milliampere: number;
}

/** A capsule that two supplies feed at once. */
export interface FedTwice {
  readonly part: PartId;
  /** Who feeds, and what each would make of it alone, volts; most first. */
  readonly by: readonly { readonly part: PartId; readonly volt: number }[];
}

/** So much of what drives one output stands on the other, where the two are tied; est. */
const TIED = 0.3;
/** Less than this is no tie worth a word, milliamperes; est. */
const LEAST_MA = 0.5;

/**
 * Outputs that are tied to each other. What goes through an amplifier goes one way: tied are two only where a current into
 * either lifts the other as well.
 */
export function tiedOutputs(compiled: Compiled, responses: Responses): readonly TiedOutputs[] {
  const solvable = solvableIn(responses, BAND_1K);
  const outputs = compiled.limits.flatMap((limit) => {
    const joint = compiled.joints.find((j) => [j.a, j.b].some((s) => isOutput(s.part.id, s.port, limit)));
    if (!joint || !compiled.present(limit.p) || !compiled.present(limit.n)) return [];
    const drivers = driversOf(compiled, limit.part);
    if (drivers.length === 0) return [];
    const transfer = solvable.transferTo(limit.p, limit.n);
    const volt = Math.max(...drivers.map((d) => d.volt * magnitude(transfer.fromSource(d.source))));
    return volt > 0 ? [{ limit, joint: joint.joint.id, transfer, volt }] : [];
  });
  return outputs.flatMap((a, i) =>
    outputs.slice(i + 1).flatMap((b): readonly TiedOutputs[] => {
      if (a.limit.part === b.limit.part && !canDiffer(compiled, a.limit.part)) return [];
      const own = magnitude(a.transfer.fromCurrent(a.limit.n, a.limit.p));
      const other = magnitude(b.transfer.fromCurrent(b.limit.n, b.limit.p));
      const there = magnitude(b.transfer.fromCurrent(a.limit.n, a.limit.p));
      const back = magnitude(a.transfer.fromCurrent(b.limit.n, b.limit.p));
      if (there < TIED * own || back < TIED * other) return [];
      // Tied, each sees both in parallel: alike, the other alone has twice that, and what stands there drives it.
      const milliampere = (1000 * Math.max(a.volt, b.volt)) / (2 * Math.max(0.01, Math.min(own, other)));
      return milliampere < LEAST_MA ? [] : [{ a: a.limit, b: b.limit, joint: b.joint, milliampere }];
    }),
  );
}

const isOutput = (part: PartId, port: { readonly id: string; readonly flow: string }, { part: owner, p }: Limit) =>
  part === owner && (port.flow === 'out' || port.flow === 'monitor') && p.startsWith(`${owner}/${port.id}.`);

/** What in a part itself drives, and with how much at the most, volts peak. */
const driversOf = ({ stages, playbacks, capsules }: Compiled, part: PartId) => [
  ...stages.filter((s) => s.part === part).map((s) => ({ source: s.drive, volt: voltOf(s.clipDbu) * Math.SQRT2 })),
  ...playbacks.filter((p) => p.part === part).map((p) => ({ source: p.source, volt: p.fullScaleVolt * Math.SQRT2 })),
  ...capsules
    .filter((c) => c.part === part && c.wired)
    .map((c) => ({ source: c.source, volt: 10 ** (HEADROOM_DB / 20) * c.perPascal * Math.SQRT2 })),
];

/** Above its rated level a line output can do so much; common practice. */
const HEADROOM_DB = 20;

/** Do two outputs of one part ever carry two things? Of a receiver that hears one pack they do not. */
const canDiffer = ({ fitted, capsules, playbacks }: Compiled, part: PartId): boolean =>
  atKey(fitted, part).partClass.ports.filter((p) => p.flow === 'in').length > 1 ||
  capsules.filter((c) => c.part === part).length > 1 ||
  playbacks.filter((p) => p.part === part).length > 1;

/** Supplies from here up are phantom power, which is made to be shared by nobody; below, less is no supply. */
const PLUG_IN_VOLT = { least: 1, most: 11 };
/** What makes less of the capsule's voltage than this does not feed it, volts. */
const FEEDS_VOLT = 0.2;

/** Capsules that plug-in power of more than one part feeds. */
export function fedTwice(compiled: Compiled, op: OperatingPoint, circuit: Circuit): readonly FedTwice[] {
  const supplies = compiled.netlist.elements.flatMap((e) =>
    e.kind === 'voltage' && e.dc >= PLUG_IN_VOLT.least && e.dc < PLUG_IN_VOLT.most ? [e] : [],
  );
  if (new Set(supplies.map((s) => compiled.ownerOf(s.name))).size < 2) return [];
  const dc = circuit.at(0);
  if (!dc.ok) return [];
  return compiled.capsules.flatMap((capsule): readonly FedTwice[] => {
    const { needs } = capsule;
    if (!needs || Math.abs(op.biasVolt.get(capsule) ?? 0) >= PLUG_IN_VOLT.most) return [];
    const transfer = dc.value.transferTo(needs.p, needs.n);
    const volts = new Map<string, number>();
    for (const s of supplies) {
      const owner = compiled.ownerOf(s.name);
      volts.set(owner, (volts.get(owner) ?? 0) + s.dc * transfer.fromSource(s.name).re);
    }
    const by = [...volts].map(([part, volt]) => ({ part, volt })).filter((f) => Math.abs(f.volt) >= FEEDS_VOLT);
    return by.length < 2 ? [] : [{ part: capsule.part, by: by.sort((a, b) => Math.abs(b.volt) - Math.abs(a.volt)) }];
  });
}

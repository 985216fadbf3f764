import type { Netlist, NodeName } from '../circuit';
import type { Mating } from '../connectors';
import {
  appIn,
  type Catalogue,
  type Destination,
  type Joint,
  type Part,
  type PartClass,
  type PartId,
  type PortId,
  type PortSpec,
  type Setup,
} from '../model';

/** A part with its class at hand. */
export interface Fitted {
  readonly part: Part;
  readonly partClass: PartClass;
}

export interface FittedJoint {
  readonly joint: Joint;
  readonly a: Fitted & { readonly port: PortSpec };
  readonly b: Fitted & { readonly port: PortSpec };
  readonly mating: Mating;
  /** Netlist resistors of the touches, in the order of `mating.touches`. */
  readonly touchNames: readonly string[];
}

interface Placed {
  readonly part: PartId;
  readonly id: string;
  /** Netlist nodes. */
  readonly p: NodeName;
  readonly n: NodeName;
}

export interface Capsule extends Placed {
  /** Independent source to drive, and its amplitude for 1 Pa (volts or amperes). */
  readonly source: string;
  readonly perPascal: number;
  /** Open-circuit volts for 1 Pa at the capsule: what self-noise is rated at. */
  readonly voltPerPascal: number;
  readonly ohm: number;
  readonly selfNoiseDba: number | null;
  readonly maxSpl: number | null;
  readonly directivity: number;
  /** Comes by wire from what makes the sound: neither distance nor room have a say in it. */
  readonly wired: boolean;
  readonly needs: Needs | null;
}

/** The steady voltage without which a microphone or amplifier is silent. */
export interface Needs {
  readonly p: NodeName;
  readonly n: NodeName;
  readonly minVolt: number;
  readonly from: string;
}

export interface Stage extends Placed {
  readonly inP: string;
  readonly inN: string;
  /** The controlled source that drives the output behind its resistance. */
  readonly drive: string;
  readonly driveNode: string;
  readonly gainDb: number;
  readonly clipDbu: number;
  /** At the present gain. */
  readonly einDbu: number;
  readonly needs: Needs | null;
}

export interface InputChannel extends Placed {
  readonly gainDb: number;
  /** Full scale at the present gain. */
  readonly fullScaleDbu: number;
  readonly einDbu: number;
}

export interface Playback extends Placed {
  readonly side: 'left' | 'right';
  readonly source: string;
  readonly fullScaleVolt: number;
  readonly outputOhm: number;
}

export interface Driver extends Placed {
  readonly side: 'left' | 'right';
  readonly ohm: number;
  readonly splAtOneVolt: number;
  /** Of a loudspeaker: how much of its sound goes forward, as a ratio of powers, and how far the microphones are; null at the ear. */
  readonly open: { readonly directivity: number; readonly distanceM: number } | null;
}

export interface Limit extends Placed {
  readonly maxVolt: number;
  readonly what: string;
}

/** Mains by another way than through a microphone: a source of the netlist that is silent while voices are solved. */
export interface Disturbance {
  readonly part: PartId;
  readonly what: 'ground difference' | 'supply leakage' | 'supply noise' | 'pickup';
  readonly source: string;
  /** Capacitance through which the mains drives it; null for a difference, which is a voltage. */
  readonly farad: number | null;
  /** Of a supply's noise, the current itself, and the device that it feeds. */
  readonly ampere?: number;
  readonly fed?: string;
}

/** Where a part is tied to the mains earth: the element that carries the current there. */
export interface Earthing {
  readonly part: PartId;
  readonly element: string;
  readonly node: NodeName;
  readonly earth: string;
  readonly ohm: number | null;
  readonly farad: number | null;
}

/** A setup as one netlist, with the places in it that mean something. */
export interface Compiled {
  readonly setup: Setup;
  readonly catalogue: Catalogue;
  readonly fitted: ReadonlyMap<string, Fitted>;
  readonly joints: readonly FittedJoint[];
  /** The device this is seen from: the first of the hosts, unless another was asked for. */
  readonly device: Fitted;
  /** Every device that records, the job's own first. */
  readonly hosts: readonly { readonly fitted: Fitted; readonly app: string; readonly told: Destination }[];
  readonly netlist: Netlist;
  readonly capsules: readonly Capsule[];
  readonly stages: readonly Stage[];
  readonly inputs: readonly InputChannel[];
  readonly playbacks: readonly Playback[];
  readonly drivers: readonly Driver[];
  readonly limits: readonly Limit[];
  readonly disturbances: readonly Disturbance[];
  readonly earthings: readonly Earthing[];
  /** Resistors whose noise is already in another figure. */
  readonly silent: ReadonlySet<string>;
  /** Joints that are compiled as if every contact met its like. */
  readonly rewired: ReadonlySet<string>;
  /** Parts that nothing feeds. */
  readonly unfed: ReadonlySet<string>;
  /** Amplifiers without the supply they need, by name. */
  readonly muted: ReadonlySet<string>;
  /** Resistance of each touch that is in the netlist, by its name. */
  readonly touchOhm: ReadonlyMap<string, number>;
  /** Whether a node is in the netlist: contacts that no circuit uses are not. */
  present(node: NodeName): boolean;
  /** The part an element of the netlist belongs to; for the metal of a joint, the part of its plug. */
  ownerOf(element: string): string;
}

/** Netlist node of a part's own node name. */
export const nodeOf = (part: PartId, node: string): NodeName => (node === 'reference' ? '0' : `${part}/${node}`);
/** What stands for the reference in a second device, whose ground is its own. */
export const OWN_REFERENCE = 'own reference';

/** The same circuit, seen from another of its devices: its job leads there first, to the others besides. */
export function seenFrom(compiled: Compiled, host: Compiled['hosts'][number]): Compiled {
  const { setup } = compiled;
  const { was: __, callers: ___, ...told } = setup.job;
  const also = compiled.hosts.filter((h) => h !== host).map((h) => h.told);
  // What does not call anybody keeps the sound for an edit, whatever the first device does with it.
  const purpose = appIn(compiled.catalogue, host.app).networkMs === undefined ? ('record' as const) : setup.job.purpose;
  const job = { ...told, ...host.told, purpose, also };
  // First among its like, so that of two devices of a class it is this one.
  const parts = [host.fitted.part, ...setup.parts.filter((p) => p !== host.fitted.part)];
  // What is said of the session is said of the first device.
  const { session: _, ...rest } = setup;
  return { ...compiled, device: host.fitted, setup: { ...rest, job, parts, chosenInput: 'newest' } };
}
/** The earth of an outlet; absent is the one that is shared. No part id starts like it. */
export const earthNode = (outlet?: string): string => (outlet === undefined ? '~earth' : `~earth ${outlet}`);
/** Netlist node of a contact. */
export const contactNode = (part: PartId, port: PortId, contact: string): NodeName => `${part}/${port}.${contact}`;

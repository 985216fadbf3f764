import type { Netlist } from '../circuit';
import type { Mating } from '../connectors';
import type { Catalogue, Joint, Part, PartClass, PortSpec, Setup } from '../model';

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
  readonly part: string;
  readonly id: string;
  /** Netlist nodes. */
  readonly p: string;
  readonly n: string;
}

export interface Capsule extends Placed {
  /** Independent source to drive, and its amplitude for 1 Pa (volts or amperes). */
  readonly source: string;
  readonly perPascal: number;
  /** Open-circuit volts for 1 Pa at the capsule: what self-noise is rated at. */
  readonly voltPerPascal: number;
  readonly ohm: number;
  readonly selfNoiseDba: number | null;
  readonly needs: { readonly p: string; readonly n: string; readonly minVolt: number; readonly from: string } | null;
}

export interface Stage extends Placed {
  readonly inP: string;
  readonly inN: string;
  /** The controlled source that drives the output behind its resistance. */
  readonly drive: string;
  readonly driveNode: string;
  readonly gainDb: number;
  readonly clipDbu: number;
  readonly einDbu: number;
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
}

export interface Limit extends Placed {
  readonly maxVolt: number;
  readonly what: string;
}

/** A setup as one netlist, with the places in it that mean something. */
export interface Compiled {
  readonly setup: Setup;
  readonly catalogue: Catalogue;
  readonly fitted: ReadonlyMap<string, Fitted>;
  readonly joints: readonly FittedJoint[];
  readonly device: Fitted;
  readonly netlist: Netlist;
  readonly capsules: readonly Capsule[];
  readonly stages: readonly Stage[];
  readonly inputs: readonly InputChannel[];
  readonly playbacks: readonly Playback[];
  readonly drivers: readonly Driver[];
  readonly limits: readonly Limit[];
  /** Resistors whose noise is already in another figure. */
  readonly silent: ReadonlySet<string>;
  /** The part an element of the netlist belongs to; for the metal of a joint, the part of its plug. */
  ownerOf(element: string): string;
}

/** Netlist node of a part's own node name. */
export const nodeOf = (part: string, node: string): string => (node === 'reference' ? '0' : `${part}/${node}`);
/** Netlist node of a contact. */
export const contactNode = (part: string, port: string, contact: string): string => `${part}/${port}.${contact}`;

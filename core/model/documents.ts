import type { ClassId, JointId, PartId, PortId } from './ids';
/** The three things a person keeps. Plain JSON; the schemas in public/schemas say the same to other programs. */

export const FORMAT_VERSION = 2;

/** The class of a part whose own class is not in this catalogue. */
export const UNKNOWN = 'unknown';
/** The same of a device, and the app that stands for one that is not in this catalogue. */
export const UNKNOWN_DEVICE = 'unknown-device';
export const UNKNOWN_APP = 'unknown-app';

export type Purpose = 'record' | 'live' | 'call';
export type Arrangement = 'one' | 'side-each' | 'both-sides';
/** `both`: oneself and the caller, as a host does at a mixer. */
export type Hearing = 'nothing' | 'myself' | 'far-end' | 'both';
export type Place = 'desk-mains' | 'desk' | 'hand' | 'gimbal';

/** Something that makes sound and is to be recorded. */
export interface Source {
  readonly id: string;
  readonly name: string;
  /** Average level at one metre, dB SPL; of one that comes by wire, `RATED_SPL` is as loud as its class is rated. */
  readonly splAt1m: number;
  /** How its power lies over the spectrum; absent is a voice. */
  readonly sound?: 'music';
  /** Class of the part it comes out of by wire, which is there; absent is heard by a microphone. */
  readonly from?: string;
  /** What that class was called, where this catalogue does not have it. */
  readonly was?: string;
}

/** What stands for the rated level of a source by wire: 94 dB SPL, 1 Pa, as microphones are rated at. */
export const RATED_SPL = 94;

/** Must one hear one's own voice, must one hear the caller? */
export const hearsSelf = (hearing: Hearing): boolean => hearing === 'myself' || hearing === 'both';
export const hearsFarEnd = (hearing: Hearing): boolean => hearing === 'far-end' || hearing === 'both';

/** Where it is done, as far as sound and mains are concerned. What is not said is not judged. */
export interface Room {
  readonly volumeM3: number;
  /** Reverberation time, seconds to fall by 60 dB. */
  readonly reverbS: number;
  /** What the room itself makes of noise, dB(A). */
  readonly noiseDba: number;
}

/** What comes out of the wall: frequency in hertz, voltage in volts. */
export interface Mains {
  readonly hz: 50 | 60;
  readonly volt: number;
}
/** Most of the world's (IEC 60038), and what leakage is rated at here. */
export const PLAIN_MAINS: Mains = { hz: 50, volt: 230 };

/** What decides between chains that all work; absent is margin up to plenty, then money, then pieces. */
export type Preference =
  | 'balanced'
  | 'cheapest'
  | 'cleanest'
  | 'fewest-pieces'
  | 'lightest'
  | 'next-device'
  | 'no-mains';

/** Where it is recorded: part class of the device, and app class. */
export interface Destination {
  readonly device: string;
  readonly app: string;
  /** What they were called, where this catalogue does not have them. */
  readonly was?: { readonly device?: string; readonly app?: string };
  /** Who is at the other end, by name, where its app calls somebody; absent is one, without a name. */
  readonly callers?: readonly string[];
}

/** One voice that is kept from a listener, or about which it does not matter; of all others everybody hears everybody. */
export interface Apart {
  /** Id of a source, or `caller n`. */
  readonly from: string;
  /** `here`, `caller n` or `take n`. */
  readonly to: string;
  readonly may: 'not' | 'either';
}

/** Sorts of parts that a person asks for without naming one. */
export type Sort =
  | 'clip-on mic'
  | 'headset'
  | 'handheld mic'
  | 'stand mic'
  | 'camera mic'
  | 'USB mic'
  | 'wireless'
  | 'mixer'
  | 'interface'
  | 'keyboard for notes';

/** A class that must take part, or anything of a sort. */
export type With = { readonly class: ClassId } | { readonly sort: Sort };

export interface Job extends Destination {
  readonly format: 'symplex.job';
  readonly version: number;
  readonly id: string;
  readonly name: string;
  readonly purpose: Purpose;
  readonly sources: readonly Source[];
  readonly arrangement: Arrangement;
  readonly minutes: number;
  readonly hearing: Hearing;
  readonly place: Place;
  /** From the mouths to the device. */
  readonly distanceM: number;
  /** The most to spend on what is missing; null for no limit. */
  readonly budget: number | null;
  readonly room?: Room;
  /** Absent is `PLAIN_MAINS`. */
  readonly mains?: Mains;
  readonly preference?: Preference;
  /** What a lost take would cost, in the drawer's money: safer chains come first as it grows; absent is the usual. */
  readonly lostTake?: number;
  /** What it is to carry, plug and check one piece more, in the same money; absent is the usual. */
  readonly perPiece?: number;
  /** What must take part. */
  readonly with?: readonly With[];
  /** The device is to be charged all the while. */
  readonly charging?: true;
  /** Further devices that record the same, each with its app. */
  readonly also?: readonly Destination[];
  readonly apart?: readonly Apart[];
}

export const mainsOf = (job: Job): Mains => job.mains ?? PLAIN_MAINS;

/** A part of a setup or of the drawer: a class, and what is different about this one. */
export interface Part {
  readonly id: PartId;
  readonly class: ClassId;
  readonly name?: string;
  readonly knobs?: Readonly<Record<string, number>>;
  /** Own values in place of the class's, by the same names and units. */
  readonly values?: Readonly<Record<string, number>>;
  /** The day on which an own value was measured, by its name. */
  readonly measured?: Readonly<Record<string, string>>;
  /** How full its battery is at the start, 0 to 1; absent is full. */
  readonly charge?: number;
  /** Which mains outlet it is plugged into; absent means the one that all others share. */
  readonly outlet?: string;
  readonly was?: Was;
}

/** What was told of a part whose class this catalogue does not have, kept as it was. */
export interface Was {
  readonly class: string;
  /** The ports it had, by the hole that stands for each here. */
  readonly ports?: Readonly<Record<string, string>>;
  readonly knobs?: Readonly<Record<string, number>>;
  readonly values?: Readonly<Record<string, number>>;
  readonly measured?: Readonly<Record<string, string>>;
}

export interface PortRef {
  readonly part: PartId;
  readonly port: PortId;
}

export interface Joint {
  readonly id: JointId;
  readonly a: PortRef;
  readonly b: PortRef;
  /** How far the plug stands out, millimetres; 0 or absent is fully seated. */
  readonly outMm?: number;
  /** Resistance of each pair of contacts, where dirt makes it more than clean metal. */
  readonly contactOhm?: number;
  /** Contacts of the plug that touch nothing: a broken conductor, a bent spring. */
  readonly parted?: readonly string[];
  /** Contacts of the plug that are joined by what should not be there. */
  readonly bridged?: readonly (readonly [string, string])[];
}

/** A source heard by a microphone. */
export interface Placement {
  readonly source: string;
  readonly part: PartId;
  readonly distanceM: number;
}

export interface Setup {
  readonly format: 'symplex.setup';
  readonly version: number;
  readonly id: string;
  readonly name: string;
  readonly job: Job;
  readonly parts: readonly Part[];
  /** In the order of plugging. */
  readonly joints: readonly Joint[];
  readonly placements: readonly Placement[];
  /** For apps with a picker: which entry the person chose; 'newest' is the last thing plugged in. */
  readonly chosenInput: ChosenInput;
  readonly session?: Session;
  /** Batteries exchanged for full ones while it runs. */
  readonly swaps?: readonly { readonly part: PartId; readonly minute: number }[];
  /** Chargers and power banks that come only while it runs. */
  readonly arrivals?: readonly { readonly part: PartId; readonly minute: number }[];
}

export type ChosenInput = 'newest' | 'built-in' | { readonly part: PartId; readonly input: string };

/** What was done at the job's own device. What is not said is done as the careful do it: all plugged, then the app opened. */
export interface Session {
  /** The app was opened when only so many of the joints, in their order, were made. */
  readonly openedAfter?: number;
  /** What the device was told when it asked what was plugged in; absent is the truth. */
  readonly answer?: 'headset' | 'headphones';
  /** The app was not allowed to hear. */
  readonly permission?: 'refused';
  /** The device does not change its input by itself when something is plugged in. */
  readonly automatic?: 'off';
  /** Noise processing of an app where it can be switched; absent is as the app begins. */
  readonly processing?: 'on' | 'off';
  /** The part that plays, in an app where that can be chosen. */
  readonly output?: string;
  /** The app could play what it records, and is set not to. */
  readonly monitoring?: 'off';
  /** In a studio app, the tracks and what each records; absent is a track for each channel, all armed. */
  readonly tracks?: readonly Track[];
}

/** One track of a studio app: input n of a part's m. */
export interface Track {
  readonly part: PartId;
  /** From 1, in the order of the part's channels. */
  readonly channel: number;
  readonly armed: boolean;
}

/** A part that is not used any more; its history stays. */
export interface RetiredPart extends Part {
  /** Day, as 2026-11-25. */
  readonly retiredOn: string;
}

/** A figure of a part as its owner measured it, or read it on the part, on a day. */
export interface OwnFigure {
  readonly part: PartId;
  /** The name of the figure, as in the part's `values`. */
  readonly figure: string;
  /** In the unit of the class. */
  readonly value: number;
  /** Day, as 2026-11-25. */
  readonly date: string;
}

export interface Drawer {
  readonly format: 'symplex.drawer';
  readonly version: number;
  readonly id: string;
  readonly name: string;
  readonly parts: readonly Part[];
  /** Parts that no chain is made of any more. */
  readonly retired?: readonly RetiredPart[];
  /** Own figures by the day, the present ones included; of one part, figure and day there is one. */
  readonly ownFigures?: readonly OwnFigure[];
  /** How it went with a class on a device class, as the owner found. */
  readonly outcomes?: readonly Outcome[];
  /** What things cost where the owner shops, by class: from and to. */
  readonly prices?: Readonly<Record<string, readonly [number, number]>>;
  /** What money is called there. */
  readonly currency?: string;
}

export interface Outcome {
  readonly class: string;
  readonly device: string;
  readonly worked: boolean;
  /** Day, as 2026-11-25. */
  readonly date: string;
}

/** One thing that was done and how it went: a fault found and mended, a use, a note. */
export interface Entry {
  readonly format: 'symplex.entry';
  readonly version: number;
  readonly id: string;
  /** In a line what it was. */
  readonly name: string;
  /** Local time, as 2026-11-25T18:30. */
  readonly at: string;
  readonly did: EntryKind;
  /** The setup that it was with, as it was called then; it may be gone. */
  readonly setup?: { readonly id: string; readonly name: string };
  readonly place?: string;
  /** What took part: classes, and what their owner calls them. */
  readonly parts?: readonly { readonly class: string; readonly name: string }[];
  /** The device class, and the class of the app on it. */
  readonly device?: string;
  readonly app?: string;
  /** What was noticed, in words. */
  readonly noticed?: readonly string[];
  /** What was the matter, and of which kind: by that it is counted. */
  readonly cause?: { readonly text: string; readonly kind?: string; readonly class?: string | null };
  /** What put it right, or was tried. */
  readonly act?: string;
  /** Seconds from the first notice. */
  readonly seconds?: number;
  readonly went?: 'well' | 'badly';
  readonly note?: string;
}

export type EntryKind = 'fixed' | 'tried' | 'used' | 'note';

export interface Bundle {
  readonly format: 'symplex.bundle';
  readonly version: number;
  readonly setups: readonly Setup[];
  readonly jobs: readonly Job[];
  readonly drawers: readonly Drawer[];
  /** What was done and how it went; absent in what was written before there was a log. */
  readonly entries?: readonly Entry[];
}

export type Document = Setup | Job | Drawer | Entry | Bundle;

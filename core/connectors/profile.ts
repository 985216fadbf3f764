/**
 * Shapes along the axis of a concentric plug, in millimetres from its tip when fully seated.
 * Plug figures: IEC 60603-11 and, for the four-pole, JEITA RC-5325A, both from memory, about +-0.3 mm.
 */

/** A conductor of a plug, from one insulating ring to the next. */
export interface Segment {
  readonly contact: string;
  readonly fromMm: number;
  readonly toMm: number;
}

/** What a socket touches the plug with: a short spring, or a bushing that covers a length. */
export interface Spring {
  readonly contact: string;
  readonly fromMm: number;
  readonly toMm: number;
}

export interface PlugProfile {
  readonly diameterMm: number;
  /** A screw-lock sleeve holds it; a plain plug goes in as well and is not held. */
  readonly locks?: boolean;
  readonly segments: readonly Segment[];
}

export interface SocketProfile {
  readonly diameterMm: number;
  readonly locks?: boolean;
  readonly springs: readonly Spring[];
}

/** Half the length over which a spring touches; est, of our own. */
const HALF_FOOTPRINT_MM = 0.5;

const spring = (contact: string, atMm: number): Spring => ({
  contact,
  fromMm: atMm - HALF_FOOTPRINT_MM,
  toMm: atMm + HALF_FOOTPRINT_MM,
});
const segment = (contact: string, fromMm: number, toMm: number): Segment => ({ contact, fromMm, toMm });

export const PLUGS = {
  'plug-3.5-2': { diameterMm: 3.5, segments: [segment('tip', 0, 4.3), segment('sleeve', 5, 14)] },
  'plug-3.5-3': {
    diameterMm: 3.5,
    segments: [segment('tip', 0, 4.3), segment('ring1', 5, 7.2), segment('sleeve', 7.9, 14)],
  },
  'plug-3.5-3-lock': {
    diameterMm: 3.5,
    locks: true,
    segments: [segment('tip', 0, 4.3), segment('ring1', 5, 7.2), segment('sleeve', 7.9, 14)],
  },
  'plug-3.5-4': {
    diameterMm: 3.5,
    segments: [
      segment('tip', 0, 4.3),
      segment('ring1', 5, 7.2),
      segment('ring2', 7.9, 10.1),
      segment('sleeve', 10.8, 14),
    ],
  },
  'plug-6.35-2': { diameterMm: 6.35, segments: [segment('tip', 0, 9.7), segment('sleeve', 10.5, 30.5)] },
  'plug-6.35-3': {
    diameterMm: 6.35,
    segments: [segment('tip', 0, 9.7), segment('ring1', 10.5, 14.2), segment('sleeve', 15, 30.5)],
  },
} as const satisfies Record<string, PlugProfile>;

export const SOCKETS = {
  'socket-3.5-2': { diameterMm: 3.5, springs: [spring('tip', 2.5), { contact: 'sleeve', fromMm: 8.5, toMm: 13.5 }] },
  /** The usual three-pole socket: its ground is a long bushing, so the ring 2 and sleeve of a four-pole plug both reach it. */
  'socket-3.5-3': {
    diameterMm: 3.5,
    springs: [spring('tip', 2.5), spring('ring1', 6.1), { contact: 'sleeve', fromMm: 8.5, toMm: 13.5 }],
  },
  'socket-3.5-3-lock': {
    diameterMm: 3.5,
    locks: true,
    springs: [spring('tip', 2.5), spring('ring1', 6.1), { contact: 'sleeve', fromMm: 8.5, toMm: 13.5 }],
  },
  /** With a short ground spring far in: a four-pole headset loses its ground here and plays left minus right. */
  'socket-3.5-3-short': {
    diameterMm: 3.5,
    springs: [spring('tip', 2.5), spring('ring1', 6.1), spring('sleeve', 12.4)],
  },
  'socket-3.5-4': {
    diameterMm: 3.5,
    springs: [spring('tip', 2.5), spring('ring1', 6.1), spring('ring2', 9), spring('sleeve', 12.4)],
  },
  'socket-6.35-2': { diameterMm: 6.35, springs: [spring('tip', 5.5), spring('sleeve', 26)] },
  'socket-6.35-3': { diameterMm: 6.35, springs: [spring('tip', 5.5), spring('ring1', 12.4), spring('sleeve', 26)] },
} as const satisfies Record<string, SocketProfile>;

export type PlugKind = keyof typeof PLUGS;
export type SocketKind = keyof typeof SOCKETS;

/**
 * Connectors whose shell lets them in one way only: contact meets contact of the same name.
 * XLR: IEC 61076-2-103 and AES14 (1 screen, 2 hot, 3 cold). USB type-C audio contacts as in annex A of the USB type-C
 * specification (from memory). The 8-contact port's five working lines are named by what they do; est.
 */
export interface KeyedFamily {
  readonly label: string;
  readonly contacts: readonly string[];
  /** How far a case may hold the plug out before it no longer connects; est. */
  readonly toleranceMm: number;
}

const USB2 = ['vbus', 'dm', 'dp', 'gnd'] as const;

export const FAMILIES = {
  xlr3: { label: 'three-pin XLR', contacts: ['1', '2', '3'], toleranceMm: 3 },
  'mini-xlr3': { label: 'three-pin mini-XLR', contacts: ['1', '2', '3'], toleranceMm: 1.5 },
  phono: { label: 'RCA (phono)', contacts: ['tip', 'sleeve'], toleranceMm: 1.5 },
  'usb-a': { label: 'USB-A', contacts: USB2, toleranceMm: 1.5 },
  'usb-b': { label: 'USB-B', contacts: USB2, toleranceMm: 1.5 },
  'usb-micro-b': { label: 'USB micro-B', contacts: USB2, toleranceMm: 0.8 },
  'usb-c': { label: 'USB-C', contacts: [...USB2, 'sbu1', 'sbu2'], toleranceMm: 0.8 },
  'eight-contact': { label: '8-contact', contacts: [...USB2, 'ident'], toleranceMm: 0.8 },
  /** Six contacts of a serial bus older than USB audio; which contact is which does not matter here. */
  'old-bus': { label: 'old-bus', contacts: USB2, toleranceMm: 1.5 },
  /** Of a part that is not known here: nothing is known of what goes in, so nothing does. */
  unknown: { label: 'unknown', contacts: [], toleranceMm: 0 },
  /** No metal: the contact stands for the signal that the link carries, against the reference. */
  radio: { label: 'radio', contacts: ['signal'], toleranceMm: Number.POSITIVE_INFINITY },
} as const satisfies Record<string, KeyedFamily>;

export type FamilyName = keyof typeof FAMILIES;

/** What was called otherwise in earlier catalogues. */
export interface Aliases {
  /** Classes and apps, by the name they had. */
  readonly parts: Readonly<Record<string, string>>;
  readonly apps: Readonly<Record<string, string>>;
  /** Ports and knobs, by class and the name they had: "lead-xlr a". */
  readonly ports: Readonly<Record<string, string>>;
  readonly knobs: Readonly<Record<string, KnobAlias>>;
  readonly values: readonly ValueAlias[];
}

/**
 * A value under another name in every class that has the new and not the old one; per another value where it now is told so.
 * Null where it is computed now, from what else is told.
 */
export interface ValueAlias {
  readonly from: string;
  readonly to: string | null;
  readonly per?: string;
}

/**
 * A knob under another name; null where there is none any more. What stood on it is moved by so many decibels where its
 * scale begins elsewhere now, and to the end of the new one where it would stand beyond.
 */
export interface KnobAlias {
  readonly to: string | null;
  readonly addDb?: number;
}

// The gain of a phone, of a small adapter, of a USB microphone is fixed: no hand finds it.
const FIXED_GAIN = [
  'phone-headset',
  'phone-headset-old',
  'phone-usb-c-analogue',
  'usbc-headset-active',
  'usbc-headset-charging',
  'usba-headset',
  '8c-headset-licensed',
  '8c-headset-unlicensed',
  'hub-phones',
  'usb-mic-small',
  'lapel-usb-c',
  'headset-usb-c',
];
// The scale of a computer's input began 30.2 dB lower, that of the camera 18 dB.
const COMPUTERS = ['laptop-headset', 'laptop-two-holes', 'laptop-usb-c', 'desktop-holes'];

export const ALIASES: Aliases = {
  parts: {},
  apps: {},
  ports: {},
  knobs: {
    ...Object.fromEntries(FIXED_GAIN.map((c) => [`${c} gain`, { to: null }])),
    ...Object.fromEntries(COMPUTERS.map((c) => [`${c} gain`, { to: 'volume', addDb: 30.2 }])),
    'camera gain': { to: 'micGain', addDb: 18 },
  },
  values: [
    { from: 'batteryHours', to: null },
    // Conductors and capacitance of a cable were told for the whole length; they are told by the metre.
    { from: 'wireOhm', to: 'ohmPerM', per: 'lengthM' },
    { from: 'cableF', to: 'faradPerM', per: 'lengthM' },
    // Stood in some classes and were used by nothing.
    { from: 'wireOhm', to: null },
    { from: 'senseMinOhm', to: null },
    { from: 'senseMaxOhm', to: null },
    { from: 'linePadDb', to: null },
  ],
};

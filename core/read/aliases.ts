/** What was called otherwise in earlier catalogues. */
export interface Aliases {
  /** Classes and apps, by the name they had. */
  readonly parts: Readonly<Record<string, string>>;
  readonly apps: Readonly<Record<string, string>>;
  /** Ports and knobs, by class and the name they had: "lead-xlr a". */
  readonly ports: Readonly<Record<string, string>>;
  readonly knobs: Readonly<Record<string, string>>;
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

export const ALIASES: Aliases = {
  parts: {},
  apps: {},
  ports: {},
  knobs: {},
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

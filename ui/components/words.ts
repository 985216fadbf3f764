import { catalogue } from '@/catalogue';
import { capital, lower, metresText } from '@/core/format';
import type { GateName } from '@/core/gates';
import type { Absence } from '@/core/host';
import {
  type AppClass,
  appIn,
  appsOf,
  classIn,
  type Destination,
  ownLength,
  type Part,
  type PartClass,
  runsOn,
  type Setup,
} from '@/core/model';

export const gateTitle = (gate: GateName): string => capital(gate);

export const classOf = (part: Part): PartClass => classIn(catalogue, part.class);
export const partName = (part: Part): string =>
  part.name ?? `${classOf(part).name}${part.was ? ` (${part.was.class})` : ''}`;
/** A length of its own, as it is asked for at a counter; none where it is the usual one. */
export function ownLengthText(part: Part): string | null {
  const own = ownLength(part, classOf(part));
  return own === null ? null : metresText(own);
}
/** The name of a part of a setup; reports can be older than the setup, and name what is gone. */
export function nameIn(setup: Setup, id: string): string {
  const part = setup.parts.find((p) => p.id === id);
  return part ? partName(part) : 'a part that is gone';
}
export const appOf = (id: string): AppClass => appIn(catalogue, id);
/** The apps that there are on a device; what is chosen now is always among them. */
export const offeredApps = ({ device, app: now }: Pick<Destination, 'device' | 'app'>): readonly AppClass[] => {
  const known = appsOf(catalogue).filter((a) => runsOn(a, classIn(catalogue, device)));
  return known.some((a) => a.id === now) ? known : [appOf(now), ...known];
};
/** Takes nothing on a phone or tablet but what calls itself a headset. */
export const headsetOnly = (app: AppClass): boolean => app.accepts.every((i) => i === 'headset');
export { lower };

/** What carrying out a fix comes to: figures, gates, money; nothing to buy only of what is owned. */
export const outcomeText = (
  mend: {
    readonly account?: string;
    readonly leaves: readonly GateName[];
    readonly buys: boolean;
    readonly cost: number;
  },
  money: (x: number) => string,
): string =>
  [
    ...(mend.account ? [mend.account] : []),
    mend.leaves.length === 0 ? 'then all gates pass' : `leaves ${mend.leaves.map((g) => gateTitle(g)).join(', ')}`,
    mend.buys ? `to buy, about ${money(mend.cost)}` : 'nothing to buy',
  ].join(' · ');

/** Why an input is not on the list, or is there but not taken. */
export const ABSENCES: Readonly<Record<Absence, string>> = {
  'not-plugged': 'nothing plugged in',
  short: 'shorted',
  button: 'resistance too low',
  open: 'leads nowhere',
  'no-headphones': 'no headphones seen',
  'no-digital-path': 'no digital connection',
  unpowered: 'no power',
  unlicensed: 'refused: not certified',
  'charge-only': 'power only, no data',
  'no-identity': 'no identity chip on the way',
  'data-apart': 'a data contact makes no contact',
  'other-bus': 'an older bus, not USB',
  'needs-driver': 'needs a driver',
  'bus-full': 'the bus carries no more',
  'one-interface-only': 'another interface is in use',
  'told-headphones': 'it was told that these are headphones',
  'app-refuses': 'the app does not take it',
  'not-allowed': 'the app may not hear',
  'plugged-late': 'plugged after the app was opened',
  'automatic-off': 'the device does not change over by itself',
  'not-chosen': 'not chosen',
};

/** The first id of a stem that is not taken: stem-2, stem-3 and so on. */
export function freeId(stem: string, taken: ReadonlySet<string>): string {
  let n = 2;
  const short = stem.slice(0, 56);
  while (taken.has(`${short}-${n}`)) n += 1;
  return `${short}-${n}`;
}

/** The day it is where the person is, as calendars write it in files: 2026-11-27. */
export const today = (now = new Date()): string =>
  [now.getFullYear(), now.getMonth() + 1, now.getDate()]
    .map((n, i) => String(n).padStart(i === 0 ? 4 : 2, '0'))
    .join('-');

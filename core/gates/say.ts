import type { Compiled } from '../compile';
import { connectorNamed, describeConnector } from '../connectors';
import { partName, type Role } from '../model';

/** The name a person knows a part by. */
export function nameOf(compiled: Compiled, part: string): string {
  return partName(compiled.setup, compiled.catalogue, part);
}

/** "joint 3": numbered in the order of plugging. */
export function jointLabel(compiled: Compiled, joint: string): string {
  return `connection ${compiled.setup.joints.findIndex((j) => j.id === joint) + 1}`;
}

/** "joint 3, Straight lead into Headset adapter": always plug into socket. */
export function jointSentence(compiled: Compiled, id: string): string {
  const joint = compiled.joints.find((j) => j.joint.id === id)!;
  const bIsPlug = joint.mating.fits && joint.mating.plugIs === 'b';
  const [from, to] = bIsPlug ? [joint.b, joint.a] : [joint.a, joint.b];
  return `${jointLabel(compiled, id)}, ${nameOf(compiled, from.part.id)} into ${nameOf(compiled, to.part.id)}`;
}

export const connectorText = (connector: string): string => describeConnector(connectorNamed(connector)!);

/** Ohms in the words of a meter: 0.09 ohm, 1.0 kohm, open. */
export function ohmText(ohm: number): string {
  if (!Number.isFinite(ohm) || ohm > 5e7) return 'open';
  if (ohm >= 1e6) return `${(ohm / 1e6).toFixed(1)} MΩ`;
  if (ohm >= 1000) return `${(ohm / 1000).toFixed(ohm < 1e5 ? 1 : 0)} kΩ`;
  return `${ohm < 10 ? ohm.toFixed(2) : ohm.toFixed(0)} Ω`;
}

/** Volts to a hundredth, without a sign on nothing. */
export const voltText = (volt: number): string =>
  `${(Math.abs(volt) < 0.005 ? 0 : volt).toFixed(2)} V`.replace('-', '−');

export const dbText = (db: number): string => `${db > 0 ? '+' : ''}${db.toFixed(0)} dB`.replace('-', '−');

export function minutesText(minutes: number): string {
  if (!Number.isFinite(minutes)) return 'as long as it is charged';
  const m = Math.round(minutes);
  return m < 120 ? `${m} min` : `${Math.floor(m / 60)} h ${String(m % 60).padStart(2, '0')}`;
}

const CONTACT_WORDS: Readonly<Record<string, string>> = { ring1: 'ring 1', ring2: 'ring 2' };
export const contactText = (contact: string): string =>
  CONTACT_WORDS[contact] ?? (/^\d$/.test(contact) ? `pin ${contact}` : contact);

const ROLE_WORDS: Readonly<Record<Role, string>> = {
  left: 'left',
  right: 'right',
  mono: 'signal',
  mic: 'microphone',
  ground: 'ground',
  hot: 'hot',
  cold: 'cold',
  screen: 'screen',
  bias: 'bias',
  data: 'data',
  power: 'power',
  none: 'unused',
};
export const roleText = (role: Role | null): string => (role ? ROLE_WORDS[role] : 'no use');

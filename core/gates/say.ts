import { memo, memoBy } from '../algorithms';
import type { Compiled } from '../compile';
import { describeConnector, mustConnector } from '../connectors';
import { type JointId, type PartId, partName, type Role } from '../model';

/** The name a person knows a part by. */
export function nameOf(compiled: Compiled, part: PartId): string {
  return namesIn(compiled)(part);
}

const namesIn = memo(({ setup, catalogue }: Compiled) =>
  memoBy(
    (part: PartId) => part,
    (part) => partName(setup, catalogue, part),
  ),
);

/** Connections are numbered in the order of plugging, from 1; null of none. */
export const jointNumber = (compiled: Compiled, joint: JointId | null | undefined): number | null =>
  joint === null || joint === undefined ? null : compiled.setup.joints.findIndex((j) => j.id === joint) + 1;

/** "connection 3, Straight cable into Headset adapter": always plug into socket; null of none. */
export function placeOf(compiled: Compiled, id: string | null | undefined): string | null {
  if (id === null || id === undefined) return null;
  const joint = compiled.joints.find((j) => j.joint.id === id)!;
  const bIsPlug = joint.mating.fits && joint.mating.plugIs === 'b';
  const [from, to] = bIsPlug ? [joint.b, joint.a] : [joint.a, joint.b];
  return `connection ${jointNumber(compiled, id)}, ${nameOf(compiled, from.part.id)} into ${nameOf(compiled, to.part.id)}`;
}

export const connectorText = (connector: string): string => describeConnector(mustConnector(connector));

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

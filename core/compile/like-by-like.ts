import { contactsOf, type Mating, mustConnector, type Touch } from '../connectors';
import type { PortSpec, Role } from '../model';

type Kind = 'earth' | 'cold' | 'right' | 'signal' | 'bias' | 'data' | 'power' | null;

/** What a contact of a role would have to meet, and how well it goes with another role: 0 is its very like. */
const KINDS: Readonly<Record<Role, Kind>> = {
  ground: 'earth',
  screen: 'earth',
  cold: 'cold',
  right: 'right',
  left: 'signal',
  mono: 'signal',
  mic: 'signal',
  hot: 'signal',
  bias: 'bias',
  data: 'data',
  power: 'power',
  none: null,
};

/**
 * A joint as it would be if every contact met its like, whatever the plug: for asking whether the joint is to blame for
 * what does not get through. A microphone contact that finds none of its own takes another signal.
 */
export function likeByLike(a: PortSpec, b: PortSpec): Mating {
  const contacts = (port: PortSpec) => contactsOf(mustConnector(port.connector));
  const kindAt = (port: PortSpec, contact: string): Kind => KINDS[port.roles?.[contact] ?? 'none'];
  const roleAt = (port: PortSpec, contact: string) => port.roles?.[contact] ?? 'none';
  const hasMic = contacts(b).some((c) => roleAt(b, c) === 'mic');
  const touches: Touch[] = [];
  for (const socket of contacts(b)) {
    const kind = kindAt(b, socket);
    if (kind === null) continue;
    const same = contacts(a).filter((p) => roleAt(a, p) === roleAt(b, socket));
    // A socket that tells its microphone from its sides takes nothing else on these.
    if (same.length === 0 && hasMic && (kind === 'signal' || kind === 'right') && roleAt(b, socket) !== 'mic') continue;
    const like = same.length > 0 ? same : contacts(a).filter((p) => kindAt(a, p) === kind);
    // Where left and right are told apart on one side only, both go to the one signal.
    const any = like.length > 0 || kind !== 'right' ? like : contacts(a).filter((p) => roleAt(a, p) === 'mono');
    const chosen = kind === 'data' || kind === 'power' ? any.filter((p) => p === socket) : any;
    for (const plug of chosen) touches.push({ plug, socket });
  }
  return { fits: true, plugIs: 'a', touches, bridges: [], outMm: 0 };
}

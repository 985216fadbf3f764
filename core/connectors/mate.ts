import { type Connector, describeConnector } from './connector';
import { FAMILIES } from './keyed';

/** One conductor of the plug resting against one contact of the socket. */
export interface Touch {
  readonly plug: string;
  readonly socket: string;
}

export type Mating =
  | {
      readonly fits: true;
      /** Which side is the plug. */
      readonly plugIs: 'a' | 'b';
      readonly touches: readonly Touch[];
      /** Socket contacts that lie on more than one conductor of the plug at once. */
      readonly bridges: readonly { readonly socket: string; readonly plug: readonly string[] }[];
      readonly outMm: number;
    }
  | { readonly fits: false; readonly reason: string };

/**
 * Put two connectors together, the plug held out by `outMm` (0 is fully seated).
 * Concentric ones are decided by geometry alone: with the plug out by d, what stands at p in the socket meets p - d on the plug.
 * @param outMm millimetres, 0 or more.
 * @returns the contacts that touch, or why the two do not go together.
 * @example
 * const mating = mate(connectorNamed('plug-3.5-3')!, connectorNamed('socket-3.5-4')!, 0);
 * if (mating.fits) mating.touches; // the sleeve lies on two contacts
 */
export function mate(a: Connector, b: Connector, outMm: number): Mating {
  if (a.form === 'keyed' && b.form === 'keyed') {
    if (a.family !== b.family) return no(a, b);
    if (a.gender === b.gender) return no(a, b, a.gender === 'plug' ? 'both are plugs' : 'both are sockets');
    const family = FAMILIES[a.family];
    const touches = outMm <= family.toleranceMm ? family.contacts.map((c) => ({ plug: c, socket: c })) : [];
    return { fits: true, plugIs: a.gender === 'plug' ? 'a' : 'b', touches, bridges: [], outMm };
  }
  if (a.form === 'keyed' || b.form === 'keyed') return no(a, b);
  if (a.form === b.form) return no(a, b, a.form === 'concentric-plug' ? 'both are plugs' : 'both are sockets');
  const plugIs = a.form === 'concentric-plug' ? 'a' : 'b';
  const plug = a.form === 'concentric-plug' ? a.profile : b.form === 'concentric-plug' ? b.profile : null;
  const socket = a.form === 'concentric-socket' ? a.profile : b.form === 'concentric-socket' ? b.profile : null;
  if (!plug || !socket) throw new Error('one is a plug and the other a socket');
  if (plug.diameterMm !== socket.diameterMm) return no(a, b);
  const touches = socket.springs.flatMap((spring) =>
    plug.segments
      .filter((s) => s.fromMm < spring.toMm - outMm && s.toMm > spring.fromMm - outMm)
      .map((s) => ({ plug: s.contact, socket: spring.contact })),
  );
  const bridges = socket.springs
    .map((spring) => ({
      socket: spring.contact,
      plug: touches.filter((t) => t.socket === spring.contact).map((t) => t.plug),
    }))
    .filter((bridge) => bridge.plug.length > 1);
  return { fits: true, plugIs, touches, bridges, outMm };
}

/** What differs is said by what the two are called. */
const no = (a: Connector, b: Connector, why?: string): Mating => ({
  fits: false,
  reason: `${article(describeConnector(a))} does not go with ${article(describeConnector(b))}${why ? `, ${why}` : ''}.`,
});

const article = (words: string): string => `${/^(8|[aeio])/.test(words) ? 'an' : 'a'} ${words}`;

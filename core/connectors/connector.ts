import { FAMILIES, type FamilyName } from './keyed';
import { PLUGS, type PlugProfile, SOCKETS, type SocketProfile } from './profile';

/** A connector as a port names it: 'plug-3.5-4', 'socket-6.35-3', 'usb-c:plug', 'xlr3:socket'. */
export type Connector =
  | { readonly form: 'concentric-plug'; readonly name: string; readonly profile: PlugProfile }
  | { readonly form: 'concentric-socket'; readonly name: string; readonly profile: SocketProfile }
  | {
      readonly form: 'keyed';
      readonly name: string;
      readonly family: FamilyName;
      readonly gender: 'plug' | 'socket';
    };

export const CONNECTOR_NAMES: readonly string[] = [
  ...Object.keys(PLUGS),
  ...Object.keys(SOCKETS),
  ...Object.keys(FAMILIES).flatMap((f) => [`${f}:plug`, `${f}:socket`]),
];

const known = new Map<string, Connector>();

/** The connector of that name, or null. */
export function connectorNamed(name: string): Connector | null {
  const before = known.get(name);
  if (before !== undefined) return before;
  const connector = madeOf(name);
  // Only names that mean something are remembered: there are few of those.
  if (connector) known.set(name, connector);
  return connector;
}

/** The connector of a name that a checked class gives. @throws where there is none: a fault of the program, named */
export function mustConnector(name: string): Connector {
  const connector = connectorNamed(name);
  if (!connector) throw new Error(`there is no connector ${name}`);
  return connector;
}

function madeOf(name: string): Connector | null {
  if (Object.hasOwn(PLUGS, name)) {
    return { form: 'concentric-plug', name, profile: PLUGS[name as keyof typeof PLUGS] };
  }
  if (Object.hasOwn(SOCKETS, name)) {
    return { form: 'concentric-socket', name, profile: SOCKETS[name as keyof typeof SOCKETS] };
  }
  const [family = '', gender] = name.split(':');
  if (Object.hasOwn(FAMILIES, family) && (gender === 'plug' || gender === 'socket')) {
    return { form: 'keyed', name, family: family as FamilyName, gender };
  }
  return null;
}

/** The contacts of a connector, tip first. */
export function contactsOf(connector: Connector): readonly string[] {
  switch (connector.form) {
    case 'concentric-plug':
      return connector.profile.segments.map((s) => s.contact);
    case 'concentric-socket':
      return connector.profile.springs.map((s) => s.contact);
    case 'keyed':
      return FAMILIES[connector.family].contacts;
  }
}

/** TS, TRS or TRRS, by the contacts of a concentric plug or socket; another connector has no such name. */
export const concentricName = (connector: Connector): string =>
  connector.form === 'keyed' ? '' : (['', '', 'TS', 'TRS', 'TRRS'][contactsOf(connector).length] ?? '');

/** Short words for a connector: "3.5 mm TRS plug". */
export function describeConnector(connector: Connector): string {
  const contacts = concentricName(connector);
  switch (connector.form) {
    case 'concentric-plug':
      return `${lock(connector.profile)}${connector.profile.diameterMm} mm ${contacts} plug`;
    case 'concentric-socket':
      return `${lock(connector.profile)}${connector.profile.diameterMm} mm ${contacts} socket`;
    case 'keyed':
      if (connector.family === 'radio') return 'radio link';
      return `${FAMILIES[connector.family].label} ${connector.gender}`;
  }
}

const lock = (profile: { readonly locks?: boolean }): string => (profile.locks ? 'screw-lock ' : '');

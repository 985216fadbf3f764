import { hostname, networkInterfaces } from 'node:os';
import type { Options } from './options';

/** Addresses of this machine in the local network, IPv4 first. */
export function lanAddresses(): readonly string[] {
  return Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .filter((a) => !a.internal && !(a.family === 'IPv6' && a.address.startsWith('fe80')))
    .sort((a, b) => (a.family === b.family ? 0 : a.family === 'IPv4' ? -1 : 1))
    .map((a) => a.address);
}

/** Names by which this machine is called: its own, and with .local as many networks say it. */
const ownNames = (): readonly string[] => {
  const [first = ''] = hostname().toLowerCase().split('.');
  return first === '' ? [] : [first, `${first}.local`];
};

/** Names under which the server answers: any other could be a page elsewhere that had its name point here. */
export const hostsAllowed = ({ lan, names }: Pick<Options, 'lan' | 'names'>): ReadonlySet<string> =>
  new Set([
    'localhost',
    '127.0.0.1',
    '::1',
    ...names.map((n) => n.toLowerCase()),
    ...(lan ? [...lanAddresses(), ...ownNames()] : []),
  ]);

/** Does a Host header name one of them? Ports do not matter. */
export function isAllowedHost(host: string | undefined, allowed: ReadonlySet<string>): boolean {
  if (host === undefined || !URL.canParse(`http://${host}`)) return false;
  const { hostname: name } = new URL(`http://${host}`);
  return allowed.has(name.replace(/^\[|\]$/g, ''));
}

/** What a certificate is made out to. */
export const certifiedNames = ({ names }: Pick<Options, 'names'>) => ({
  dns: ['localhost', ...ownNames(), ...names],
  ip: ['127.0.0.1', '::1', ...lanAddresses()],
});

import type { Server } from './use-server';

/** Is this page open at an address that leads nowhere from another machine? */
export const isOnlyHere = (server: Server | null | undefined): boolean =>
  !server?.lan &&
  typeof window !== 'undefined' &&
  ['localhost', '127.0.0.1', '[::1]'].includes(window.location.hostname);

/** Says so beside a code that a phone could not open, and what to do about it. */
export const OnlyHere = () => (
  <p className="mt-3 rounded-lg bg-caution-wash p-2">
    This page is open at {window.location.host}, which only this machine can reach. For a phone start{' '}
    <code className="font-mono">npm run demo -- --lan</code>.
  </p>
);

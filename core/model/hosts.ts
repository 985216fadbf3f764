import { appsOf, runsOn } from './abilities';
import type { Catalogue } from './catalogue';
import { type Destination, type Job, type Part, type Setup, UNKNOWN, UNKNOWN_APP, UNKNOWN_DEVICE } from './documents';
import { appIn, classIn } from './lookups';

/** A device that records, and the app on it. */
export interface Host {
  readonly part: Part;
  readonly app: string;
  /** As the job names it. */
  readonly told: Destination;
}

/**
 * The devices of a setup: the job's own first, then its further destinations, each the first part of its class that is
 * not taken yet.
 * @returns null when the devices among the parts are not just those that the job names.
 */
export function hostsOf(setup: Setup, catalogue: Catalogue): readonly Host[] | null {
  let left = setup.parts.filter((p) => catalogue.parts.get(p.class)?.host);
  const hosts: Host[] = [];
  for (const { device, app, was, callers } of [setup.job, ...(setup.job.also ?? [])]) {
    const alike = left.filter((p) => p.class === device);
    // Two that are not known here are told apart by what they were.
    const part = alike.find((p) => p.was?.class === was?.device) ?? alike[0];
    if (!part) return null;
    hosts.push({ part, app, told: { device, app, ...(was ? { was } : {}), ...(callers ? { callers } : {}) } });
    left = left.filter((p) => p !== part);
  }
  return left.length === 0 ? hosts : null;
}

/** The devices of a checked setup. @throws where they are not those that the job names */
export function mustHosts(setup: Setup, catalogue: Catalogue): readonly Host[] {
  const hosts = hostsOf(setup, catalogue);
  if (!hosts) throw new Error('the devices are not those that the job names');
  return hosts;
}

/** The same job, or further destination, on another device. */
export const onDevice = <D extends Destination>(d: D, device: string): D => ({ ...known(d, 'device'), device });

/** The same on another device, in the first app that does the same work where that device has no such app. */
export function movedTo<D extends Destination>(d: D, device: string, catalogue: Catalogue): D {
  const there = classIn(catalogue, device);
  const moved = onDevice(d, device);
  const app = appIn(catalogue, d.app);
  if (runsOn(app, there)) return moved;
  const others = appsOf(catalogue).filter((a) => runsOn(a, there));
  const next = others.find((a) => a.work === app.work) ?? others[0];
  return next ? inApp(moved, next.id) : moved;
}

/** The same in another app. */
export const inApp = <D extends Destination>(d: D, app: string): D => ({ ...known(d, 'app'), app });

/** Without what one of the two was called while it was not known. */
function known<D extends Destination>({ was, ...d }: D, which: 'device' | 'app'): D {
  const { [which]: _, ...rest } = was ?? {};
  return { ...d, ...(Object.keys(rest).length > 0 ? { was: rest } : {}) } as D;
}

/** What of a job is not known here or is nowhere to be had, so that no chain can be found for it; null where all is. */
export function notKnownIn(job: Job, catalogue: Catalogue): string | null {
  const told = (was: string | undefined) => (was === undefined ? '' : ` "${was}"`);
  for (const { device, app, was } of [job, ...(job.also ?? [])]) {
    if (device === UNKNOWN_DEVICE) return `The device${told(was?.device)} is not known here: choose one that is.`;
    if (app === UNKNOWN_APP) return `The app${told(was?.app)} is not known here: choose one that is.`;
    const [running, there] = [appIn(catalogue, app), classIn(catalogue, device)];
    if (!runsOn(running, there)) return `There is no ${running.name} on this device: choose another app.`;
  }
  const source = job.sources.find((s) => s.from === UNKNOWN);
  return source ? `What ${source.name} comes out of,${told(source.was)}, is not known here: leave it out.` : null;
}

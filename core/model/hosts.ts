import type { Part, Setup } from './documents';
import type { Catalogue } from './part-class';

/** A device that records, and the app on it. */
export interface Host {
  readonly part: Part;
  readonly app: string;
}

/**
 * The devices of a setup: the job's own first, then its further destinations, each the first part of its class that is
 * not taken yet.
 * @returns null when the devices among the parts are not just those that the job names.
 */
export function hostsOf(setup: Setup, catalogue: Catalogue): readonly Host[] | null {
  let left = setup.parts.filter((p) => catalogue.parts.get(p.class)?.host);
  const hosts: Host[] = [];
  for (const { device, app } of [setup.job, ...(setup.job.also ?? [])]) {
    const part = left.find((p) => p.class === device);
    if (!part) return null;
    hosts.push({ part, app });
    left = left.filter((p) => p !== part);
  }
  return left.length === 0 ? hosts : null;
}

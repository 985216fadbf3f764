import type { Destination, Entry, Setup } from '../model';

/** How it went the last time with an app on a device. */
export interface LastTime {
  readonly entry: Entry;
  /** The setup of then, where it is still there. */
  readonly setup: Setup | null;
}

/**
 * The last time that something went well with this app on this device; where it never did, the last time that it did not.
 * What was kept before entries told their app goes by the setup, if it is still there and still for that app.
 */
export function lastTimeWith(
  entries: readonly Entry[],
  setups: readonly Setup[],
  { device, app }: Destination,
): LastTime | null {
  const of = entries.flatMap((entry): readonly LastTime[] => {
    if (entry.did !== 'used' || entry.went === undefined || entry.device !== device) return [];
    const setup = setups.find((s) => s.id === entry.setup?.id) ?? null;
    return (entry.app ?? setup?.job.app) === app ? [{ entry, setup }] : [];
  });
  const latest = (those: readonly LastTime[]) =>
    those.reduce<LastTime | null>((best, t) => (best && best.entry.at >= t.entry.at ? best : t), null);
  return latest(of.filter((t) => t.entry.went === 'well')) ?? latest(of);
}

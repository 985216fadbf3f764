/** Requests in a row that one address may make, and how many more each second. */
const BURST = Number(process.env['SYMPLEX_BURST'] ?? 60);
const PER_SECOND = Number(process.env['SYMPLEX_RATE'] ?? 10);
/** Addresses that are remembered; of more, those that were quiet longest are forgotten. */
const MOST_ADDRESSES = 10_000;

interface Bucket {
  left: number;
  at: number;
}
const here = globalThis as typeof globalThis & { symplexBuckets?: Map<string, Bucket> };

/** Take one from an address's bucket. @returns seconds to wait where it is empty, else null */
export function waitOf(address: string, nowMs = Date.now()): number | null {
  here.symplexBuckets ??= new Map();
  const buckets = here.symplexBuckets;
  const old = buckets.get(address) ?? { left: BURST, at: nowMs };
  // A clock that is set back takes nothing away.
  const since = Math.max(0, nowMs - old.at) / 1000;
  const left = Math.min(BURST, old.left + since * PER_SECOND);
  buckets.delete(address);
  buckets.set(address, { left: Math.max(0, left - 1), at: nowMs });
  if (buckets.size > MOST_ADDRESSES) {
    const [oldest] = buckets.keys();
    if (oldest !== undefined) buckets.delete(oldest);
  }
  return left >= 1 ? null : Math.max(1, Math.ceil((1 - left) / PER_SECOND));
}

import type { LiveReading } from './live';

/** Sides that differ by so much while somebody speaks: one of them is dead; est. */
const DEAD_DB = 25;
/** Correlations of what is one sound turned over, and of what is one sound; est. */
const OPPOSED = -0.9;
const ALIKE = 0.98;
/** A noise lies under it, a voice over it; est. */
const QUIET_DBFS = -50;

/** Whether anything but a noise comes in. */
export const isHeard = ({ channels }: LiveReading): boolean => channels.some((c) => c.heldDbfs > QUIET_DBFS);

export type Sides = 'one dead' | 'opposed' | 'alike' | 'different';

/** What the two sides are to each other; null where there is one, or hardly anything comes in. */
export function sidesOf(reading: LiveReading): Sides | null {
  const { balanceDb, correlation } = reading;
  if (balanceDb === null || !isHeard(reading)) return null;
  if (Math.abs(balanceDb) > DEAD_DB) return 'one dead';
  if (correlation === null) return 'different';
  return correlation < OPPOSED ? 'opposed' : correlation > ALIKE ? 'alike' : 'different';
}

/** Times that the input clipped since that was cleared. What clips on both sides clips once. */
export const clipsOf = ({ channels }: LiveReading): number => Math.max(0, ...channels.map((c) => c.clips));

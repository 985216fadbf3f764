import { figure } from '@/core/format';
import type { Status } from '@/core/gates';
import type { LiveReading } from '@/core/take';

export interface MeterWords {
  readonly status: Status;
  readonly words: string;
}

/** Sides that differ by so much while somebody speaks: one of them is dead. */
const DEAD_DB = 25;
/** Less is what two channels of one kind differ by. */
const ALIKE_DB = 1;
/** Nearer to full scale there is no headroom (EBU R 128). */
const HOT_DBFS = -1;
const QUIET_DBFS = -50;

export const isHeard = ({ channels }: LiveReading): boolean => channels.some((c) => c.heldDbfs > QUIET_DBFS);

/** What the sides do; null where there is one, or hardly anything comes in. */
export function sidesWords(reading: LiveReading): MeterWords | null {
  const { balanceDb, correlation } = reading;
  if (balanceDb === null || !isHeard(reading)) return null;
  const louder = balanceDb > 0 ? 'left' : 'right';
  const by = Math.abs(balanceDb);
  if (by > DEAD_DB) return { status: 'caution', words: `Only the ${louder} side is live.` };
  const unequal = by > ALIKE_DB ? `, the ${louder} ${figure(by)} dB louder` : '';
  if (correlation !== null && correlation < -0.9)
    return { status: 'caution', words: `Left and right are of opposite polarity${unequal}.` };
  if (correlation !== null && correlation > 0.98)
    return {
      status: 'pass',
      words: unequal ? `Both sides hold the same sound${unequal}.` : 'Both sides are the same.',
    };
  return { status: 'pass', words: `The sides differ${unequal}.` };
}

/** Whether it is too loud. What clips on both sides clips once. */
export function clippingWords({ channels }: LiveReading): MeterWords & { readonly clips: number } {
  const clips = Math.max(0, ...channels.map((c) => c.clips));
  const held = Math.max(...channels.map((c) => c.heldDbfs));
  if (clips > 0)
    return { status: 'fail', words: `Clipped ${clips === 1 ? 'once' : `${clips} times`}: turn down.`, clips };
  if (held > 0) return { status: 'fail', words: `${figure(held, 1)} dB beyond full scale: turn down.`, clips };
  if (held > HOT_DBFS)
    return { status: 'caution', words: `Peaks reach ${figure(held, 1)} dBFS, no headroom is left: turn down.`, clips };
  return { status: 'pass', words: 'no clipping', clips };
}

import { figure } from '@/core/format';
import type { Status } from '@/core/gates';
import { clipsOf, type LiveReading, sidesOf } from '@/core/take';

export interface MeterWords {
  readonly status: Status;
  readonly words: string;
}

/** Less is what two channels of one kind differ by. */
const ALIKE_DB = 1;
/** Nearer to full scale there is no headroom (EBU R 128). */
const HOT_DBFS = -1;

/** What the sides do; null where there is one, or hardly anything comes in. */
export function sidesWords(reading: LiveReading): MeterWords | null {
  const [sides, balanceDb] = [sidesOf(reading), reading.balanceDb ?? 0];
  const louder = balanceDb > 0 ? 'left' : 'right';
  const by = Math.abs(balanceDb);
  const unequal = by > ALIKE_DB ? `, the ${louder} ${figure(by)} dB louder` : '';
  switch (sides) {
    case null:
      return null;
    case 'one dead':
      return { status: 'caution', words: `Only the ${louder} side is live.` };
    case 'opposed':
      return { status: 'caution', words: `Left and right are of opposite polarity${unequal}.` };
    case 'alike':
      return {
        status: 'pass',
        words: unequal ? `Both sides hold the same sound${unequal}.` : 'Both sides are the same.',
      };
    case 'different':
      return { status: 'pass', words: `The sides differ${unequal}.` };
  }
}

/** Whether it is too loud. */
export function clippingWords(reading: LiveReading): MeterWords & { readonly clips: number } {
  const clips = clipsOf(reading);
  const held = Math.max(...reading.channels.map((c) => c.heldDbfs));
  if (clips > 0)
    return { status: 'fail', words: `Clipped ${clips === 1 ? 'once' : `${clips} times`}: turn down.`, clips };
  if (held > 0) return { status: 'fail', words: `${figure(held, 1)} dB beyond full scale: turn down.`, clips };
  if (held > HOT_DBFS)
    return { status: 'caution', words: `Peaks reach ${figure(held, 1)} dBFS, no headroom is left: turn down.`, clips };
  return { status: 'pass', words: 'no clipping', clips };
}

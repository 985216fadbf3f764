import type { liveMicrophone, Stilled, Walked } from '../take';
import type { HuntEvent } from './belief';
import type { NoticeId } from './notices';

type Heard = Extract<HuntEvent, { noticed: readonly NoticeId[] }>;

const NOTHING: Heard = { noticed: [], absent: [] };

/** A steady tone over this is heard beside a voice that fills the meter, dBFS; est. */
const HEARD_DBFS = -60;

/** What taps on one microphone and on the other tell a hunt. */
export function seenInTaps(live: ReturnType<typeof liveMicrophone>): Heard {
  switch (live) {
    case 'device':
      return { noticed: ['built-in'], absent: ['no-level'] };
    case 'nothing':
      return { noticed: ['no-level'], absent: [] };
    case 'outer':
      return { noticed: [], absent: ['built-in', 'no-level'] };
    case 'unclear':
      return NOTHING;
  }
}

/** What an input gives while nobody speaks; where somebody did, nothing is told. */
export function seenInStillness({ outcome, hum, whine }: Pick<Stilled, 'outcome' | 'hum' | 'whine'>): Heard {
  if (outcome === 'silent') return { noticed: ['no-level'], absent: [] };
  if (outcome === 'spoken') return NOTHING;
  const isHeard = (tone: { readonly dbfs: number } | null) => tone !== null && tone.dbfs > HEARD_DBFS;
  const tones: readonly NoticeId[] = [
    ...(isHeard(hum) ? (['hum'] as const) : []),
    ...(isHeard(whine) ? (['whine'] as const) : []),
  ];
  // What is loud and neither hums nor whines is noise.
  const noticed: readonly NoticeId[] = outcome === 'loud' && tones.length === 0 ? ['hiss'] : tones;
  return { noticed, absent: hum === null ? ['hum'] : [] };
}

/** What a walk tells: sound that dropped out. A voice that only fell, or was not heard, may have been the walker's. */
export const seenInWalk = ({ outcome, dropouts }: Pick<Walked, 'outcome' | 'dropouts'>): Heard =>
  outcome === 'dropped' && dropouts > 0 ? { noticed: ['crackle'], absent: ['no-level'] } : NOTHING;

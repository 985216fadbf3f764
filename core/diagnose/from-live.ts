import {
  clipsOf,
  type LiveReading,
  type liveMicrophone,
  type Sides,
  type Stilled,
  sidesOf,
  type Walked,
} from '../take';
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

/** What is so for less may be a pause, or the other of two voices; what was so is offered for as long afterwards. Seconds; est. */
const LASTS_S = 5;

/** Whether it is so now; null where that cannot be told, as in a pause. */
const NOW: readonly (readonly [NoticeId, (r: LiveReading) => boolean | null])[] = [
  ['distorted', (r) => clipsOf(r) > 0],
  ['one-side', (r) => isSide(sidesOf(r), 'one dead')],
  ['hollow', (r) => isSide(sidesOf(r), 'opposed')],
  ['no-level', (r) => r.channels.every((c) => c.heldDbfs === Number.NEGATIVE_INFINITY)],
];

const isSide = (sides: Sides | null, which: Sides): boolean | null => sides && sides === which;

/** Watches the meter of an input, reading after reading, for what stays ill: clips at once, the rest once it lasts. */
export class MeterWatch {
  private readonly since = new Map<NoticeId, number>();
  private readonly until = new Map<NoticeId, number>();

  /** @returns what a hunt could begin with by now. */
  push(reading: LiveReading): Heard {
    const { seconds } = reading;
    for (const [id, isSo] of NOW) {
      const so = isSo(reading);
      if (so === null) continue;
      if (!so) {
        this.since.delete(id);
        // A clip that was cleared is taken back.
        if (id === 'distorted') this.until.delete(id);
        continue;
      }
      const since = this.since.get(id) ?? seconds;
      this.since.set(id, since);
      if (id === 'distorted' || seconds - since >= LASTS_S) this.until.set(id, seconds + LASTS_S);
    }
    const noticed = NOW.map(([id]) => id).filter((id) => (this.until.get(id) ?? -1) >= seconds);
    return { noticed, absent: noticed.length > 0 && !noticed.includes('no-level') ? ['no-level'] : [] };
  }
}

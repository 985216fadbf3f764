import type { TakeFinding, TakeReport } from '../take';
import type { Edit } from './edits';
import { MOST_GAP_S } from './repair';

/** Below this lies no voice but the deepest; common practice. */
export const LOW_CUT_HZ = 75;
/** What goes out over the net is as loud as this; common practice. */
export const OUT_LUFS = -16;
/** Peaks stay under it (EBU R 128). */
export const MOST_DBTP = -1;
/** Noise goes down by so much: more is heard on the voice; est. */
export const LESS_NOISE_DB = 10;
/** Noise that is so far under the voice is left, decibels (A); est. */
const QUIET_DB = 45;
/** Talk that ranges further is ridden, LU; est. */
const WIDE_LU = 9;

/** What is to be put right, each left out where it is not asked for. */
export interface Repairs {
  readonly clicks?: boolean;
  readonly lowCutHz?: number;
  readonly hum?: boolean;
  readonly lessNoiseDb?: number;
  readonly ride?: boolean;
  readonly lufs?: number;
}

/**
 * Edits in the order in which none spoils the next: what breaks off first, since a filter smears it; loudness last, since all
 * else changes it.
 */
export function courseOf(
  { clicks, lowCutHz, hum, lessNoiseDb, ride, lufs }: Repairs,
  report: TakeReport,
): readonly Edit[] {
  const hz = humOf(report);
  return [
    ...(clicks ? [{ do: 'declick' } as const] : []),
    ...(lowCutHz === undefined ? [] : [{ do: 'low-cut', hz: lowCutHz } as const]),
    ...(hum && hz.length > 0 ? [{ do: 'notch', hz } as const] : []),
    ...(lessNoiseDb === undefined ? [] : [{ do: 'denoise', mostDb: lessNoiseDb } as const]),
    ...(ride ? [{ do: 'ride' } as const] : []),
    ...(lufs === undefined ? [] : [{ do: 'loudness', lufs, mostDbtp: MOST_DBTP } as const]),
  ];
}

/** Where mains were found in a take, hertz. */
export const humOf = ({ perChannel }: TakeReport): readonly number[] =>
  perChannel.flatMap((c) => c.hum?.harmonics.map((h) => h.hz) ?? []);

/** What lies below the voice, an offset too. */
const LOW: readonly TakeFinding['what'][] = ['pops', 'rumble', 'offset'];

/** What a take needs before it goes out, by what was measured of it: nothing that would not be better for it. */
export function repairsFor(report: TakeReport, lufs: number): Repairs {
  const { perChannel, loudness, findings } = report;
  const isShort = (d: { readonly lengthS: number }) => d.lengthS <= MOST_GAP_S;
  return {
    clicks: perChannel.some((c) => c.clicks.count > 0 || c.dropouts.marks.some(isShort)),
    ...(findings.some((f) => LOW.includes(f.what) && f.status !== 'pass') && { lowCutHz: LOW_CUT_HZ }),
    hum: true,
    ...(perChannel.some((c) => c.snrDbA !== null && c.snrDbA < QUIET_DB) && { lessNoiseDb: LESS_NOISE_DB }),
    ride: (loudness.rangeLu ?? 0) > WIDE_LU,
    lufs,
  };
}

/** Edits that suit any take: not a place of one, and not the pitch of one. */
export const forAny = (edits: readonly Edit[]): readonly Edit[] =>
  edits.filter((e) => e.do !== 'trim' && e.do !== 'pitch');

/** Edits that take something out, which can be listened to by itself. */
export const takesOut = ({ do: what }: Edit): boolean =>
  what === 'denoise' || what === 'declick' || what === 'notch' || what === 'low-cut';

/** What the last edit took out: the sound before it less the sound after it. */
export const takenOut = (before: readonly Float32Array[], after: readonly Float32Array[]): readonly Float32Array[] =>
  before.map((b, c) => b.map((v, i) => v - (after[c]?.[i] ?? 0)));

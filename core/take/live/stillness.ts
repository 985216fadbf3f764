import type { ChannelFigures } from '../reading';

/** What a measurement of stillness brought. */
export interface Stilled {
  readonly outcome: 'silent' | 'spoken' | 'loud' | 'still';
  /** A-weighted, of the noise of the loudest channel. */
  readonly dbfsA: number;
  readonly rmsDbfs: number;
  /** The loudest in any channel: hum may be on one side only, and not on the louder one. */
  readonly hum: ChannelFigures['hum'];
  readonly whine: ChannelFigures['whines'][number] | null;
  /** In which channel it is, from 0; null where there is one channel, or nothing to tell. */
  readonly humIn: number | null;
  readonly whineIn: number | null;
}

/** So far over its noise, what is loud is a voice; so loud, a still input is not quiet. Est. */
const [VOICE_DB, LOUD_DBFSA] = [12, -50];

/**
 * The noise of an input while nobody speaks; or that somebody did.
 * @param channels at least one
 */
export function stilled(channels: readonly ChannelFigures[]): Stilled {
  const most = <T>(of: (c: ChannelFigures) => T | null | undefined, size: (t: T) => number) =>
    channels
      .flatMap((c, i) => {
        const value = of(c) ?? null;
        return value === null ? [] : [{ value, i }];
      })
      .sort((a, b) => size(b.value) - size(a.value))[0];
  const hum = most(
    (c) => c.hum,
    (h) => h.dbfs,
  );
  const whine = most(
    (c) => c.whines[0],
    (w) => w.dbfs,
  );
  const place = (found: { readonly i: number } | undefined) => (found && channels.length > 1 ? found.i : null);
  const loudest = channels.reduce((a, b) => (b.rmsDbfs > a.rmsDbfs ? b : a));
  // Where nobody speaks, what is loud is the noise.
  const dbfsA = loudest.activeDbfsA ?? loudest.rmsDbfs;
  return {
    outcome: stillness(channels, loudest, dbfsA),
    dbfsA,
    rmsDbfs: loudest.rmsDbfs,
    hum: hum?.value ?? null,
    whine: whine?.value ?? null,
    humIn: place(hum),
    whineIn: place(whine),
  };
}

function stillness(channels: readonly ChannelFigures[], loudest: ChannelFigures, dbfsA: number): Stilled['outcome'] {
  if (!Number.isFinite(loudest.rmsDbfs)) return 'silent';
  const isSpoken = (c: ChannelFigures) =>
    c.noiseDbfsA !== null && c.activeDbfsA !== null && c.activeDbfsA - c.noiseDbfsA > VOICE_DB;
  if (channels.some(isSpoken)) return 'spoken';
  return dbfsA > LOUD_DBFSA ? 'loud' : 'still';
}

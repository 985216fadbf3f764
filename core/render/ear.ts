import type { Hearings } from '../call';
import { chance, normal } from './chance';
import { VOICE_RATE_HZ, voice } from './voice';

/** The loudest voice that is meant for this listener, dB below full scale: headroom for the peaks of speech. */
const LOUDEST_DBFS = -20;
/** What lies further down than this under the loudest is not put in: nobody hears it. */
const LEAST_DB = 80;

/** What one listener hears, each voice by itself for a while, and when each of them speaks. */
export interface EarSound {
  /** Samples at 48 kHz. */
  readonly samples: Float32Array;
  /** The voices in the order in which they speak, from second to second. */
  readonly turns: readonly { readonly from: string; readonly startS: number; readonly endS: number }[];
}

/**
 * What comes to one listener, as sound: every voice speaks in turn at the level it has there, with the noise that is there;
 * a listener who calls hears their own voice as in their head, and its echo behind it by as much as it takes and at its
 * level. Levels and delays are those of `whoHearsWhom`; how a telephone sounds is not imitated.
 * @param secondsEach for each voice, 2 or more
 * @returns no turns where nothing is heard there
 */
export function earOf({ heard, listeners, voices }: Hearings, to: string, secondsEach: number): EarSound {
  const here = heard.filter((h) => h.to === to && h.levelDb !== null && (h.want !== 'self' || h.echo !== null));
  const loudest = Math.max(...here.flatMap((h) => (h.want === 'self' ? [] : [h.levelDb!])));
  const top = Number.isFinite(loudest) ? loudest : Math.max(...here.map((h) => h.levelDb!));
  const frames = Math.round(secondsEach * VOICE_RATE_HZ);
  const samples = new Float32Array(frames * here.length);
  const gainOf = (db: number) => (db - top < -LEAST_DB ? 0 : 10 ** ((LOUDEST_DBFS + db - top) / 20));
  here.forEach((h, turn) => {
    const speech = voice(secondsEach, 1 + voices.findIndex((v) => v.id === h.from));
    const put = (gain: number, lateMs: number) => {
      const late = Math.round((lateMs / 1000) * VOICE_RATE_HZ);
      for (let i = late; i < frames; i++) samples[turn * frames + i] += gain * speech[i - late];
    };
    if (h.want === 'self') put(10 ** (LOUDEST_DBFS / 20), 0);
    put(gainOf(h.levelDb!), h.want === 'self' ? (h.delayMs ?? 0) : 0);
  });
  const noiseDb = listeners.find((l) => l.id === to)?.noiseDb ?? null;
  if (noiseDb !== null) {
    const next = normal(chance(7));
    const gain = gainOf(noiseDb);
    if (gain > 0) for (let i = 0; i < samples.length; i++) samples[i] += gain * next();
  }
  const turns = here.map((h, i) => ({ from: h.from, startS: i * secondsEach, endS: (i + 1) * secondsEach }));
  return { samples: samples.map((v) => Math.max(-1, Math.min(1 - 2 ** -23, v))), turns };
}

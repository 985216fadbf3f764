import { itemAt } from '../algorithms';
import { limited, lowCut, notched, resampled } from '../filter';
import { LoudnessMeter, TruePeakMeter } from '../take';
import { declicked, denoised, ridden } from './repair';

/** A short sound in memory. All channels are of one length. */
export interface Clip {
  readonly rateHz: number;
  readonly channels: readonly Float32Array[];
}

/** One thing done to a clip. A clip as edited is the first one with its edits done in order: a step back leaves out the last. */
export type Edit =
  | { readonly do: 'trim'; readonly fromS: number; readonly toS: number }
  /** Quiet beginning and end are cut off. */
  | { readonly do: 'trim-silence' }
  /** One side, from 0, onto both. */
  | { readonly do: 'both-sides'; readonly of: number }
  | { readonly do: 'polarity'; readonly of: number }
  | { readonly do: 'loudness'; readonly lufs: number; readonly mostDbtp: number }
  | { readonly do: 'notch'; readonly hz: readonly number[] }
  /** What lies below a frequency taken out: breath, wind, rumble. */
  | { readonly do: 'low-cut'; readonly hz: number }
  /** Steady noise turned down, by so much at most. */
  | { readonly do: 'denoise'; readonly mostDb: number }
  /** Clicks and the shortest dropouts made new from what stands beside them. */
  | { readonly do: 'declick' }
  /** Soft sentences come up, loud ones down. */
  | { readonly do: 'ride' }
  | { readonly do: 'fade'; readonly inS: number; readonly outS: number }
  | { readonly do: 'reverse' }
  /** Played faster or slower: hundredths of a semitone. */
  | { readonly do: 'pitch'; readonly cents: number }
  /** Comes in over one time and dies away by 60 dB over the other; 0 leaves it. */
  | { readonly do: 'envelope'; readonly attackS: number; readonly decayS: number };

/** Under the loudest this is silence, decibels; some of it is left so that no word is bitten off. */
const SILENT_DB = 45;
const STEP_S = 0.01;
const LEFT_S = 0.08;

export function edited(clip: Clip, edits: readonly Edit[]): Clip {
  return edits.reduce(apply, clip);
}

function apply(clip: Clip, edit: Edit): Clip {
  const { rateHz, channels } = clip;
  const each = (f: (c: Float32Array, i: number) => Float32Array): Clip => ({ rateHz, channels: channels.map(f) });
  switch (edit.do) {
    case 'trim':
      return cut(clip, Math.round(edit.fromS * rateHz), Math.round(edit.toS * rateHz));
    case 'trim-silence':
      return trimSilence(clip);
    case 'both-sides': {
      const side = itemAt(channels, Math.min(edit.of, channels.length - 1));
      return { rateHz, channels: [side, side.slice()] };
    }
    case 'polarity':
      return each((c, i) => (i === edit.of ? c.map((v) => -v) : c));
    case 'loudness':
      return toLoudness(clip, edit.lufs, edit.mostDbtp);
    case 'notch':
      return each((c) => notched(c, rateHz, edit.hz));
    case 'low-cut':
      return each((c) => lowCut(c, rateHz, edit.hz));
    case 'denoise':
      return each((c) => denoised(c, rateHz, edit.mostDb));
    case 'declick':
      return each((c) => declicked(c, rateHz));
    case 'ride':
      return { rateHz, channels: ridden(channels, rateHz) };
    case 'fade': {
      const [rise, fall] = [Math.max(1, edit.inS * rateHz), Math.max(1, edit.outS * rateHz)];
      return each((c) => c.map((v, i) => v * Math.min(1, i / rise, (c.length - 1 - i) / fall)));
    }
    case 'reverse':
      return each((c) => c.slice().reverse());
    case 'pitch':
      return { rateHz, channels: resampled(channels, 2 ** (edit.cents / 1200)) };
    case 'envelope': {
      const rise = Math.max(1, edit.attackS * rateHz);
      const perFrame = edit.decayS > 0 ? 10 ** (-3 / (edit.decayS * rateHz)) : 1;
      return each((c) => c.map((v, i) => v * (i < rise ? i / rise : perFrame ** (i - rise))));
    }
  }
}

/** At least one sample is left. */
function cut({ rateHz, channels }: Clip, from: number, to: number): Clip {
  const first = Math.max(0, Math.min(from, itemAt(channels, 0).length - 1));
  return { rateHz, channels: channels.map((c) => c.slice(first, Math.max(first + 1, to))) };
}

function trimSilence(clip: Clip): Clip {
  const { rateHz, channels } = clip;
  const step = Math.max(1, Math.round(STEP_S * rateHz));
  const levels: number[] = [];
  for (let at = 0; at < itemAt(channels, 0).length; at += step) {
    let most = 0;
    for (const c of channels)
      for (let i = at; i < Math.min(c.length, at + step); i++) most = Math.max(most, Math.abs(itemAt(c, i)));
    levels.push(most);
  }
  const threshold = Math.max(...levels) * 10 ** (-SILENT_DB / 20);
  const first = levels.findIndex((l) => l > threshold);
  if (first < 0) return clip;
  const last = levels.findLastIndex((l) => l > threshold);
  const left = LEFT_S * rateHz;
  return cut(clip, Math.round(first * step - left), Math.round((last + 1) * step + left));
}

/** Gain to a loudness; where the peaks would go over, they are held under the limit softly. */
function toLoudness({ rateHz, channels }: Clip, lufs: number, mostDbtp: number): Clip {
  const now = loudnessOf(rateHz, channels);
  if (now === null) return { rateHz, channels };
  const gain = 10 ** ((lufs - now) / 20);
  const loud = channels.map((c) => c.map((v) => v * gain));
  const most = 10 ** (mostDbtp / 20);
  let ceiling = most;
  for (let n = 0; n < 4; n++) {
    const held = limited(loud, ceiling, rateHz);
    const peak = truePeakOf(held);
    if (peak <= most) return { rateHz, channels: held };
    // Between the samples it goes higher: by so much the samples must stay lower.
    ceiling *= (0.999 * most) / peak;
  }
  return { rateHz, channels: limited(loud, ceiling, rateHz) };
}

export function loudnessOf(rateHz: number, channels: readonly Float32Array[]): number | null {
  const meter = new LoudnessMeter({ rateHz }, channels.length);
  meter.push(channels);
  return meter.end().integratedLufs;
}

export function truePeakOf(channels: readonly Float32Array[]): number {
  return Math.max(
    ...channels.map((c) => {
      const meter = new TruePeakMeter();
      meter.push(c);
      return meter.end();
    }),
  );
}

import type {
  BandFigures,
  Hole,
  HumFigures,
  Loudness,
  LowFigures,
  Mark,
  MeterFigures,
  Pair,
  SideFigures,
  Whine,
} from '../meters';

/** Places that were found; `count` can be more than are kept. */
export interface Places {
  readonly count: number;
  readonly marks: readonly Mark[];
}

/** What one channel of a take holds. Levels in dBFS, where a square wave at full scale has 0. */
export interface ChannelFigures
  extends Omit<MeterFigures, 'wave' | 'truePeak' | 'levels' | 'hum' | 'breaks' | 'holes' | 'low' | 'repeats'> {
  readonly peakDbfs: number;
  readonly peakAt: number;
  readonly truePeakDbtp: number;
  readonly rmsDbfs: number;
  readonly dc: number;
  /** Full scale reached for three samples and more. */
  readonly clips: Places;
  /** A flat top below full scale: it was clipped before it got here. */
  readonly ceiling: (Places & { readonly dbfs: number; readonly tops: number; readonly by: 'flat' | 'piled' }) | null;
  /** Mean of speech, or of whatever is loud; null where the channel is mute throughout. */
  readonly activeDbfs: number | null;
  readonly activeDbfsA: number | null;
  /** Of the gaps; null where there are none to measure in. */
  readonly noiseDbfs: number | null;
  readonly noiseDbfsA: number | null;
  /** How long the gaps are that it was measured in, all together, seconds. */
  readonly noiseS: number;
  /** Voice over noise, both A-weighted (IEC 61672-1). */
  readonly snrDbA: number | null;
  /** Share of what lies between the first sound and the last in which every sample is alike. */
  readonly mute: number;
  readonly hum: (HumFigures & { readonly dbfsA: number }) | null;
  readonly whines: readonly Whine[];
  readonly band: BandFigures | null;
  /** What lies below the voice; null where there is none to set it beside. */
  readonly low: LowFigures | null;
  readonly dropouts: Places;
  /** Where a sound fades out and in again within a word, each with what fills it. */
  readonly holes: readonly Hole[];
  readonly clicks: Places;
  /** Pieces of sound that are played again to the last bit. */
  readonly repeats: Places;
  /** For the picture: frequencies, and what is loud and quiet there, dBFS a third of an octave. */
  readonly spectrum: {
    readonly hz: readonly number[];
    readonly active: readonly number[];
    readonly noise: readonly number[] | null;
  };
}

/** What was measured of a take. Plain data. */
export interface TakeFigures {
  readonly rateHz: number;
  readonly channels: number;
  readonly seconds: number;
  /** What was wrong with the file. */
  readonly problems: readonly string[];
  readonly loudness: Loudness;
  /** Of the first two channels; null of a mono take. */
  readonly sides: SideFigures | null;
  /** Of more than two channels, those that hold one signal. */
  readonly pairs: readonly Pair[];
  readonly perChannel: readonly ChannelFigures[];
}

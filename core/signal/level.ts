import type { Capsule } from '../compile';
import type { Placement, Source } from '../model';

/** 0 dBu: 1 mW in 600 ohm. */
export const DBU_VOLT = Math.sqrt(0.6);

/** Quieter than anything that can be measured; stands for "nothing" where a level must be a number. */
export const SILENCE_DBU = -200;

export const dbu = (volt: number): number => Math.max(SILENCE_DBU, 20 * Math.log10(volt / DBU_VOLT));
export const voltOf = (levelDbu: number): number => DBU_VOLT * 10 ** (levelDbu / 20);

/** Pascals of a sound pressure level; 94 dB SPL is 1 Pa, nearly: 20 uPa is 0 dB. */
export const pascal = (spl: number): number => 20e-6 * 10 ** (spl / 20);

/** Nearest distance the point-source law is used for: closer than this a mouth is no point. */
const NEAREST_M = 0.03;

/** A point source falls 6 dB a doubling of distance. */
export const splAt = (splAt1m: number, distanceM: number): number =>
  splAt1m - 20 * Math.log10(Math.max(distanceM, NEAREST_M));

/** Level of a source at what takes it up: by the air between them, or by wire whatever the distance. */
export const heardSpl = (source: Source, { distanceM }: Placement, capsule: Capsule): number =>
  capsule.wired ? source.splAt1m : splAt(source.splAt1m, distanceM);

/** Peak over average of a voice; common practice says 12 to 15 dB, and clipping is judged by the larger. */
export const VOICE_CREST_DB = 15;

/** A sine's peak over its average: levels and full scale are given as those of a sine. */
export const SINE_CREST_DB = 10 * Math.log10(2);

/** Peaks of a voice of average level `averageDbu`, as the sine whose peaks are as high. */
export const peakDbu = (averageDbu: number): number => averageDbu + VOICE_CREST_DB - SINE_CREST_DB;

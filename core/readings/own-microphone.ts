import { itemAt, powerSumDb } from '../algorithms';
import type { Compiled } from '../compile';
import {
  aWeightingDb,
  criticalDistanceM,
  directOverRoomDb,
  SINE_CREST_DB,
  SPEECH_SHARES,
  splAt,
  THIRD_OCTAVES_HZ,
  VOICE_CREST_DB,
} from '../signal';

/** The microphone that a device has itself: its full scale, and its own noise as sound pressure; common practice. */
export const OWN_MICROPHONE = { fullScaleSpl: 120, noiseDba: 30 } as const;

/** What the device's own microphone would make of a voice from where the device is. */
export interface OwnTake {
  readonly distanceM: number;
  /** Its peaks, dBFS, where nothing turns it up or down by itself. */
  readonly peakDbfs: number;
  /** The voice over the microphone's noise and that of the room, A-weighted. */
  readonly snrDb: number;
  /** The voice over what the room adds to it; null where the room is not told. */
  readonly directDb: number | null;
}

/** What of speech is left by A-weighting, decibels: about -4, for most of it is low. */
const SPEECH_A_DB =
  10 *
  Math.log10(SPEECH_SHARES.reduce((sum, s, i) => sum + s * 10 ** (aWeightingDb(itemAt(THIRD_OCTAVES_HZ, i)) / 10), 0));

/**
 * What a device's own microphone would record of a voice; it hears all round.
 * @param splAt1m of the voice, dB SPL.
 * @returns null where the device has none
 */
export function ownTakeOf({ device, setup }: Compiled, splAt1m: number): OwnTake | null {
  if (!device.partClass.inputs?.some((i) => i.identity === 'built-in')) return null;
  const { distanceM, room } = setup.job;
  const noise = room ? powerSumDb(room.noiseDba, OWN_MICROPHONE.noiseDba) : OWN_MICROPHONE.noiseDba;
  return {
    distanceM,
    peakDbfs: splAt(splAt1m, distanceM) - OWN_MICROPHONE.fullScaleSpl + VOICE_CREST_DB - SINE_CREST_DB,
    snrDb: splAt(splAt1m, distanceM) + SPEECH_A_DB - noise,
    directDb: room ? directOverRoomDb(distanceM, criticalDistanceM(room.volumeM3, room.reverbS, 1)) : null,
  };
}

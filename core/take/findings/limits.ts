import { type TakeMessage, takeMessage } from '../../format';
import {
  CLEAN_SNR_DB,
  LEAST_DIRECT_DB,
  LEAST_OVER_HUM_DB,
  LOW_PEAK_DBFS,
  QUIET_PEAK_DBFS,
  type Status,
} from '../../gates';
import { RUMBLE_UNDER_DB, SHORT_S } from '../meters';

/** The limits. Those of noise and hum are the ones that the Clean gate goes by. */
export const LIMITS = {
  truePeakDbtp: -1,
  quietPeakDbfs: QUIET_PEAK_DBFS,
  lowPeakDbfs: LOW_PEAK_DBFS,
  snrDbA: CLEAN_SNR_DB,
  overHumDb: LEAST_OVER_HUM_DB,
  overRumbleDb: RUMBLE_UNDER_DB,
  dc: 0.005,
  echoS: 0.05,
  telephoneHz: 4300,
  widebandHz: 8500,
  pumpingDbPerS: 3,
  pumpingDb: 3,
  /** Seconds of pause that noise is judged in. */
  pauseS: 1,
  /** Seconds in which hum and echo can be told from a voice. */
  shortS: SHORT_S,
  mute: 0.03,
  clicks: 20,
  echoDb: -15,
  oneSidedDb: 25,
  /** So far over the room a voice is close. */
  closeDb: 12,
  /** Under it the room is louder than the voice; it is known to so much. */
  roomDb: LEAST_DIRECT_DB,
  roomDoubtDb: 3,
  /** One of many answers of a room, against all of them; est. */
  underRoomDb: 10,
  /** A voice does not tell a shorter one from itself, seconds; est. */
  leastRoomS: 0.3,
  /** A room that dies away within it belongs to the voice, seconds (rooms for speech ring for 0.2 to 0.4 s; common practice). */
  roomS: 0.4,
} as const;

const SIDE = ['left', 'right'];

/** "the left side", "channel 3"; nothing of a mono take. */
export const channelName = (channel: number, of: number): string =>
  of === 1 ? '' : of === 2 ? `the ${SIDE[channel]} side` : `channel ${channel + 1}`;

export const BAND_SOURCE = 'ITU-T G.711 and G.722 pass 3.4 and 7 kHz; from memory';

/** What passes up to a frequency and no further. */
export function pathOf(upToHz: number): {
  readonly status: Status;
  readonly path: string;
  readonly next?: TakeMessage;
} {
  const next = takeMessage('band.step', {});
  if (upToHz < LIMITS.telephoneHz)
    return { status: 'fail', path: 'a telephone path, as a hands-free headset has', next };
  if (upToHz < LIMITS.widebandHz) return { status: 'caution', path: 'a wideband call path', next };
  return { status: 'pass', path: 'a narrower path, or a file brought up from a lower rate' };
}

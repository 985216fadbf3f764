import { BAND_1K, THIRD_OCTAVES_HZ } from './spectrum';

/** How evenly a line passes the frequencies of hearing. */
export interface Curve {
  /** Decibels against 1 kHz, one a third octave from 20 Hz to 20 kHz. */
  readonly db: readonly number[];
  /** Where it has fallen by 3 dB; null where it has not by 20 Hz or 20 kHz. */
  readonly lowHz: number | null;
  readonly highHz: number | null;
}

const DOWN_DB = -3;

/**
 * @param volts size of the response in each third octave; all above 0.
 * @returns decibels against 1 kHz, and where it has fallen by 3 dB, hertz
 * @example curveOf(THIRD_OCTAVES_HZ.map((hz) => 1 / Math.hypot(1, hz / 3400))).highHz; // about 3400
 */
export function curveOf(volts: readonly number[]): Curve {
  const db = volts.map((v) => 20 * Math.log10(v / volts[BAND_1K]));
  const crossing = (way: 1 | -1): number | null => {
    for (let i = BAND_1K + way; i >= 0 && i < db.length; i += way) {
      if (db[i] > DOWN_DB) continue;
      // Between two bands the fall is nearly straight against the logarithm of frequency.
      const share = (db[i - way] - DOWN_DB) / (db[i - way] - db[i]);
      return THIRD_OCTAVES_HZ[i - way] * (THIRD_OCTAVES_HZ[i] / THIRD_OCTAVES_HZ[i - way]) ** share;
    }
    return null;
  };
  return { db, lowHz: crossing(-1), highHz: crossing(1) };
}

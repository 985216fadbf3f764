/** IEC 61260 preferred third-octave centres, 20 Hz to 20 kHz. */
export const THIRD_OCTAVES_HZ: readonly number[] = [
  20, 25, 31.5, 40, 50, 63, 80, 100, 125, 160, 200, 250, 315, 400, 500, 630, 800, 1000, 1250, 1600, 2000, 2500, 3150,
  4000, 5000, 6300, 8000, 10_000, 12_500, 16_000, 20_000,
];

/** The band whose figures stand for "at 1 kHz". */
export const BAND_1K = THIRD_OCTAVES_HZ.indexOf(1000);

/** What noise is summed over, hertz: the range that figures of amplifiers are given for. */
const LOWEST_HZ = 20;
const HIGHEST_HZ = 20_000;

/** Width of a third-octave band, hertz, f (2^(1/6) - 2^(-1/6)), so far as it lies within 20 Hz to 20 kHz. */
export const bandwidthHz = (centreHz: number): number =>
  Math.min(HIGHEST_HZ, centreHz * 2 ** (1 / 6)) - Math.max(LOWEST_HZ, centreHz * 2 ** (-1 / 6));

/**
 * A-weighting in dB, 0 at 1 kHz. Source: IEC 61672-1, the formula with poles at 20.6, 107.7, 737.9 and 12194 Hz.
 */
export function aWeightingDb(hz: number): number {
  const f2 = hz * hz;
  const r =
    (12194 ** 2 * f2 * f2) / ((f2 + 20.6 ** 2) * Math.sqrt((f2 + 107.7 ** 2) * (f2 + 737.9 ** 2)) * (f2 + 12194 ** 2));
  return 20 * Math.log10(r) + 2.0;
}

/**
 * Long-term average speech spectrum, dB SPL in each third octave for 70 dB overall; below 63 Hz nothing.
 * Source: Byrne et al. 1994, combined talkers, from memory.
 */
const SPEECH_DB: readonly number[] = [
  -100, -100, -100, -100, -100, 38.6, 43.5, 54.4, 57.7, 56.8, 60.2, 60.3, 59, 62.1, 62.1, 60.5, 56.8, 53.7, 53, 52,
  48.7, 48.1, 46.8, 45.6, 44.5, 44.3, 43.7, 43.4, 41.3, 40.7, 40.7,
];

const sharesOf = (powers: readonly number[]): readonly number[] => {
  const total = powers.reduce((a, b) => a + b, 0);
  return powers.map((p) => p / total);
};

/** Share of a voice's power in each third octave; sums to 1. */
export const SPEECH_SHARES: readonly number[] = sharesOf(SPEECH_DB.map((db) => 10 ** (db / 10)));

/** The same of music, taken as pink from 40 Hz to 10 kHz: as much in each third octave; common practice. */
export const MUSIC_SHARES: readonly number[] = sharesOf(
  THIRD_OCTAVES_HZ.map((hz) => (hz >= 40 && hz <= 10_000 ? 1 : 0)),
);

import { itemAt, memoBy } from '../algorithms';
import type { Mains } from '../model';
import { THIRD_OCTAVES_HZ } from '../signal';

/** One harmonic of the mains, in the third octave that stands for it. */
export interface Harmonic {
  readonly band: number;
  readonly hz: number;
  /** Volts. */
  readonly volt: number;
}

/** The third octave nearest to a frequency. */
function bandOf(hz: number): number {
  const distance = (band: number) => Math.abs(Math.log(itemAt(THIRD_OCTAVES_HZ, band) / hz));
  return THIRD_OCTAVES_HZ.reduce((best, _, band) => (distance(band) < distance(best) ? band : best), 0);
}

/** Shares of the voltage, by the number of the harmonic. */
type Shares = Readonly<Record<number, number>>;

/**
 * Of the mains: about a third of what EN 50160 allows (5 % of the third, 6 % of the fifth, from memory), and the
 * twice-mains ripple of switching supplies; est.
 */
const MAINS_SHARES: Shares = {
  1: 1,
  2: 0.02,
  3: 0.015,
  5: 0.02,
  7: 0.015,
  9: 0.005,
  11: 0.01,
  13: 0.008,
  17: 0.005,
};

/** Between two outlets: 1 to 50 mV, so 10; richer in harmonics, because rectifiers draw the current; est. */
const DIFFERENCE_VOLT = 0.01;
const DIFFERENCE_SHARES: Shares = { 1: 1, 3: 0.4, 5: 0.25, 7: 0.15, 9: 0.1, 11: 0.08, 13: 0.06, 15: 0.05 };

const harmonicsAt = (hz: number, volt: number, shares: Shares): readonly Harmonic[] =>
  Object.entries(shares).map(([n, share]) => {
    const own = Number(n) * hz;
    return { band: bandOf(own), hz: own, volt: volt * share };
  });

/** What the mains sends into capacitances, and what stands between two outlets. */
export interface Spectra {
  readonly mains: readonly Harmonic[];
  readonly difference: readonly Harmonic[];
}
/** There are few mains and every setup asks: each is reckoned once. */
export const spectraOf = memoBy(
  ({ hz, volt }: Mains) => `${hz} ${volt}`,
  ({ hz, volt }: Mains): Spectra => ({
    mains: harmonicsAt(hz, volt, MAINS_SHARES),
    difference: harmonicsAt(hz, DIFFERENCE_VOLT, DIFFERENCE_SHARES),
  }),
);

/** Noise of a supply within the audio band: switching products and load steps, spread from a growl to a whine; est. */
export const SUPPLY_TONES: readonly Harmonic[] = [250, 500, 1000, 2000, 4000].map((hz) => ({
  band: bandOf(hz),
  hz,
  volt: Math.sqrt(1 / 5),
}));

/** How far the truth may lie from these figures, decibels down and up; est. */
export const SPREAD_DB = {
  'ground difference': [-20, 14],
  'supply leakage': [-6, 8],
  'supply noise': [-12, 12],
  pickup: [-10, 10],
} as const;

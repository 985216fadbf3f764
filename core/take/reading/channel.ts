import { itemAt } from '../../algorithms';
import {
  aWeight,
  bandOf,
  dbOf,
  dropoutsIn,
  type Hole,
  isMuteByHabit,
  type LevelFigures,
  lowOf,
  type Mark,
  type Marks,
  METERS,
  type Meter,
  type MeterFigures,
  Strides,
  strideFrames,
  type TakeForm,
  whinesOf,
} from '../meters';
import type { ChannelFigures, Places } from './figures';

const placesOf = (m: Marks): Places => ({ count: m.count, marks: m.kept });
const NO_PLACES: Places = { count: 0, marks: [] };

/** A jump in a piece that is played again, or so near to its ends, is a seam of it. */
const SEAM_S = 0.005;

/** Clicks without those at the seams of what is played again, which is told by itself and has another cause. */
function withoutSeams({ count, marks }: Places, repeats: Marks): Places {
  const isSeam = ({ at }: Mark) => repeats.kept.some((r) => at > r.at - SEAM_S && at < r.at + r.lengthS + SEAM_S);
  const rest = marks.filter((m) => !isSeam(m));
  // Clicks close together are one mark: where no mark is left, no click is.
  return { count: rest.length === 0 ? 0 : count - (marks.length - rest.length), marks: rest };
}

/** Holes but for those that begin and end dead: they are told as dropouts, and have another cause. */
const fadesBut = (holes: readonly Hole[], { kept }: Marks): readonly Hole[] =>
  holes.filter((h) => !kept.some((d) => d.at < h.at + h.lengthS && d.at + d.lengthS > h.at));

/** Everything that is measured of one channel by itself. */
export class ChannelMeter implements Meter<ChannelFigures> {
  private readonly strides: Strides;
  private readonly meters: ReadonlyMap<string, Meter<unknown>>;

  constructor(take: TakeForm) {
    this.strides = new Strides(strideFrames(take.rateHz));
    this.meters = new Map(Object.entries(METERS).map(([name, make]) => [name, make(take)]));
  }

  /** @param x whole strides, but for the last piece */
  push(x: Float32Array): void {
    const strides = this.strides.measure(x);
    for (const meter of this.meters.values()) meter.push(x, strides);
  }

  end(): ChannelFigures {
    // Each entry is what the meter of that name ended with; the types of a record's entries do not say so.
    const figures = Object.fromEntries([...this.meters].map(([name, m]) => [name, m.end()])) as unknown as MeterFigures;
    return figuresOf(figures);
  }
}

/** What is told of a channel: what each meter measured, and what follows from two of them. */
function figuresOf({ wave, truePeak, levels, hum, breaks, holes, low, repeats, ...own }: MeterFigures): ChannelFigures {
  const { clips, ceiling, ...peaks } = wave;
  // A machine that speaks takes the hiss of its s from a store, again and again.
  const isMadeSo = isMuteByHabit(levels?.mute ?? 1);
  // Where the pauses are mute, a soft syllable is the softest that is left, and no noise.
  const isNoise = levels !== null && !(isMadeSo && levels.noiseS < LEAST_NOISE_S);
  const weighted = (h: { hz: number; dbfs: number }) => 10 ** (h.dbfs / 10) * aWeight(h.hz);
  return {
    ...own,
    ...peaks,
    truePeakDbtp: 2 * dbOf(truePeak),
    clips: placesOf(clips),
    ceiling: ceiling && { dbfs: ceiling.dbfs, by: ceiling.by, tops: ceiling.tops, ...placesOf(ceiling.marks) },
    activeDbfs: levels?.activeDbfs ?? null,
    activeDbfsA: levels?.activeDbfsA ?? null,
    noiseDbfs: isNoise ? levels.noiseDbfs : null,
    noiseDbfsA: isNoise ? levels.noiseDbfsA : null,
    noiseS: isNoise ? levels.noiseS : 0,
    snrDbA: isNoise && levels.noiseDbfsA !== null ? levels.activeDbfsA - levels.noiseDbfsA : null,
    mute: levels?.mute ?? 1,
    hum: hum && { ...hum, dbfsA: dbOf(hum.harmonics.reduce((sum, h) => sum + weighted(h), 0)) },
    whines: levels ? whinesOf(levels) : [],
    band: levels && bandOf(levels),
    low: levels && lowOf(low, levels.activeDbfsA),
    dropouts: placesOf(dropoutsIn(breaks, levels?.mute ?? 1)),
    holes: fadesBut(holes, breaks.dropouts),
    clicks: withoutSeams(breaks.clicks, repeats),
    repeats: isMadeSo ? NO_PLACES : placesOf(repeats),
    spectrum: levels ? spectrumOf(levels) : { hz: [], active: [], noise: null },
  };
}

/** Beside pauses that are mute, noise is what is steady for so long; est. */
const LEAST_NOISE_S = 1;

const POINTS_AN_OCTAVE = 12;
const THIRD = 2 ** (1 / 6);

/** Powers of thirds of an octave around points that lie closer, for a smooth picture. */
function spectrumOf({ active, noise, binHz }: LevelFigures): ChannelFigures['spectrum'] {
  const hz: number[] = [];
  for (let f = Math.max(25, 2 * binHz); f * THIRD < binHz * active.length; f *= 2 ** (1 / POINTS_AN_OCTAVE)) hz.push(f);
  const band = (p: Float64Array, f: number): number => {
    const [from, to] = [f / THIRD / binHz, (f * THIRD) / binHz];
    let sum = 0;
    for (let k = Math.round(from); k <= Math.round(to) && k < p.length; k++) {
      // A bin counts with the part of it that lies in the band.
      sum += itemAt(p, k) * Math.max(0, Math.min(to, k + 0.5) - Math.max(from, k - 0.5));
    }
    return Math.max(-160, dbOf(sum));
  };
  return { hz, active: hz.map((f) => band(active, f)), noise: noise && hz.map((f) => band(noise, f)) };
}

import { bandOf, whinesOf } from './bandwidth';
import { Breaks } from './breaks';
import { ByLevel, type LevelFigures } from './by-level';
import { EchoFinder } from './echo';
import { HumFinder } from './hum';
import { Knocks } from './knocks';
import type { Marks } from './marks';
import { Outliner } from './outline';
import { aWeight, dbOf } from './power-spectrum';
import { Pumping } from './pumping';
import type { ChannelFigures, Places } from './report';
import { Strides, strideFrames } from './strides';
import { TruePeak } from './true-peak';
import { Waves } from './waves';

const placesOf = (m: Marks): Places => ({ count: m.count, marks: m.kept });

/** Everything that is measured of one channel by itself. */
export class ChannelMeter {
  private readonly strides: Strides;
  private readonly waves: Waves;
  private readonly truePeak = new TruePeak();
  private readonly levels: ByLevel;
  private readonly hum: HumFinder;
  private readonly breaks: Breaks;
  private readonly knocks: Knocks;
  private readonly echo: EchoFinder;
  private readonly pumping: Pumping;
  private readonly outline: Outliner;

  constructor(rateHz: number, frames: number, fullScale: number | null) {
    this.strides = new Strides(strideFrames(rateHz));
    this.waves = new Waves(rateHz, fullScale);
    this.levels = new ByLevel(rateHz, frames);
    this.hum = new HumFinder(rateHz);
    // What is full scale lies one and a half steps below 1.
    this.breaks = new Breaks(rateHz, fullScale === null ? 0 : (1 - fullScale) / 1.5);
    this.knocks = new Knocks(rateHz);
    this.echo = new EchoFinder(rateHz, frames);
    this.pumping = new Pumping(rateHz);
    this.outline = new Outliner(rateHz, frames);
  }

  /** @param x whole strides, but for the last piece */
  push(x: Float32Array): void {
    const strides = this.strides.measure(x);
    this.waves.push(x, strides);
    this.truePeak.push(x, strides);
    this.levels.push(x);
    this.hum.push(x);
    this.breaks.push(x);
    this.knocks.pushStrides(strides, x.length);
    this.echo.push(x);
    this.pumping.push(x);
    this.outline.push(x, strides);
  }

  end(): ChannelFigures {
    const { clips, ceiling, ...wave } = this.waves.end();
    const levels = this.levels.end();
    const hum = this.hum.end();
    const weighted = (h: { hz: number; dbfs: number }) => 10 ** (h.dbfs / 10) * aWeight(h.hz);
    return {
      ...wave,
      truePeakDbtp: 2 * dbOf(this.truePeak.peak),
      clips: placesOf(clips),
      ceiling: ceiling && { dbfs: ceiling.dbfs, ...placesOf(ceiling.marks) },
      activeDbfs: levels?.activeDbfs ?? null,
      activeDbfsA: levels?.activeDbfsA ?? null,
      noiseDbfs: levels?.noiseDbfs ?? null,
      noiseDbfsA: levels?.noiseDbfsA ?? null,
      snrDbA: levels && levels.noiseDbfsA !== null ? levels.activeDbfsA - levels.noiseDbfsA : null,
      mute: levels?.mute ?? 1,
      hum: hum && { ...hum, dbfsA: dbOf(hum.harmonics.reduce((sum, h) => sum + weighted(h), 0)) },
      whines: levels ? whinesOf(levels) : [],
      band: levels && bandOf(levels),
      dropouts: placesOf(this.breaks.dropoutsIn(levels?.mute ?? 1)),
      clicks: this.breaks.clicksAlone(),
      knocks: this.knocks.found,
      echo: this.echo.end(),
      pumping: this.pumping.end(),
      outline: this.outline.end(),
      spectrum: levels ? spectrumOf(levels) : { hz: [], active: [], noise: null },
    };
  }
}

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
      sum += p[k] * Math.max(0, Math.min(to, k + 0.5) - Math.max(from, k - 0.5));
    }
    return Math.max(-160, dbOf(sum));
  };
  return { hz, active: hz.map((f) => band(active, f)), noise: noise && hz.map((f) => band(noise, f)) };
}

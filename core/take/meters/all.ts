import { BreakMeter } from './breaks';
import { LevelMeter } from './by-level';
import { EchoMeter } from './echo';
import { HoleMeter } from './holes';
import { HumMeter } from './hum';
import { KnockMeter } from './knocks';
import { LowMeter } from './low';
import type { Meter, TakeForm } from './meter';
import { OutlineMeter } from './outline';
import { PumpingMeter } from './pumping';
import { RepeatMeter } from './repeats';
import { RoomMeter } from './room';
import { TruePeakMeter } from './true-peak';
import { WaveMeter } from './waves';

/** Every meter of one channel, by the name of its figures. */
export const METERS = {
  wave: (take) => new WaveMeter(take),
  truePeak: () => new TruePeakMeter(),
  levels: (take) => new LevelMeter(take),
  hum: (take) => new HumMeter(take),
  breaks: (take) => new BreakMeter(take),
  holes: (take) => new HoleMeter(take),
  repeats: (take) => new RepeatMeter(take),
  knocks: (take) => new KnockMeter(take),
  echo: (take) => new EchoMeter(take),
  low: (take) => new LowMeter(take),
  room: (take) => new RoomMeter(take),
  pumping: (take) => new PumpingMeter(take),
  outline: (take) => new OutlineMeter(take),
} as const satisfies Readonly<Record<string, (take: TakeForm) => Meter<unknown>>>;

/** What all of them measured. */
export type MeterFigures = {
  readonly [K in keyof typeof METERS]: ReturnType<ReturnType<(typeof METERS)[K]>['end']>;
};

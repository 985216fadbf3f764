export { analyse, type TakeProgress, takeReport } from './analyse';
export { type Calibration, calibrate, type Known } from './calibrate';
export {
  type Compared,
  causeIn,
  channelName,
  compareTake,
  expectedSides,
  type TakeFinding,
  type TakeReport,
} from './findings';
export {
  BEAT_S,
  clipsOf,
  GapMeter,
  isHeard,
  LiveMeter,
  type LiveReading,
  type Loss,
  liveMicrophone,
  NEAR_BEATS,
  type Sides,
  type Stilled,
  sidesOf,
  stilled,
  type Walked,
  walked,
} from './live';
export { BreakMeter, HoleMeter, KnockMeter, LoudnessMeter, type Mark, TruePeakMeter } from './meters';
export type { ChannelFigures } from './reading';

export { GapMeter } from './gaps';
export { LiveMeter, type LiveReading, liveMicrophone } from './live';
export { type Stilled, stilled } from './stillness';
export { BEAT_S, type Loss, NEAR_BEATS, type Walked, walked } from './walk';

export { GapMeter } from './gaps';
export { LiveMeter, type LiveReading, liveMicrophone } from './live';
export { clipsOf, isHeard, type Sides, sidesOf } from './sides';
export { type Stilled, stilled } from './stillness';
export { BEAT_S, type Loss, NEAR_BEATS, type Walked, walked } from './walk';

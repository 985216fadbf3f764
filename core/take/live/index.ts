export { LiveMeter, type LiveReading, liveMicrophone } from './live';
export { type Stilled, stilled, type Walked, walked } from './walk-and-noise';

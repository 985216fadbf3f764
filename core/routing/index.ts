export { type DelayReading, type DelayStep, readDelays, totalMs } from './delay';

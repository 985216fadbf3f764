export { converterMs, type DelayReading, type DelayStep, readDelays, totalMs } from './delay';

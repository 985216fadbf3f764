export { butterworth, lowCut, type Section } from './butterworth';
export { limited } from './limit';
export { notched } from './notch';
export { Resampler, resampled } from './resample';
export { gainsBetween, shaped } from './shape';

export { butterworth, lowCut } from './butterworth';
export { type Frame, powersOf, weighted } from './frames';
export { limited } from './limit';
export { notched } from './notch';
export { Resampler, resampled } from './resample';
export { Chain } from './section';
export { gainsBetween, shaped } from './shape';

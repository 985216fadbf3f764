export { limited } from './limit';
export { notched } from './notch';
export { Resampler, resampled } from './resample';
export { gainsBetween, shaped } from './shape';

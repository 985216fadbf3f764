export { type Clip, type Edit, edited, loudnessOf, truePeakOf } from './edits';
export { aligned, type LineUp, lineUp } from './line-up';
export { centsAbove, nearestNote, type Pitch, pitchOf } from './pitch';

export { type Clip, type Edit, edited, loudnessOf, truePeakOf } from './edits';
export { aligned, type Lined, type LineUp, lineUp, liningUp } from './line-up';
export { centsAbove, nearestNote, type Pitch, pitchOf } from './pitch';

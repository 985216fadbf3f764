export { type Clip, type Edit, edited, loudnessOf, truePeakOf } from './edits';
export { aligned, alignedBits, type Lined, type LineUp, lineUp, lineUpWords, liningUp, type Piece } from './line-up';
export { centsAbove, nearestNote, type Pitch, pitchOf } from './pitch';

export { aligned, alignedBits } from './aligned';
export { type Lined, type LineUp, type LineUpProgress, lineUp, liningUp, type Piece } from './line-up';
export { lineUpWords } from './words';

export {
  courseOf,
  forAny,
  humOf,
  LESS_NOISE_DB,
  LOW_CUT_HZ,
  MOST_DBTP,
  OUT_LUFS,
  type Repairs,
  repairsFor,
  takenOut,
  takesOut,
} from './course';
export { type Clip, type Edit, edited } from './edits';
export { type ChangedFigure, changedFigures, type EditFigure, figuresOf, figureText, leftWrong } from './figures';
export { aligned, alignedBits, type Lined, type LineUp, lineUp, lineUpWords, liningUp, type Piece } from './line-up';
export { centsAbove, nearestNote, type Pitch, pitchOf } from './pitch';
export { editWords } from './words';

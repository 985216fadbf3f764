export { type Figures, figuresOf } from './figures';
export { type KnobPlace, knobsInOrder } from './knobs';
export { type Levels, levelsOf } from './levels';
export {
  type Contest,
  contest,
  type Setting,
  type Solution,
  solveKnobs,
  USUAL_WISH,
  WISH_RANGE,
  type Wish,
} from './solve';
export { type VoiceRange, voiceRanges } from './voices';
export { type Edge, type KnobWindow, windowOf } from './window';

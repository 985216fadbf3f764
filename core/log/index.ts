export { logCsv } from './csv';
export { type Frequent, type Lessons, lessonsOf, type Sureness, seenIn } from './lessons';
export {
  type Drift,
  type Drifted,
  driftedIn,
  driftOf,
  foundOf,
  putBack,
  retired,
  withFigure,
  withoutPart,
  withValue,
} from './own-figures';
export { found, type Moment, timelineOf } from './timeline';

export { logCsv } from './csv';
export { type LastTime, lastTimeWith } from './last-time';
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
  withoutFigure,
  withoutPart,
  withValue,
} from './own-figures';
export { found, type Moment, timelineOf } from './timeline';
export { withFaults } from './with-faults';

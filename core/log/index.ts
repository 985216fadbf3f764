export { logCsv } from './csv';
export { type Frequent, type Lessons, lessonsOf, type Sureness, seenIn } from './lessons';
export { found, type Moment, timelineOf } from './timeline';

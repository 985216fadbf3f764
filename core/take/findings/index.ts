export { causeIn } from './cause';
export { type Compared, compareTake, expectedSides } from './compare';
export { findingsOf } from './findings';
export { channelName } from './limits';
export type { TakeFinding, TakeReport } from './report';

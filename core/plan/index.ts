export { freePorts, portsFit, swapPart, turnKnob } from './edit';
export { type Mend, mends } from './mend';
export { type Answer, type PlanProgress, plan, type Route } from './plan';
export type { Score } from './score';
export { settleKnobs } from './settle';
export { type Swap, swapsFor } from './swaps';

export { freePorts, insertPart, type OtherHole, otherHoles, plugIn, portsFit, swapPart, takeOut } from './edit';
export { type HubPorts, hubPorts } from './hub-ports';
export { type Mend, mends } from './mend';
export { type Answer, type PlanProgress, plan, type Route } from './plan';
export { type Quieter, quieterFor } from './quieter';
export type { Score } from './score';
export { settleKnobs } from './settle';
export { type Swap, swapsFor } from './swaps';

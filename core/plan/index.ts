export { freePorts, portsFit, swapPart, turnKnob } from './edit';
export { type Mend, mends } from './mend';
export { type Answer, type PlanProgress, plan, type Route } from './plan';
export { compareScores, type Score, scoreOf } from './score';
export { settleKnobs, TARGET_PEAK_DBFS } from './settle';
export { type Swap, swapsFor } from './swaps';

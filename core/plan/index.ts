export type { Answer } from './answer';
export {
  freePorts,
  insertPart,
  type OtherHole,
  otherHoles,
  plugIn,
  portsFit,
  swapPart,
  takeOut,
  wiredSource,
} from './edit';
export type { Best } from './front';
export { type HubPorts, hubPorts } from './hub-ports';
export { type KitProgress, type KitWish, kitsFor, type NamedKit } from './kits';
export { type Mend, mends } from './mend';
export { type Opener, openers } from './openers';
export { type PlanProgress, plan, type Route } from './plan';
export { type Quieter, quieterFor } from './quieter';
export type { Rate } from './reliability';
export type { Score } from './score';
export { settleKnobs } from './settle';
export { shoppingCsv, shoppingList, type Wanted } from './shopping';
export { solver } from './solve';
export { type Swap, swapsFor } from './swaps';
export { type Uses, usesOf } from './uses';

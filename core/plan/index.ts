export { type AccessoryKind, accessoryClasses, accessoryPorts } from './accessories';
export type { Answer, Best } from './answers';
export { type AsTold, asTold, type Told } from './as-told';
export { type Conflict, conflictOf } from './conflict';
export { type HubPorts, hubPorts, type Quieter, quieterFor, type Swap, swapsFor } from './improve';
export { solver } from './kit';
export { type KitProgress, type KitWish, kitsFor, type NamedKit } from './kits';
export { type PlanProgress, plan, type Route } from './plan';
export { type Relaxation, relaxations } from './relaxations';
export {
  costOf,
  isCounted,
  type Rate,
  rateOf,
  type Stock,
  shoppingCsv,
  shoppingList,
  stockOf,
  type Wanted,
} from './stock';
export { type Score, scoreOf, statusesOf, tuneKnobs } from './tuning';
export { type Uses, usesOf } from './uses';
export { type WhyNot, whyNot } from './why-not';

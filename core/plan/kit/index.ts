export { bestKit, holdsUpTo, type Kit, type KitJob, type KitQuestion, ownedOf, type Solve } from './kit';
export { solver } from './solve';

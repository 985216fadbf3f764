export { type Brought, bringIn } from './bring-in';
export { desk, type Kept, type KeptTake, KINDS, type Kind, photoKey, type Setting } from './desk';
export { everythingKept } from './everything';
export { change, type Edit, nextSteps, redo, undo } from './history';

export { type Brought, bringIn } from './bring-in';
export { desk, type Kept, KINDS, type Kind, type Setting } from './desk';
export { everythingKept } from './everything';
export { change, type Edit, nextSteps, redo, undo } from './history';

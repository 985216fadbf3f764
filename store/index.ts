export { desk, type Kept, KINDS, type Kind, type Setting } from './desk';
export { type Brought, bringIn, everythingKept } from './files';
export { change, type Edit, nextSteps, redo, undo } from './history';

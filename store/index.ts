export { type Brought, bringIn } from './bring-in';
export { desk, type Kept, type KeptTake, KINDS, type Kind, photoKey, ready, type Setting, type Where } from './desk';
export { everythingKept } from './everything';
export { change, type Edit, nextSteps, redo, undo } from './history';
export { type Revised, revise } from './revise';
export { type SetAside, setAside, sorted } from './sound';

export { bringInFile, everythingAsFile, type Underway } from './archive';
export { type Brought, bringIn } from './bring-in';
export { database, type Kept, type KeptTake, KINDS, type Kind, photoKey, type Setting } from './database';
export { everythingKept } from './everything';
export { change, type Edit, nextSteps, ownWrites, redo, UNDO_STEPS, undo } from './history';
export { ready, reopened, type Where } from './ready';
export { type Revised, revise } from './revise';
export { askToKeep, type RoomLeft, roomLeft } from './room';
export { idsOf, type SetAside, setAside, sorted } from './sound';

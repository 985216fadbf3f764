export { bringInFile, everythingAsFile, type Underway } from './archive';
export { type Brought, bringDocument, bringIn, readText, type Single } from './bring-in';
export {
  database,
  entryPhotoKey,
  type Kept,
  type KeptTake,
  KINDS,
  type Kind,
  photoKey,
  type Setting,
} from './database';
export { everythingKept } from './everything';
export { change, type Edit, nextSteps, ownWrites, redo, UNDO_STEPS, undo } from './history';
export { ready, reopened, type Where } from './ready';
export { type Revised, revise } from './revise';
export { askToKeep, type RoomLeft, roomLeft } from './room';
export { asAnother, standingInTheWay } from './seen-before';
export { idsOf, type SetAside, setAside, sorted } from './sound';
export { keepUsual, usual } from './usual';

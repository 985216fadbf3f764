export {
  attachPart,
  BY_WIRE_M,
  freePorts,
  freshId,
  insertPart,
  type OtherHole,
  otherHoles,
  plugIn,
  portsFit,
  swapPart,
  takeOut,
  wiredSource,
} from './structure';

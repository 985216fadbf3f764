export { apply, applyAll, isTaken } from './apply';
export {
  asTheCareful,
  bypasses,
  closedKnobs,
  exchanges,
  fits,
  joins,
  moves,
  outlets,
  removals,
  runBypasses,
  switches,
  turns,
} from './at-hand';
export {
  joinPorts,
  leftOut,
  likeIt,
  type Partner,
  partnersOf,
  takenFrom,
  turnOf,
  unheardVoices,
  withNewVoice,
} from './by-hand';
export type { Change, End, SessionChange, Side, Structure } from './change';
export { effortS, secondsOf } from './effort';
export { type Fault, type FaultKind, faultsOf } from './faults';
export { inverse, isIdle, structureOf } from './inverse';
export { contactName, holeName, jointName, portName, positionName, say, sayAll } from './say';
export { sessionActs } from './session-acts';
export {
  addPart,
  attachPart,
  BY_WIRE_M,
  freePorts,
  freshJointId,
  insertPart,
  type OtherHole,
  otherHoles,
  placedAt,
  plugIn,
  portsFit,
  swapPart,
  takeOut,
  wiredSource,
} from './structure';
export { type Touched, touched } from './touched';

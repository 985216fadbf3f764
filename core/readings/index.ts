export type { HowlReading } from './air';
export type { Arrival, ChannelReading } from './channels';
export { type EarReading, PROGRAMME_DBFS, playedVolt } from './ears';
export { type EchoReading, heardFrom, turnedDownDb } from './echo';
export { type Hazard, type Reach, readHazards } from './hazards';
export { FARTHEST_MM, insertion, type Stretch } from './insertion';
export {
  type ContactReading,
  isSilent,
  type JointReading,
  type Loading,
  levelOffered,
  sidesAt,
} from './joint-level';
export { LOST_DB } from './kept';
export { feedsAny, type LedgerEntry } from './ledger';
export { type Path, pathBetween } from './line';
export { OWN_MICROPHONE, type OwnTake, ownTakeOf } from './own-microphone';
export { type Probe, probeJoint } from './probe';
export { type LineReading, type Readings, read, sensed } from './readings';
export type { StageReading } from './stages';
export type { FedTwice, TiedOutputs } from './ties';

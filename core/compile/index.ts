export { type CompileOptions, compile } from './compile';
export {
  type Capsule,
  type Compiled,
  contactNode,
  type Disturbance,
  type Driver,
  type Earthing,
  earthNode,
  type Fitted,
  type FittedJoint,
  type InputChannel,
  type Limit,
  type Needs,
  nodeOf,
  type Playback,
  type Stage,
  seenFrom,
} from './compiled';
export { MUTED_DB } from './part';

export { type CompileOptions, compile } from './compile';
export {
  type Capsule,
  type Compiled,
  contactNode,
  type Driver,
  type Fitted,
  type FittedJoint,
  type InputChannel,
  type Limit,
  nodeOf,
  type Playback,
  type Stage,
} from './compiled';

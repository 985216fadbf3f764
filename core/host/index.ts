export { type Absence, appTakes, forbidden, type InputEntry, inputList } from './inputs';
export {
  type Act,
  act,
  atRest,
  keyOf,
  type Listed,
  type StandIn,
  type Surroundings,
  standing,
  whyNot,
} from './machine';
export { headphoneOhm, senseOhm } from './sense';

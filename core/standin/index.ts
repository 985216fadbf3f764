export type { Act, Listed, StandIn } from '../host';
export { type Care, careOf } from './care';
export { type PluggingOrder, shortestOrder } from './order';
export { sayAct } from './say';
export { isSetting, settingActs } from './settings';
export { comeTo, inputParts, OTHER, OWN, type Sighting, sightings } from './sightings';
export { act, atRest } from './stand-in';
export { asTried } from './tried';

export type { Act, Listed, StandIn } from '../host';
export { type PluggingOrder, shortestOrder } from './order';
export { act, atRest } from './stand-in';
export { asTried } from './tried';

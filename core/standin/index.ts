export { type PluggingOrder, shortestOrder } from './order';
export { type Act, act, atRest, type Listed, type StandIn } from './stand-in';

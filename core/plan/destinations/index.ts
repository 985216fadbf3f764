export { destinationsOf } from './destinations';
export { canMixFarEnd, withFarEnd } from './far-end';
export { guestWays } from './secondary-routes';

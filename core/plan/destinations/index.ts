export { destinationsOf } from './destinations';
export { canMixFarEnd, withFarEnd } from './far-end';
export { newSecondaryRoutes } from './secondary-routes';

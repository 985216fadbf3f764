export { destinationsOf } from './destinations';
export { canMixFarEnd, withFarEnd } from './far-end';
export { hostTables, needsHost } from './host-table';
export { newSecondaryRoutes } from './secondary-routes';

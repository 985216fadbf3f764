export { type Assessment, assess, weakestOf } from './assess';

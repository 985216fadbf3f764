export { type Assessment, assess, weakestOf } from './assess';
export { type Place, type Report, report } from './report';

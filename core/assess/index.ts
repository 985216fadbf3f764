export { type Assessment, assess, mustAssess } from './assess';
export { type Place, type Report, report } from './report';

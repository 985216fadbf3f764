export { type Assessment, type AssessOptions, assess, mustAssess } from './assess';
export { type Place, type Report, report } from './report';

export { type Assessment, assess } from './assess';
export { type Place, type Report, report } from './report';

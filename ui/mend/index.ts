export { MendScreen } from './mend-screen';

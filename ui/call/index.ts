export { CallScreen } from './call-screen';

export { LogScreen } from './log-screen';

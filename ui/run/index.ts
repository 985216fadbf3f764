export { RunScreen } from './run-screen';

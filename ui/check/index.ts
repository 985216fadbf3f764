export { CheckScreen } from './check-screen';

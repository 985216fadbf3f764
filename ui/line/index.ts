export { LineScreen } from './line-screen';

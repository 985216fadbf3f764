export { PowerScreen } from './power-screen';

export { LevelsScreen } from './levels-screen';

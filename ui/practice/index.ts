export { PracticeScreen } from './practice-screen';

export { type Answer, chooseAnswers, isWorking, lostBeside, samePieces } from './answer';
export { devicesServed } from './devices-served';
export { type Best, beats, frontOf } from './front';
export { compareBy } from './preference';
export { setUpS } from './set-up-time';

export { type Answer, chosen, samePieces, works } from './answer';
export { survives } from './devices-served';
export { type Best, beats, frontOf } from './front';
export { compareBy } from './preference';

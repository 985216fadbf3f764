export { type Hum, humAt } from './hum';
export { type Loop, loopsOf } from './loops';

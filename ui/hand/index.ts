export { Code } from './code';
export { HandScreen } from './hand-screen';

export { Code } from './code';
export { HandScreen } from './hand-screen';
export { type Server, useServer } from './use-server';

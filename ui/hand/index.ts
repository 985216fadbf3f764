export { Code } from './code';
export { HandScreen } from './hand-screen';
export { isOnlyHere, OnlyHere } from './only-here';
export { type Server, useServer } from './use-server';

export { type Cause, causesOf, inOrder, unexplained } from './causes';
export { rankOf } from './consequence';
export { type Effect, effectOf, type Failing, type Fault, failingOf, keyOf } from './effect';
export { areMore, freeActs, stepped } from './free-acts';
export { type Headline, headline } from './headline';
export { sayCause, sayWrongPiece } from './say';
export { confirmed, type Try, triesOf, tryOut } from './tries';

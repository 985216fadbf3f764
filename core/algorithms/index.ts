export { freshId } from './fresh-id';
export { grouped } from './grouped';
export { lazily } from './lazily';
export { atKey, byId, entryOf, itemAt, oneWith, pairOf } from './look-up';
export { memo, memoBy, memoOfTwo } from './memo';
export { powerSumDb } from './power-sum';
export { type Reached, reach, wayTo } from './reach';

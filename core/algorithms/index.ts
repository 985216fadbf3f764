export { freshId } from './fresh-id';
export { entryOf, itemAt, pairOf } from './look-up';
export { memo, memoBy, memoOfTwo } from './memo';
export { type Reached, reach, wayTo } from './reach';

export { freshId } from './fresh-id';
export { memo, memoBy, memoOfTwo } from './memo';
export { type Reached, reach, wayTo } from './reach';

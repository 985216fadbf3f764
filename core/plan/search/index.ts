export { accepts, isRightHalf } from './accepts';
export { buildSetup, growing } from './build';
export { type Branch, type Chain, classCounts, type Link } from './chain';
export { newDeferral } from './deferral';

export { placedM, reaches } from './distance';
export { interleave } from './interleave';
export { lengthened } from './lengthen';
export { portsOfOtherInputs } from './ports';
export { BY_MONEY, BY_PIECES, LONGEST, searchChains, sortedSources } from './search';
export { secondarySources } from './secondary-sources';
export { betweenOf, type End, endsFrom } from './stretches';
export { isWire } from './wire';

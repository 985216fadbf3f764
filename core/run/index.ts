export { cautionsFor } from './cautions';
export { orderCsv, patchCsv } from './csv';
export { type AidProgress, type FirstAid, firstAid } from './first-aid';
export { BAGS, type Bag, type KnobPlace, type Packed, type RunSheet, runSheet, type Step } from './run-sheet';

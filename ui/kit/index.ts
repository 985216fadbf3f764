export { Basis } from './basis';
export { Button } from './button';
export { Figures } from './figures';
export { colourOf, MarginBar, StatusMark, washOf } from './status';
export { type Judgement, useMends, usePlan, useReport, useSwaps } from './use-bench';
export { setSetting, useAll, useDrawer, useJob, useOnPage, useSetting, useSetup, useSteps } from './use-desk';
export { useWidth } from './use-width';
export { appOf, classOf, GATE_QUESTIONS, GATE_TITLES, lower, minus, partName, price, signed } from './words';

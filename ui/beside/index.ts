export { type Shown, useTelling } from './beside';
export { BesideDesk, BesideMeter, HISTORY_S } from './beside-desk';
export { Meter } from './meter';

export type { ChannelFigures, TakeFigures } from './figures';
export { measure } from './measure';

export { type HubPorts, hubPorts } from './hub-ports';
export { leanOf } from './lean';
export { type Quieter, quieterFor } from './quieter';
export { type Swap, swapsFor } from './swaps';

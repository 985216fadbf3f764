export { type HubPorts, hubPorts } from './hub-ports';
export { type Quieter, quieterFor } from './quieter';
export { type Swap, swapsFor } from './swaps';

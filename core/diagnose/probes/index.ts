export { asFault, fixProbe } from './act';
export { lookChances } from './look';
export { careAt, type Probe, type ProbeAnswer } from './probe';
export { probesOf } from './probes';

export { type Cell, cellHours, cells, cellsOf, lasts, type Runtime, runtimes, shareAt } from './battery';
export { type BusLoad, busLoads, ISOCHRONOUS, offTheBus, streamBytes } from './bus';
export { type Capacity, capacityByRun } from './from-run';
export { type PhantomFeed, phantomFeeds, phantomMa, phantomWatt } from './phantom';
export { videoMinutes, wavMinutes } from './storage';
export {
  type Feed,
  farSides,
  feederAt,
  LEAST_VOLT,
  type UsbNode,
  type UsbSupply,
  type UsbTree,
  unfedParts,
  usbTree,
} from './usb';
export { ohmPerMetre } from './wire';

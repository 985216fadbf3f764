export { type Cell, cells, lasts, type Runtime, runtimes, shareAt } from './battery';
export { phantomMa } from './phantom';
export { videoMinutes, wavMinutes } from './storage';
export { type UsbNode, type UsbSupply, type UsbTree, usbTree } from './usb';

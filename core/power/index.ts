export { type Runtime, runtimes } from './battery';
export { type UsbNode, type UsbSupply, type UsbTree, usbTree } from './usb';

export { DeviceScreen } from './device-screen';

export { DrawerScreen } from './drawer-screen';

export { type AccessoryKind, accessoryClasses, accessoryPorts } from './accessory-ports';
export { addAccessories } from './add-accessories';
export { withBeside } from './beside';

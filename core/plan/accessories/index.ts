export { type Beside, classesFor, holesFor } from './accessory-ports';
export { accompany } from './add-accessories';

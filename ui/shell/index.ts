export { HandOver } from './hand-over';
export { Missing } from './missing';
export { SaveEverything } from './save-everything';
export { saveFile } from './save-file';
export { Screen } from './screen';
export { Shell } from './shell';
export { tell, tellUntilSeen } from './tell';
export { Trouble } from './trouble';
export { useOverruled } from './use-overruled';

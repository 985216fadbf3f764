export { type Absence, appTakes, type Choice, chooseInput, type InputEntry, inputList } from './inputs';
export { headphoneOhm, senseOhm } from './sense';

export { GateCard } from './gate-card';
export { Knob, Slide } from './knob';
export { knobsText, positionText } from './knob-text';
export { type Layout, layOut, middleOf, type Spot } from './layout';
export { SetupPicker } from './setup-picker';
export { SetupScreen } from './setup-screen';
export { SignalLane } from './signal-lane';
export { Tracks } from './tracks';
export { useDraft } from './use-draft';

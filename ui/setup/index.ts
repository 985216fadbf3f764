export { type Across, inColumns, xIn } from './across';
export { GateCard } from './gate-card';
export { Knob, Slide } from './knob';
export { knobsText, positionText } from './knob-text';
export { SetupPicker } from './setup-picker';
export { SetupScreen } from './setup-screen';
export { SignalLane } from './signal-lane';
export { Tracks } from './tracks';
export { useDraft } from './use-draft';

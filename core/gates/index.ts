import type { Readings } from '../readings';
import { cleanGate } from './clean';
import { fitGate } from './fit';
import { heardGate } from './heard';
import { levelGate } from './level';
import { poweredGate } from './powered';
import { safeGate } from './safe';
import { seenGate } from './seen';
import type { Verdict } from './verdict';
import { wiredGate } from './wired';

export { nameOf, voltText } from './say';
export { type Finding, GATES, type GateName, type Lane, type Status, type Verdict } from './verdict';

/** All eight gates, in order. */
export const judge = (readings: Readings): readonly Verdict[] =>
  [fitGate, wiredGate, seenGate, levelGate, cleanGate, poweredGate, heardGate, safeGate].map((gate) => gate(readings));

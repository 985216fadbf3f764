export { type Complex, divide, magnitude, ONE, phaseDeg, scale, subtract, ZERO } from './complex';
export { type Contacts, type Opened, openable } from './contacts';
export {
  type CircuitProblem,
  type Element,
  type ElementKind,
  fail,
  type Netlist,
  type NodeName,
  nodesOf,
  ok,
  type Result,
} from './netlist';
export {
  type Circuit,
  type Handles,
  prepare,
  type Solution,
  type Solvable,
  type Sweep,
  type Swept,
  type Transfer,
} from './solver';
export { type Deck, type DeckAnalyses, writeSpice } from './spice';
export { BOLTZMANN, NOISE_BANDWIDTH_HZ, ownNoisePower, ROOM_KELVIN, thermalVolt } from './thermal';

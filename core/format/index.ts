export { ACT_TEXTS, actText } from './acts';
export { CAUSE_TEXTS, causeText } from './causes';
export { DIAGNOSIS_TEXTS, diagnosisText, SUSPECT_TEXTS, suspectText } from './diagnoses';
export { GATE_TEXTS, type GateMessage, type GateName, gateAsks, gateMessage, sayGate } from './gates';
export { lineUpText } from './line-ups';
export { sentenceList, TABLES } from './list';
export { type Filling, type Message, type Said, type Text, wordsOf } from './message';
export * from './numbers';
export { PLAN_TEXTS, type PlanMessage, planMessage, sayPlan } from './plans';
export { CAUTION_TEXTS, cautionText, RUN_TEXTS, runText } from './runs';
export { sightingText } from './sightings';
export {
  metresTold,
  PLAIN_STYLE,
  type Style,
  style,
  toldNumber,
  typedNumber,
  withDecimal,
  writeIn,
} from './style';
export { sayTake, TAKE_TEXTS, type TakeMessage, takeMessage } from './takes';

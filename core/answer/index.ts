export { checkAnswer, standingOf } from './check';
export { diagnoseAnswer, diagnosisOf, toldIn } from './diagnose';
export { jsonOf } from './json';
export { kitAnswer } from './kit';
export { levelsAnswer } from './levels';
export { type Planned, planAnswer, planFor } from './plan';
export { spiceAnswer } from './spice';
export { comparedWith, takeAnswer } from './take';

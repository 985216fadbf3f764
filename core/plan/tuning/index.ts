export { type Experience, newExperience, newTrackRecord, type Planning } from './experience';
export { knobsAhead } from './knobs-on-way';
export { knownKnobs } from './known-knobs';
export { openFaders } from './open-faders';
export { compareScores, failsNothing, isAsSound, isBetter, type Score, scoreOf, statusesOf } from './score';
export { setMonitoring } from './set-monitoring';
export { type Candidate, candidateOf, faultsOf, isHopeless, tuneFrom, tuneKnobs } from './tune-knobs';

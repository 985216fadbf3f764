export { type Experience, inexperienced, tally } from './experience';
export { knownKnobs } from './known-knobs';
export { opened } from './open-faders';
export { compareScores, type Score, scoreOf, statusesOf } from './score';
export { listenWell } from './set-monitoring';
export { faultsOf, isHopeless, judged, type Settled, settleFrom, settleKnobs } from './tune-knobs';

export { Belief, type HuntEvent } from './belief';
export {
  type Diagnosis,
  type DiagnosisProgress,
  diagnose,
  type HuntEnd,
  type Likely,
  type NextProbe,
} from './diagnosis';
export { MeterWatch, seenInStillness, seenInTaps, seenInWalk } from './from-live';
export { seenInTake } from './from-take';
export { Hunt } from './hunt';
export { NOTICES, type Notice, type NoticeId, noticesIn, SAID_YESTERDAY, saidWords, shows } from './notices';
export type { Probe, ProbeAnswer } from './probes';
export { sayCauseOf } from './say';
export { isFaultKind, type Seen, type Suspect } from './suspects';
export { type Weighed, weighed } from './weigh';

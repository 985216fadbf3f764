export {
  type Diagnosis,
  type DiagnosisProgress,
  diagnose,
  type HuntEnd,
  type Likely,
  type NextProbe,
} from './diagnosis';
export { seenInTake } from './from-take';
export { Belief, Hunt, type HuntEvent, type Weighed } from './hunt';
export { NOTICES, type Notice, type NoticeId, noticesIn, SAID_YESTERDAY, shows } from './notices';
export type { Probe, ProbeAnswer } from './probes';
export { isFaultKind, type Seen, type Suspect } from './suspects';

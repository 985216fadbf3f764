import { FORMAT_VERSION, type Job, type Setup } from './documents';

/** An ordinary talker at one metre, dB SPL; ANSI S3.5, rounded, from memory. */
export const ORDINARY_SPL = 62;

/** A job before anything was said of it. */
export const blankJob = (id: string, name: string): Job => ({
  format: 'symplex.job',
  version: FORMAT_VERSION,
  id,
  name,
  purpose: 'record',
  sources: [{ id: 'voice-1', name: 'Voice 1', splAt1m: ORDINARY_SPL }],
  arrangement: 'both-sides',
  device: 'phone-usb-c',
  app: 'recorder-picker',
  minutes: 30,
  hearing: 'nothing',
  place: 'hand',
  distanceM: 1,
  budget: null,
});

/** A setup with nothing on the table but the device of its job. */
export const bareSetup = (id: string, name: string, job: Job): Setup => ({
  format: 'symplex.setup',
  version: FORMAT_VERSION,
  id,
  name,
  job,
  parts: [{ id: 'device', class: job.device }],
  joints: [],
  placements: [],
  chosenInput: 'newest',
});

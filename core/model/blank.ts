import { FORMAT_VERSION, type Job, PLAIN_MAINS, type Setup } from './documents';
import { PLAIN_USUAL, sameMains, type Usual } from './usual';

/** A job before anything was said of it. */
export const blankJob = (id: string, name: string, { mains, talkerSpl }: Usual = PLAIN_USUAL): Job => ({
  format: 'symplex.job',
  version: FORMAT_VERSION,
  id,
  name,
  purpose: 'record',
  sources: [{ id: 'voice-1', name: 'Voice 1', splAt1m: talkerSpl }],
  arrangement: 'both-sides',
  device: 'phone-usb-c',
  app: 'recorder-picker',
  minutes: 30,
  hearing: 'nothing',
  place: 'hand',
  distanceM: 1,
  budget: null,
  ...(sameMains(mains, PLAIN_MAINS) ? {} : { mains }),
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

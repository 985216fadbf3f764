import {
  appsOf,
  askedName,
  type Catalogue,
  classIn,
  type Drawer,
  devicesOf,
  inApp,
  isCarried,
  type Job,
  movedTo,
  runsOn,
} from '../model';
import type { Answer } from './answers';
import { plan } from './plan';

/** A change of the job with which some chain works. */
export interface Relaxation {
  readonly label: string;
  readonly job: Job;
  readonly answer: Answer;
}

/** Chains tried where the app or the device is another: what does not work among the cheapest is not worth that much change. */
const TRIED_EACH = 20;

/**
 * What would open a way where no chain works: one blank of the job filled otherwise, each tried by the planner. Small
 * changes come first; of devices, the first few that are enough.
 * A generator of all found so far.
 */
export function* relaxations(job: Job, drawer: Drawer | null, catalogue: Catalogue): Generator<readonly Relaxation[]> {
  const found: Relaxation[] = [];
  let devices = 0;
  for (const { label, job: other, isDevice } of changes(job, catalogue)) {
    const most = other.app === job.app && !isDevice ? Number.POSITIVE_INFINITY : TRIED_EACH;
    if (isDevice && devices >= MOST_DEVICES) break;
    let tried = 0;
    for (const { answers } of plan(other, drawer, catalogue)) {
      tried += 1;
      const answer = answers.find((a) => a.score.failing + a.score.unknown === 0);
      if (answer) {
        found.push({ label, job: other, answer });
        if (isDevice) devices += 1;
      }
      if (answer || tried >= most) break;
    }
    yield [...found];
  }
}

const MOST_DEVICES = 3;

interface Change {
  readonly label: string;
  readonly job: Job;
  readonly isDevice?: true;
}

function* changes(job: Job, catalogue: Catalogue): Generator<Change> {
  const { budget, ...rest } = job;
  if (budget !== null) yield { label: 'Spend what it takes', job: { ...rest, budget: null } };
  for (const w of job.with ?? []) {
    const left = (job.with ?? []).filter((x) => x !== w);
    const { with: _, ...others } = job;
    yield { label: `Without ${askedName(w, catalogue)}`, job: left.length > 0 ? { ...others, with: left } : others };
  }
  if (job.charging) {
    const { charging: _, ...others } = job;
    yield { label: 'Do not charge it meanwhile', job: others };
  }
  if (job.place === 'gimbal') yield { label: 'Hold it in the hand', job: { ...job, place: 'hand' } };
  if (isCarried(job)) yield { label: 'Put it on a desk', job: { ...job, place: 'desk' } };
  if (job.place !== 'desk-mains') yield { label: 'Work at a desk with mains', job: { ...job, place: 'desk-mains' } };
  if (job.hearing !== 'nothing') yield { label: 'Hear nothing meanwhile', job: { ...job, hearing: 'nothing' } };
  if (job.arrangement === 'side-each') {
    yield { label: 'Mix the voices to both sides', job: { ...job, arrangement: 'both-sides' } };
  }
  if (job.arrangement === 'both-sides') {
    yield { label: 'Record on one channel', job: { ...job, arrangement: 'one' } };
  }
  for (const app of appsOf(catalogue)) {
    if (app.id !== job.app && runsOn(app, classIn(catalogue, job.device)))
      yield { label: `Use a ${app.name}`, job: inApp(job, app.id) };
  }
  for (const c of devicesOf(catalogue)) {
    if (c.id !== job.device) {
      yield {
        label: `Take another device: ${c.name.toLowerCase()}`,
        job: movedTo(job, c.id, catalogue),
        isDevice: true,
      };
    }
  }
}

import type { Drawer, Job, Setup } from '@/core/model';
import clayCall from './clay-call.setup.json';
import glazeCallers from './glaze-callers.setup.json';
import glazeHall from './glaze-hall.setup.json';
import glazeJob from './glaze-talk.job.json';
import glazeTooHot from './glaze-too-hot.setup.json';
import kilnFirstTry from './kiln-first-try.setup.json';
import kilnJob from './kiln-opening.job.json';
import kilnRehearsed from './kiln-rehearsed.setup.json';
import kilnSong from './kiln-song.setup.json';
import toolbox from './toolbox.drawer.json';
import visitNoPower from './visit-no-power.setup.json';
import visitJob from './workshop-visit.job.json';

// The scenario is ours: a potter, a wood-fired kiln, visitors in the workshop. The three casts: JSON widens literal
// types, and demo.test.ts reads each file the way an import is read.
export const demoSetups = [
  kilnRehearsed,
  kilnFirstTry,
  glazeTooHot,
  visitNoPower,
  glazeHall,
  kilnSong,
  clayCall,
  glazeCallers,
] as unknown as readonly Setup[];
export const demoJobs = [kilnJob, glazeJob, visitJob] as unknown as readonly Job[];
export const demoDrawer = toolbox as unknown as Drawer;

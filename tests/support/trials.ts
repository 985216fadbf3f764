import { type Catalogue, type Drawer, FORMAT_VERSION, type Job, newPart, RATED_SPL, type Source } from '@/core/model';
import { demoDrawer } from '@/demo';
import { atHome } from '@/tests/support/bench-setup';
import { catalogue } from '@/tests/support/frozen';

/** Jobs unlike those of the demo, and a drawer as large as planning is meant for: for tests and the bench. */

export const voice = (n: number | string): Source => ({ id: `v${n}`, name: `Voice ${n}`, splAt1m: 62 });

/** What comes out of a source of a class by wire. */
export const from = (id: string): Source => ({ id, name: id, splAt1m: RATED_SPL, from: id, sound: 'music' });

/** One voice for a recorder on a desk, heard by nobody and with money for anything, but for what is said. */
export const trialJob = (change: Partial<Job>, classes: Catalogue = catalogue): Job =>
  atHome(classes, {
    format: 'symplex.job',
    version: FORMAT_VERSION,
    id: 'trial',
    name: 'Trial',
    purpose: 'record',
    sources: [voice(1)],
    arrangement: 'one',
    device: 'phone-headset',
    app: 'recorder-picker',
    minutes: 30,
    hearing: 'nothing',
    place: 'desk-mains',
    distanceM: 1,
    budget: null,
    ...change,
  });

export const trialJobs: readonly Job[] = [
  trialJob({
    name: 'two voices, a side each',
    sources: [voice(1), voice(2)],
    arrangement: 'side-each',
    device: 'laptop-headset',
  }),
  trialJob({ name: 'a voice and a guitar', sources: [voice(1), from('guitar-passive')], device: 'laptop-headset' }),
  trialJob({
    name: 'a call, heard both ways',
    purpose: 'call',
    sources: [voice(1), voice(2)],
    device: 'laptop-two-holes',
    app: 'browser-call',
    hearing: 'both',
  }),
  trialJob({ name: 'a phone and a camera', also: [{ device: 'camera', app: 'plain-camera' }] }),
  trialJob({
    name: 'a line feed to a phone that streams, and to a recorder',
    purpose: 'live',
    sources: [from('feed-xlr')],
    app: 'streaming',
    also: [{ device: 'recorder-xlr', app: 'recorder-picker' }],
  }),
];

const own = demoDrawer.parts;
const others = [...catalogue.parts.values()].filter(
  (c) => !c.host && c.kind !== 'source' && !own.some((p) => p.class === c.id),
);

/** The demo's drawer, and one of each further class up to 60 parts. */
export const largeDrawer: Drawer = {
  ...demoDrawer,
  parts: [...own, ...others.slice(0, 60 - own.length).map(newPart)],
};

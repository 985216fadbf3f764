import { describe, expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { demoDrawer, demoJobs } from '@/demo';
import type { Drawer, Job, Source } from '../model';
import { plan } from './plan';

// One of each class besides what the demo owns, 60 parts in all: the size that planning is meant for.
const owned = new Set(demoDrawer.parts.map((p) => p.class));
const more = [...catalogue.parts.values()].filter((c) => !c.host && c.kind !== 'source' && !owned.has(c.id));
const large: Drawer = {
  ...demoDrawer,
  parts: [...demoDrawer.parts, ...more.slice(0, 60 - demoDrawer.parts.length).map((c) => ({ id: c.id, class: c.id }))],
};

const { budget: _, preference: __, ...base } = demoJobs[0];
const voice = (n: number): Source => ({ id: `v${n}`, name: `Voice ${n}`, splAt1m: 62 });
const from = (id: string): Source => ({ id, name: id, splAt1m: 94, from: id, sound: 'music' });
const job = (change: Partial<Job>): Job => ({
  ...base,
  budget: null,
  purpose: 'record',
  arrangement: 'one',
  device: 'laptop-headset',
  app: 'recorder-picker',
  hearing: 'nothing',
  place: 'desk-mains',
  distanceM: 1,
  minutes: 30,
  sources: [voice(1)],
  ...change,
});
const talked: Partial<Job> = { purpose: 'call', app: 'browser-call', device: 'laptop-two-holes' };

const jobs: readonly (readonly [string, Job])[] = [
  ...demoJobs.map((j) => [j.id, j] as const),
  ['two voices, a side each', job({ sources: [voice(1), voice(2)], arrangement: 'side-each' })],
  ['a voice and a guitar', job({ sources: [voice(1), from('guitar-passive')] })],
  ['a call, heard both ways', job({ ...talked, hearing: 'both', sources: [voice(1), voice(2)] })],
  ['a phone and a camera', job({ device: 'phone-headset', also: [{ device: 'camera', app: 'plain-camera' }] })],
  [
    'a line feed to a phone that streams, and to a recorder',
    job({
      sources: [from('feed-xlr')],
      purpose: 'live',
      device: 'phone-headset',
      app: 'streaming',
      also: [{ device: 'recorder-xlr', app: 'recorder-picker' }],
    }),
  ],
];

const cheapest = (wanted: Job, drawer: Drawer) =>
  Math.min(...[...plan(wanted, drawer, catalogue)].at(-1)!.working.map((a) => a.cost));

describe.each(jobs)('%s, owning 60 parts', (_name, wanted) => {
  test('there is an answer, and it costs no more than with the few that the demo owns', () => {
    expect(cheapest(wanted, large)).toBeLessThanOrEqual(cheapest(wanted, demoDrawer));
    expect(cheapest(wanted, large)).toBeLessThan(Number.POSITIVE_INFINITY);
  });
});

test('where nothing gives what is needed, the nearest misses tell what is missing', () => {
  const few: Drawer = {
    ...demoDrawer,
    parts: ['condenser-xlr', 'lead-xlr-4', 'lapel-4'].map((c) => ({ id: c, class: c })),
  };
  const wanted = job({ device: 'phone-headset', hearing: 'far-end', purpose: 'call', app: 'browser-call', budget: 0 });
  const { answers } = [...plan({ ...wanted, distanceM: 0.5 }, few, catalogue)].at(-1)!;
  expect(answers.length).toBeGreaterThan(0);
  for (const a of answers) expect(a.verdicts.find((v) => v.gate === 'heard')!.status).toBe('fail');
});

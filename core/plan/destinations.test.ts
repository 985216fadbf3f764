import { expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { demoJobs } from '@/demo';
import { mustAssess } from '../assess';
import { checkDocument, type Job } from '../model';
import { plan } from './plan';

const { budget: _, preference: __, ...base } = demoJobs[0];
const job = (change: Partial<Job>): Job => ({
  ...base,
  budget: null,
  purpose: 'record',
  sources: [{ id: 'v1', name: 'Voice 1', splAt1m: 62 }],
  arrangement: 'one',
  device: 'phone-headset',
  app: 'recorder-picker',
  hearing: 'nothing',
  place: 'desk-mains',
  distanceM: 1,
  minutes: 30,
  ...change,
});

test.each([
  ['a phone and a camera', job({ also: [{ device: 'camera', app: 'plain-camera' }] })],
  [
    'a phone that streams a line feed, and a recorder for safety',
    job({
      sources: [{ id: 'feed', name: 'Feed', splAt1m: 94, from: 'feed-xlr', sound: 'music' }],
      purpose: 'live',
      app: 'streaming',
      also: [{ device: 'recorder-xlr', app: 'recorder-picker' }],
    }),
  ],
])('%s: every answer leads to both, is judged at both, and buys no device or source', (_, wanted) => {
  const { answers } = [...plan(wanted, null, catalogue)].at(-1)!;
  expect(answers[0].score).toMatchObject({ failing: 0, unknown: 0 });
  for (const a of answers) {
    expect(checkDocument(a.setup, catalogue)).toBeNull();
    const { readings, also, verdicts } = mustAssess(a.setup, catalogue);
    expect([readings, ...also].map((r) => r.compiled.device.part.class)).toEqual([
      wanted.device,
      wanted.also![0].device,
    ]);
    for (const r of [readings, ...also]) expect(r.lines.some((l) => l.arrives)).toBe(true);
    expect(verdicts.map((v) => v.status)).toEqual(a.verdicts.map((v) => v.status));
    for (const p of a.toBuy) expect(['device', 'source']).not.toContain(catalogue.parts.get(p.class)!.kind);
  }
});

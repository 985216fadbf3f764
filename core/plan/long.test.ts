import { expect, test } from 'vitest';
import { demoDrawer } from '@/demo';
import { catalogue } from '@/tests/support/frozen';
import { trialJob } from '@/tests/support/trials';
import type { Job, Setup } from '../model';
import { plan } from './plan';

// By common practice: where the battery does not last, a charger goes into a port that is free, else an adapter with a
// hole for one stands on the way; with no mains about, a power bank; a laptop goes on its own supply.
const fedBy = ({ parts }: Setup): readonly string[] =>
  parts.map((p) => p.class).filter((c) => catalogue.parts.get(c)!.kind === 'power');
const best = (change: Partial<Job>, drawer: typeof demoDrawer | null) =>
  [...plan(trialJob(change), drawer, catalogue)].at(-1)!.answers[0];

test.each([
  ['a phone whose sound comes by the headset socket', { minutes: 480, app: 'streaming' }, /^charger/],
  ['a phone with nothing but its USB-C port', { minutes: 480, device: 'phone-usb-c', app: 'streaming' }, /^charger/],
  ['a tablet for half a day', { minutes: 720, device: 'tablet-usb-c', app: 'streaming' }, /^charger/],
  ['a phone in the hand', { minutes: 360, device: 'phone-usb-c', place: 'hand', app: 'plain-camera' }, /^bank/],
] as const)('%s outlasts its battery', (_, change, feed) => {
  for (const drawer of [null, demoDrawer]) {
    const { score, setup } = best(change, drawer);
    expect(score).toMatchObject({ failing: 0, unknown: 0 });
    expect(fedBy(setup).join()).toMatch(feed);
  }
});

test('a laptop goes on its own supply, and nothing is bought for it', () => {
  const { score, setup } = best({ minutes: 600, device: 'laptop-two-holes' }, null);
  expect(score).toMatchObject({ failing: 0, unknown: 0 });
  expect(fedBy(setup)).toEqual([]);
  expect(setup.parts.find((p) => p.class === 'laptop-two-holes')!.knobs!['supply']).toBeGreaterThan(0);
});

test('a device that nothing can charge is said not to last', () => {
  const { score, weakest } = best({ minutes: 360, device: 'phone-headset-old', app: 'streaming' }, null);
  expect(score.failing).toBeGreaterThan(0);
  expect(weakest).toMatchObject({
    gate: 'powered',
    sentence: expect.stringMatching(/lasts about 3 h 41 min/),
    detail: '15 % kept back.',
  });
});

import { expect, test } from 'vitest';
import { demoJobs } from '@/demo';
import { itemAt } from '../algorithms';
import { inApp, type Job, notKnownIn, onDevice, UNKNOWN, UNKNOWN_APP, UNKNOWN_DEVICE } from '.';

const job = itemAt(demoJobs, 0);
const strange: Job = {
  ...job,
  device: UNKNOWN_DEVICE,
  app: UNKNOWN_APP,
  was: { device: 'old-phone', app: 'old-call' },
};

test('what is not known is told by what it was called, the device first, then the app, further devices and sources', () => {
  expect(notKnownIn(job)).toBeNull();
  expect(notKnownIn(strange)).toMatch(/^The device "old-phone" is not known here/);
  expect(notKnownIn(onDevice(strange, job.device))).toMatch(/^The app "old-call" is not known here/);
  const also = [{ device: UNKNOWN_DEVICE, app: job.app }];
  expect(notKnownIn({ ...job, also })).toMatch(/^The device is not known here/);
  const sources = [{ id: 's', name: 'Feed', splAt1m: 94, from: UNKNOWN, was: 'old-feed' }];
  expect(notKnownIn({ ...job, sources })).toMatch(/^What Feed comes out of, "old-feed", is not known here/);
});

test('another device or app takes what the first was called with it, and leaves the other as it is', () => {
  expect(onDevice(strange, 'camera')).toMatchObject({ device: 'camera', app: UNKNOWN_APP, was: { app: 'old-call' } });
  const both = inApp(onDevice(strange, 'camera'), 'studio');
  expect(both).toEqual({ ...job, device: 'camera', app: 'studio' });
  expect(Object.keys(both)).not.toContain('was');
});

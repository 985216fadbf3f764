import { expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { demoJobs } from '@/demo';
import { itemAt } from '../algorithms';
import { inApp, type Job, movedTo, notKnownIn, UNKNOWN, UNKNOWN_APP, UNKNOWN_DEVICE } from '.';

const job = itemAt(demoJobs, 0);
const strange: Job = {
  ...job,
  device: UNKNOWN_DEVICE,
  app: UNKNOWN_APP,
  was: { device: 'old-phone', app: 'old-call' },
};

test('what is not known is told by what it was called, the device first, then the app, further devices and sources', () => {
  expect(notKnownIn(job, catalogue)).toBeNull();
  expect(notKnownIn(strange, catalogue)).toMatch(/^The device "old-phone" is not known here/);
  expect(notKnownIn(movedTo(strange, job.device, catalogue), catalogue)).toMatch(
    /^The app "old-call" is not known here/,
  );
  const also = [{ device: UNKNOWN_DEVICE, app: job.app }];
  expect(notKnownIn({ ...job, also }, catalogue)).toMatch(/^The device is not known here/);
  const sources = [{ id: 's', name: 'Feed', splAt1m: 94, from: UNKNOWN, was: 'old-feed' }];
  expect(notKnownIn({ ...job, sources }, catalogue)).toMatch(/^What Feed comes out of, "old-feed", is not known here/);
});

test('another device or app takes what the first was called with it, and leaves the other as it is', () => {
  expect(movedTo(strange, 'tablet-usb-c', catalogue)).toMatchObject({
    device: 'tablet-usb-c',
    app: UNKNOWN_APP,
    was: { app: 'old-call' },
  });
  const both = inApp(movedTo(strange, 'tablet-usb-c', catalogue), 'studio');
  expect(both).toEqual({ ...job, device: 'tablet-usb-c', app: 'studio' });
  expect(Object.keys(both)).not.toContain('was');
});

test('an app that a device does not have is told, and on another device the first that does the same work takes its place', () => {
  const call: Job = { ...job, device: 'phone-headset', app: 'phone-call' };
  expect(notKnownIn(call, catalogue)).toBeNull();
  expect(notKnownIn({ ...call, device: 'camera' }, catalogue)).toBe(
    'There is no phone call on this device: choose another app.',
  );
  for (const from of catalogue.apps.values()) {
    for (const { id, host } of catalogue.parts.values()) {
      if (!host) continue;
      const moved = movedTo({ ...call, app: from.id }, id, catalogue);
      expect(notKnownIn({ ...moved, device: id }, catalogue) ?? '').not.toMatch(/^There is no/);
      if (from.forms?.includes(host.form)) expect(moved.app).toBe(from.id);
    }
  }
});

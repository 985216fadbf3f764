import { describe, expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { demoSetups } from '@/demo';
import { assessed, gate, sketch, twoInABox, usbMic } from '@/tests/support/bench-setup';
import type { Session, Setup } from '../model';
import { mends } from '.';
import { survives } from './survives';

const best = (setup: Setup) => [...mends(setup, null, catalogue)].at(-1)![0];
const named = (id: string): Setup => demoSetups.find((s) => s.id === id)!;
const failing = (setup: Setup) => assessed(setup).verdicts.filter((v) => v.status === 'fail').length;

describe('what was done wrong at the device is put right there, for nothing', () => {
  test.each<[string, Setup, Session, RegExp]>([
    ['opened too early', usbMic('plain-camera'), { openedAfter: 0 }, /^Close the plain camera app and open it again$/],
    ['not allowed', usbMic('recorder-picker'), { permission: 'refused' }, /^Allow the recorder app/],
    ['no automatic choice', usbMic('streaming'), { automatic: 'off' }, /^Turn automatic choice on$/],
    ['told headphones', named('clay-call'), { answer: 'headphones' }, /answer: a headset$/],
    ['a track not armed', named('kiln-song'), named('kiln-song').session!, /^Arm a track for each input$/],
  ])('%s', (_, setup, session, label) => {
    const { session: __, ...careful } = setup;
    const wrong: Setup = { ...careful, session };
    expect(failing(wrong)).toBeGreaterThan(0);
    const mend = best(wrong);
    expect(mend).toMatchObject({ cost: 0, label: expect.stringMatching(label) });
    expect(failing(mend.setup)).toBe(0);
    // Only what was done at the device is other than before.
    expect(mend.setup.parts).toEqual(wrong.parts);
    expect(mend.setup.joints).toEqual(wrong.joints);
  });
  test('a second voice that noise processing swallows comes back when it is turned off', () => {
    const pair = twoInABox('browser-call');
    expect(gate(assessed(pair), 'wired').brief).toBe('not recorded');
    expect(best(pair)).toMatchObject({ label: 'Turn noise processing off', cost: 0 });
  });
});

describe('what survives the next device', () => {
  test('a USB-C microphone works on what has such a hole; on none that has not', () => {
    const setup = usbMic('recorder-picker');
    const sockets = [...catalogue.parts.values()].filter(
      (c) => c.host && c.id !== 'tablet-usb-c' && c.usb && c.ports.some((p) => p.connector === 'usb-c:socket'),
    );
    const count = survives(setup, 'tablet-usb-c', catalogue);
    expect(count).toBeGreaterThan(0);
    expect(count).toBeLessThanOrEqual(sockets.length);
  });
  test('what leads to a camera by a three-pole plug works on no device that wants another plug', () => {
    const setup = sketch({
      device: 'camera',
      parts: { mic: 'shotgun-camera' },
      joints: ['mic.plug > camera.mic'],
      hears: { mic: 0.5 },
    });
    const alike = [...catalogue.parts.values()].filter(
      (c) => c.host && c.id !== 'camera' && c.ports.some((p) => /^socket-3\.5/.test(p.connector)),
    );
    expect(survives(setup, 'camera', catalogue)).toBeLessThanOrEqual(alike.length);
  });
});

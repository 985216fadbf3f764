import { describe, expect, test } from 'vitest';
import { sketch, usbMic } from '@/tests/support/bench-setup';
import { catalogue } from '@/tests/support/frozen';
import { devicesServed } from './devices-served';

describe('what survives the next device', () => {
  test('a USB-C microphone works on what has such a socket; on none that has not', () => {
    const setup = usbMic('recorder-picker');
    const sockets = [...catalogue.parts.values()].filter(
      (c) => c.host && c.id !== 'tablet-usb-c' && c.usb && c.ports.some((p) => p.connector === 'usb-c:socket'),
    );
    const count = devicesServed(setup, 'tablet-usb-c', catalogue);
    expect(count).toBeGreaterThan(0);
    expect(count).toBeLessThanOrEqual(sockets.length);
  });
  test('what leads to a camera by a TRS plug works on no device that wants another plug', () => {
    const setup = sketch({
      device: 'camera',
      parts: { mic: 'shotgun-camera' },
      joints: ['mic.plug > camera.mic'],
      hears: { mic: 0.5 },
    });
    const alike = [...catalogue.parts.values()].filter(
      (c) => c.host && c.id !== 'camera' && c.ports.some((p) => /^socket-3\.5/.test(p.connector)),
    );
    expect(devicesServed(setup, 'camera', catalogue)).toBeLessThanOrEqual(alike.length);
  });
});

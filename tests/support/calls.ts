import type { Setup } from '@/core/model';
import { type Sketch, sketch } from './bench-setup';

/** Knobs of the mixer at which both callers hear everybody but themselves. */
const MIX_MINUS = {
  gain1: 50,
  gain2: 50,
  stereo1: -10,
  stereo2: -10,
  main: 8,
  phones: 5,
  aux1: -20,
  aux2: -20,
  auxStereo2: -28,
  effects1: -20,
  effects2: -20,
  effectsStereo1: -18,
} as const;

/**
 * Two people at a mixer with two callers: each phone comes in on a stereo channel and is fed by a send of its own, the aux
 * for the one and the effects send for the other; a laptop takes the main mix by USB.
 */
export const twoCallers = (knobs: Readonly<Record<string, number>> = {}, job: Sketch['job'] = {}): Setup =>
  sketch({
    job: {
      purpose: 'call',
      app: 'phone-call',
      hearing: 'both',
      also: [
        { device: 'phone-usb-c', app: 'phone-call' },
        { device: 'laptop-two-holes', app: 'recorder-picker' },
      ],
      ...job,
    },
    device: 'phone-headset',
    parts: {
      mic1: 'dynamic-handheld',
      x1: 'lead-xlr',
      mic2: 'dynamic-handheld',
      x2: 'lead-xlr',
      desk: { class: 'mixer-4-usb', knobs: { ...MIX_MINUS, ...knobs } },
      u: 'lead-usb-a-b',
      ears: 'headphones-6.35',
      a1: 'lead-instrument',
      box1: 'interface-headset-instrument',
      r1: 'lead-3-2x6.35',
      a2: 'lead-instrument',
      box2: 'interface-headset-instrument',
      r2: 'lead-3-2x6.35',
      ad: 'usbc-headset-active',
    },
    joints: [
      'mic1.xlr > x1.a',
      'x1.b > desk.mic1',
      'mic2.xlr > x2.a',
      'x2.b > desk.mic2',
      'desk.usb > u.b',
      'u.a > laptop-two-holes.usb',
      'ears.plug > desk.phones',
      'desk.aux > a1.a',
      'a1.b > box1.in',
      'box1.phones > r1.a',
      'r1.b > desk.stereo1-left',
      'r1.right > desk.stereo1-right',
      'box1.plug > phone-headset.socket',
      'desk.effects > a2.a',
      'a2.b > box2.in',
      'box2.phones > r2.a',
      'r2.b > desk.stereo2-left',
      'r2.right > desk.stereo2-right',
      'box2.plug > ad.socket',
      'ad.plug > phone-usb-c.usb',
    ],
    hears: { mic1: 0.1, mic2: 0.1 },
  });

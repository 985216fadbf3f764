import { expect, test } from 'vitest';
import { assessed, gate, type Sketch, sketch } from '@/tests/support/bench-setup';
import { itemAt } from '../algorithms';

const also = [{ device: 'recorder-xlr', app: 'device-own' }];
/** A microphone through a transformer splitter: one leg through an interface to the laptop, one to a recorder. */
const split = (second: boolean): Sketch => ({
  job: second ? { also } : {},
  device: 'laptop-headset',
  parts: {
    mic: 'dynamic-handheld',
    split: 'splitter-xlr',
    lead: 'lead-xlr',
    box: 'interface-usb-1',
    usb: 'lead-usb-a-c',
    ...(second ? { long: 'lead-xlr' } : {}),
  },
  joints: [
    'mic.xlr > split.xlr-in',
    'split.xlr-out > lead.a',
    'lead.b > box.in1',
    'box.usb > usb.b',
    'usb.a > laptop-headset.usb',
    ...(second ? ['split.iso > long.a', 'long.b > recorder-xlr.in1'] : []),
  ],
  hears: { mic: 0.1 },
});

test('each device is judged by its own input, and the second one loads the first by what its transformer passes on', () => {
  const one = assessed(sketch(split(false)));
  const two = assessed(sketch(split(true)));
  expect(two.also).toHaveLength(1);
  const [laptop, recorder] = [two.readings, two.also[0]];
  expect(laptop.intended?.part).toBe('box');
  expect(recorder.intended?.part).toBe('recorder-xlr');
  expect(itemAt(recorder.lines, 0).arrives).toBe(true);
  const level = (r: typeof laptop) => itemAt(itemAt(r.channels, 0).arrivals, 0).averageDbu;
  const loss = level(one.readings) - level(laptop);
  // Two inputs of 2 to 3 kohm across a source of 200 to 300 ohm: about a decibel, less than two.
  expect(loss).toBeGreaterThan(0.3);
  expect(loss).toBeLessThan(2);
});

test('what is wrong at the second device fails the gate, and the sentence names it', () => {
  const s = sketch(split(true));
  const deaf = { ...s, joints: s.joints.slice(0, -1) };
  const a = assessed(deaf);
  expect(gate(a, 'wired')).toMatchObject({ status: 'fail' });
  expect(gate(assessed(s), 'wired').status).not.toBe('fail');
  expect(itemAt(a.readings.lines, 0).arrives).toBe(true);
  expect(itemAt(itemAt(a.also, 0).lines, 0).arrives).toBe(false);
});

test('the order of destinations decides nothing but whose name comes first', () => {
  const a = assessed(sketch(split(true)));
  const s = sketch(split(true));
  const turned = assessed({
    ...s,
    job: {
      ...s.job,
      device: 'recorder-xlr',
      app: 'device-own',
      also: [{ device: 'laptop-headset', app: s.job.app }],
    },
  });
  const peak = (r: typeof a.readings) => itemAt(itemAt(r.channels, 0).arrivals, 0).peakDbfs;
  expect(peak(turned.readings)).toBeCloseTo(peak(itemAt(a.also, 0)), 2);
  expect(peak(itemAt(turned.also, 0))).toBeCloseTo(peak(a.readings), 2);
  expect(turned.verdicts.map((v) => v.status)).toEqual(a.verdicts.map((v) => v.status));
});

test('a short at the second device is blamed on the touch there, as it would be at the first', () => {
  const a = assessed(
    sketch({
      job: { also: [{ device: 'phone-headset', app: 'recorder-picker' }] },
      device: 'camera',
      parts: { mic: 'lapel-3', other: 'lapel-3' },
      joints: ['mic.plug > camera.mic', 'other.plug > phone-headset.socket'],
      hears: { mic: 0.2, other: 0.2 },
    }),
  );
  expect(gate(a, 'seen')).toMatchObject({ status: 'fail', joint: 'j2', part: 'other' });
  expect(gate(a, 'seen')).toMatchObject({ message: 'seen.shorted', values: { joint: 2, contact: 'sleeve' } });
});

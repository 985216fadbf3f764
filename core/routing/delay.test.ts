import { describe, expect, test } from 'vitest';
import { assessed, gate, type Sketch, sketch } from '@/tests/support/bench-setup';
import { catalogue } from '@/tests/support/frozen';
import { entryOf } from '../algorithms';
import type { Session } from '../model';
import { totalMs } from '.';

const value = (classId: string, name: string): number => entryOf(catalogue.parts.get(classId)!.values, name).value;

/** A radio pack through a receiver into an interface, headphones on the interface. */
const own = (app: string): Sketch => ({
  job: { hearing: 'myself', app },
  device: 'laptop-headset',
  parts: {
    pack: 'pack-own-mic',
    rx: { class: 'receiver-dual-mono', values: { delayMs: 4 } },
    lead: 'lead-3-xlr',
    box: { class: 'interface-usb-1', knobs: { gain1: 20 } },
    usb: 'lead-usb-a-c',
    ears: 'headphones-6.35',
  },
  joints: [
    'pack.radio > rx.radio',
    'rx.out > lead.a',
    'lead.b > box.in1',
    'box.usb > usb.b',
    'usb.a > laptop-headset.usb',
    'ears.plug > box.phones',
  ],
  hears: { pack: 0.2 },
});
const delaysOf = (s: Sketch) => assessed(sketch(s)).readings.delays;

describe('own voice through the app', () => {
  test('radio, converter in, buffer, converter out: each once', () => {
    const app = catalogue.apps.get('studio')!;
    const expected = 4 + 2 * value('interface-usb-1', 'delayMs') + app.bufferMs;
    expect(totalMs(delaysOf(own('studio')).own)).toBeCloseTo(expected, 9);
  });
  test('a studio app is in time, a recorder with a large buffer is too late (25 ms: common practice)', () => {
    const studio = assessed(sketch(own('studio')));
    expect(gate(studio, 'heard').findings.find((f) => f.unit === 'ms')!.status).toBe('pass');
    const recorder = assessed(sketch(own('recorder-picker')));
    expect(gate(recorder, 'heard')).toMatchObject({ status: 'fail', unit: 'ms', lane: 'return' });
    expect(gate(recorder, 'heard').sentence).toMatch(/You hear yourself 30 ms late, most of it from the recorder app/);
  });
  test('by wire at the interface it is late by the radio alone; by wire and through the app it is an echo (ITU-T G.131, from memory: from 25 ms)', () => {
    const box = (session: Session) => {
      const made = sketch({
        ...own('recorder-picker'),
        parts: { ...own('recorder-picker').parts, box: { class: 'interface-usb-1', knobs: { gain1: 45, direct: 1 } } },
      });
      return gate(assessed({ ...made, session }), 'heard');
    };
    const radio = 4;
    expect(box({ monitoring: 'off' }).findings.find((f) => f.unit === 'ms')!.value).toBeCloseTo(radio, 9);
    expect(box({ monitoring: 'off' }).status).toBe('pass');
    const apart = 2 * value('interface-usb-1', 'delayMs') + catalogue.apps.get('recorder-picker')!.bufferMs;
    const twice = box({});
    expect(twice.value).toBeCloseTo(apart, 9);
    expect(twice.status).toBe(apart > 25 ? 'fail' : 'caution');
    expect(twice.sentence).toMatch(/You hear yourself twice: by wire, and again through the recorder app/);
  });
  test('direct monitoring alone lets nobody hear the caller: the host who cannot hear remote guests', () => {
    const s = own('browser-call');
    const made = sketch({
      ...s,
      job: { hearing: 'far-end', app: 'browser-call' },
      parts: { ...s.parts, box: { class: 'interface-usb-1', knobs: { gain1: 45, direct: 1 } } },
    });
    const away = { ...catalogue, apps: new Map(catalogue.apps) };
    away.apps.set('browser-call', { ...catalogue.apps.get('browser-call')!, playbackFollowsInput: false });
    expect(gate(assessed(made), 'heard').status).not.toBe('fail');
    expect(gate(assessed(made, {}, away), 'heard')).toMatchObject({
      message: 'heard.silent',
      detail: 'They let you hear yourself by wire, and nothing of the caller.',
    });
  });
  test('an app that plays nothing back has no such delay', () => {
    expect(delaysOf(own('streaming')).own).toEqual([]);
  });
});

test('to the caller: line, buffer and network, judged by 400 ms one way (ITU-T G.114, from memory)', () => {
  const call = (networkMs: number) => {
    const app = catalogue.apps.get('browser-call')!;
    return { ...catalogue, apps: new Map([...catalogue.apps, [app.id, { ...app, networkMs }]]) };
  };
  const s = sketch({
    job: { hearing: 'far-end', app: 'browser-call' },
    device: 'laptop-headset',
    parts: { mic: 'lapel-3', split: 'splitter-2-1', ears: 'headphones' },
    joints: ['mic.plug > split.mic', 'ears.plug > split.phones', 'split.plug > laptop-headset.socket'],
    hears: { mic: 0.2 },
  });
  const judged = (networkMs: number) =>
    gate(assessed(s, {}, call(networkMs)), 'heard').findings.find((f) => f.unit === 'ms')!;
  expect(judged(90).status).toBe('pass');
  expect(judged(380)).toMatchObject({ status: 'fail', limit: 400 });
  const own = value('laptop-headset', 'delayMs') + catalogue.apps.get('browser-call')!.bufferMs;
  expect(judged(90).value).toBeCloseTo(90 + own, 9);
});

import { describe, expect, test } from 'vitest';
import { itemAt } from '@/core/algorithms';
import type { Place } from '@/core/model';
import { assessed, gate, type Sketch, sketch, toldOf } from '../support/bench-setup';

// The failures that people of the trade meet (common practice, no source): each must come out of the computation, with
// the joint or part to blame. Nothing in core knows these cases.

const judge = (s: Sketch) => assessed(sketch(s));

describe('damage', () => {
  test('48 V that reaches a phone through an XLR input is a failure of Safe, with the volts', () => {
    const phone = (phantom: number): Sketch => ({
      device: 'phone-headset',
      parts: {
        mic: 'dynamic-handheld',
        mixer: { class: 'mixer-small', knobs: { phantom } },
        split: 'splitter-2-1',
        long: 'lead-xlr',
        y: 'lead-3-xlr',
      },
      joints: [
        'mic.xlr > long.a',
        'long.b > mixer.mic1',
        'y.b > mixer.mic2',
        'y.a > split.mic',
        'split.plug > phone-headset.socket',
      ],
      hears: { mic: 0.1 },
    });
    const a = judge(phone(1));
    expect(gate(a, 'safe')).toMatchObject({ status: 'fail', part: 'phone-headset', joint: 'j5' });
    // 6.8 kohm from 48 V against 2.2 kohm from 2.3 V: (48 / 6.8 + 2.3 / 2.2) / (1 / 6.8 + 1 / 2.2) = 13.5 V.
    expect(gate(a, 'safe').value).toBeCloseTo(13.5, 1);
    expect(gate(a, 'safe').sentence).toMatch(/phantom power of Small mixer goes into the mic/);
    // Off it harms nothing; thrown it would, and that is said.
    const off = gate(judge(phone(0)), 'safe');
    expect(off).toMatchObject({ status: 'caution', part: 'phone-headset' });
    expect(off.sentence).toMatch(/Leave 48 V of Small mixer as it is/);
  });
  test('a mixer output that drives a microphone input beyond its supply is a failure of Safe', () => {
    const a = judge({
      job: { sources: [{ id: 'v1', name: 'Voice', splAt1m: 80 }] },
      device: 'phone-headset',
      parts: {
        mic: 'dynamic-handheld',
        long: 'lead-xlr',
        mixer: { class: 'mixer-small', knobs: { gain1: 60, main: 10 } },
        out: 'lead-6.35-3.5',
        split: 'splitter-2-1',
      },
      joints: [
        'mic.xlr > long.a',
        'long.b > mixer.mic1',
        'mixer.phones > out.a',
        'out.b > split.mic',
        'split.plug > phone-headset.socket',
      ],
      hears: { mic: 0.05 },
    });
    expect(gate(a, 'safe')).toMatchObject({ status: 'fail', joint: 'j5' });
  });
});

describe('power, sockets and cases', () => {
  test('an adapter that charges runs what the plain one cannot', () => {
    const on = (adapter: string, charger: boolean): Sketch => ({
      device: 'tablet-8-contact',
      parts: { mic: 'usb-mic-large', lead: 'lead-usb-a-b', adapter, ...(charger ? { mains: 'charger-8c' } : {}) },
      joints: [
        'adapter.plug > tablet-8-contact.port',
        'lead.a > adapter.usb',
        'mic.usb > lead.b',
        ...(charger ? ['mains.plug > adapter.charge'] : []),
      ],
      hears: { mic: 0.3 },
    });
    expect(gate(judge(on('8c-usb', false)), 'powered')).toMatchObject({ status: 'fail', joint: 'j1', part: 'mic' });
    expect(gate(judge(on('8c-usb-charging', false)), 'powered').status).toBe('fail');
    expect(gate(judge(on('8c-usb-charging', true)), 'powered').status).toBe('pass');
  });
  test('a bus-powered hub adds no power, a mains-powered one does', () => {
    const on = (hub: string): Sketch => ({
      device: 'phone-usb-c',
      parts: { mic: 'usb-mic-large', lead: 'lead-usb-a-b', hub },
      joints: ['hub.plug > phone-usb-c.usb', 'lead.a > hub.usb1', 'mic.usb > lead.b'],
      hears: { mic: 0.3 },
    });
    expect(gate(judge(on('hub-bus')), 'powered').status).toBe('fail');
    expect(gate(judge(on('hub-mains')), 'powered').status).toBe('pass');
  });
  test('two USB microphones on a phone: the newer stays', () => {
    const a = judge({
      device: 'phone-usb-c',
      parts: { one: 'usb-mic-large', two: 'usb-mic-large', l1: 'lead-usb-a-b', l2: 'lead-usb-a-b', hub: 'hub-mains' },
      joints: ['hub.plug > phone-usb-c.usb', 'l1.a > hub.usb1', 'one.usb > l1.b', 'l2.a > hub.usb2', 'two.usb > l2.b'],
      hears: { one: 0.3, two: 0.3 },
    });
    expect(a.readings.entries.filter((e) => e.listed).map((e) => e.part)).toEqual(['two', 'phone-usb-c']);
  });
  const phonesOn = (hole: 'mic' | 'phones'): Sketch => ({
    job: { hearing: 'far-end' },
    device: 'laptop-two-holes',
    parts: { mic: 'usb-mic-small', adapter: 'usbc-usba', ears: 'headphones' },
    joints: [`ears.plug > laptop-two-holes.${hole}`],
    hears: { mic: 0.3 },
  });
  test('headphones in the microphone socket are silent', () => {
    expect(gate(judge(phonesOn('mic')), 'heard')).toMatchObject({ status: 'fail', joint: 'j1', brief: 'silent' });
    expect(gate(judge(phonesOn('phones')), 'heard').status).toBe('pass');
  });
  test('headphones in the device go silent when playback moves to the interface', () => {
    const a = judge({
      job: { hearing: 'far-end' },
      device: 'laptop-headset',
      parts: { mic: 'usb-mic-large', lead: 'lead-usb-a-b', ears: 'headphones' },
      joints: ['ears.plug > laptop-headset.socket', 'lead.a > laptop-headset.usb', 'mic.usb > lead.b'],
      hears: { mic: 0.3 },
    });
    expect(gate(a, 'heard')).toMatchObject({ status: 'fail', part: 'ears' });
    expect(gate(a, 'heard')).toMatchObject({ message: 'heard.silent', values: { from: 'Large USB microphone' } });
  });
  test('a case that holds the plug out, and a plug half in, fail at Fit with the millimetres', () => {
    for (const out of [2, 3.1, 6]) {
      const a = judge({
        device: 'phone-headset',
        parts: { mic: 'lapel-4' },
        joints: [['mic.plug > phone-headset.socket', out]],
        hears: { mic: 0.2 },
      });
      expect(gate(a, 'fit')).toMatchObject({ status: 'fail', joint: 'j1', value: out });
      expect(gate(a, 'wired').status).toBe('fail');
    }
  });
  test('where two good connections stand before a half-drawn one, the line stops at that one', () => {
    const a = judge({
      device: 'phone-headset',
      parts: { mic: 'lapel-3', split: 'splitter-2-1', ext: 'extension-4' },
      joints: ['mic.plug > split.mic', ['split.plug > ext.a', 3.2], 'ext.b > phone-headset.socket'],
      hears: { mic: 0.2 },
    });
    expect(gate(a, 'wired').status).toBe('fail');
    expect(gate(a, 'fit')).toMatchObject({ status: 'fail', joint: 'j2' });
    const told = toldOf(a.readings.compiled.setup);
    expect(told.first).toMatchObject({ joint: 'j2' });
    expect(told.causes).toHaveLength(1);
    expect(itemAt(told.mends, 0).label).toBe('Push the plug of connection 2 fully in');
  });
  test('a phone that goes flat before the end', () => {
    const a = judge({
      job: { minutes: 400, app: 'streaming' },
      device: 'phone-headset',
      parts: { mic: 'lapel-4' },
      joints: ['mic.plug > phone-headset.socket'],
      hears: { mic: 0.2 },
    });
    // 13 Wh, 15 % kept back, at 3 W: 13 * 0.85 / 3 * 60 = 221 minutes.
    expect(gate(a, 'powered').value).toBeCloseTo(221, 0);
    expect(gate(a, 'powered')).toMatchObject({ status: 'fail', part: 'phone-headset' });
  });
});

describe('parts that need the mains', () => {
  const withMixer = (place: 'desk-mains' | 'hand'): Sketch => ({
    job: { place },
    device: 'camera',
    parts: { mic: 'dynamic-handheld', desk: 'mixer-small', lead: 'lead-phono-3.5' },
    joints: ['mic.xlr > desk.mic1', 'lead.a > desk.rec-left', 'lead.right > desk.rec-right', 'lead.b > camera.mic'],
    hears: { mic: 0.1 },
  });
  test('are found wanting where there is none, by name, and not where there is', () => {
    const without = gate(judge(withMixer('hand')), 'powered');
    expect(without).toMatchObject({ status: 'fail', part: 'desk' });
    expect(without.sentence).toMatch(/needs the mains/);
    expect(gate(judge(withMixer('desk-mains')), 'powered').status).toBe('pass');
  });
});

describe('a device that is held up bears only so much', () => {
  const hung = (place: Place) =>
    gate(
      judge({
        job: { place },
        device: 'phone-usb-c',
        parts: { mic: { class: 'usb-mic-small', values: { massG: 90 } } },
        joints: ['mic.usb > phone-usb-c.usb'],
        hears: { mic: 0.2 },
      }),
      'fit',
    );
  test('a gimbal is thrown out of balance by what a hand still carries, and a desk does not feel', () => {
    // 30 % of a 200 g phone is 60 g, 75 % is 150 g.
    expect(hung('gimbal')).toMatchObject({ status: 'fail', part: 'mic', value: 90, limit: 60, unit: 'g' });
    expect(hung('hand')).toMatchObject({ status: 'pass' });
    expect(hung('desk').unit).toBe('mm');
  });
  test('on a cord it weighs nothing there', () => {
    const onCord = judge({
      job: { place: 'gimbal' },
      device: 'phone-headset',
      parts: { mic: 'dynamic-handheld', lead: 'lead-xlr-4' },
      joints: ['mic.xlr > lead.a', 'lead.b > phone-headset.socket'],
      hears: { mic: 0.1 },
    });
    expect(gate(onCord, 'fit').status).toBe('pass');
  });
});

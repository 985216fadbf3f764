import { describe, expect, test } from 'vitest';
import { assessed, gate, type Sketch, sketch, toldOf } from '../support/bench-setup';

// The failures that people of the trade meet (common practice, no source): each must come out of the computation, with
// the joint or part to blame. Nothing in core knows these cases.

const judge = (s: Sketch) => assessed(sketch(s));

const lapelStraight = (device: string, socket = 'socket'): Sketch => ({
  device,
  parts: { mic: 'lapel-3' },
  joints: [`mic.plug > ${device}.${socket}`],
  hears: { mic: 0.2 },
});

describe('plugged in, nothing changes', () => {
  test('a TRS plug in a headset socket shorts the microphone contact; the built-in microphone records', () => {
    const a = judge(lapelStraight('phone-headset'));
    expect(gate(a, 'seen')).toMatchObject({ status: 'fail', joint: 'j1', part: 'mic' });
    expect(gate(a, 'seen').value).toBeLessThan(1);
    expect(gate(a, 'seen')).toMatchObject({ message: 'seen.shorted', values: { joint: 1, contact: 'sleeve' } });
    expect(a.readings.taken?.spec.identity).toBe('built-in');
  });
  test('the connection to blame is the one in the middle of a longer chain, not the last', () => {
    const a = judge({
      device: 'phone-headset',
      parts: { mic: 'lapel-3', ext: 'extension-4', four: 'lead-4-4', ext2: 'extension-4' },
      joints: ['mic.plug > ext.a', 'ext.b > ext2.a', 'ext2.b > phone-headset.socket'],
      hears: { mic: 0.2 },
    });
    expect(gate(a, 'seen')).toMatchObject({ status: 'fail', joint: 'j1' });
  });
  test('a two-into-one splitter opens the contact, and the phone sees a microphone', () => {
    const a = judge({
      device: 'phone-headset',
      parts: { mic: 'lapel-3', split: 'splitter-2-1' },
      joints: ['mic.plug > split.mic', 'split.plug > phone-headset.socket'],
      hears: { mic: 0.2 },
    });
    expect(gate(a, 'seen').status).toBe('pass');
    expect(gate(a, 'wired').status).toBe('pass');
  });
});

describe('a headset cable works on one computer and not on another', () => {
  const viaSplitter = (device: string, ears: boolean): Sketch => ({
    device,
    parts: { mic: 'lapel-4', split: 'headset-breakout', ...(ears ? { ears: 'headphones' } : {}) },
    joints: [
      'mic.plug > split.headset',
      ...(device === 'laptop-two-holes' ? ['split.mic > laptop-two-holes.mic'] : []),
    ],
    hears: { mic: 0.2 },
  });
  const direct = (device: string): Sketch => ({
    device,
    parts: { mic: 'lapel-4' },
    joints: [device === 'laptop-headphones-only' ? `mic.plug > ${device}.phones` : `mic.plug > ${device}.socket`],
    hears: { mic: 0.2 },
  });
  test('a phone takes it', () => expect(gate(judge(direct('phone-headset')), 'seen').status).toBe('pass'));
  test('a laptop that wants to see headphones does not, until there are some', () => {
    const without = judge(direct('laptop-headset-load'));
    expect(gate(without, 'seen')).toMatchObject({ status: 'fail', joint: 'j1' });
    expect(gate(without, 'seen').message).toBe('seen.wants-headphones');
    const withEars = judge({
      device: 'laptop-headset-load',
      parts: { mic: 'lapel-3', split: 'splitter-2-1', ears: 'headphones' },
      joints: ['mic.plug > split.mic', 'ears.plug > split.phones', 'split.plug > laptop-headset-load.socket'],
      hears: { mic: 0.2 },
    });
    expect(gate(withEars, 'seen').status).toBe('pass');
  });
  test('a headphone-only socket has no microphone contact at all', () => {
    const a = judge(direct('laptop-headphones-only'));
    expect(gate(a, 'seen')).toMatchObject({ status: 'fail', joint: 'j1' });
    expect(gate(a, 'wired').status).toBe('fail');
  });
  test('a laptop with two sockets takes it by a breakout', () => {
    expect(gate(judge(viaSplitter('laptop-two-holes', false)), 'seen').status).toBe('pass');
    expect(gate(judge(viaSplitter('laptop-two-holes', false)), 'wired').status).toBe('pass');
  });
  test('the older order of contacts shorts it; an order swap mends that', () => {
    expect(gate(judge(direct('phone-headset-old')), 'wired').status).toBe('fail');
    const swapped = judge({
      device: 'phone-headset-old',
      parts: { mic: 'lapel-4', swap: 'order-swap' },
      joints: ['mic.plug > swap.socket', 'swap.plug > phone-headset-old.socket'],
      hears: { mic: 0.2 },
    });
    expect(gate(swapped, 'seen').status).toBe('pass');
    expect(gate(swapped, 'wired').status).toBe('pass');
  });
});

describe('an interface is not noticed until headphones are plugged into it', () => {
  const instrument = (ears: boolean): Sketch => ({
    device: 'laptop-headset-load',
    parts: { mic: 'dynamic-6.35', box: 'interface-headset-instrument', ...(ears ? { ears: 'headphones' } : {}) },
    joints: ['mic.plug > box.in', 'box.plug > laptop-headset-load.socket', ...(ears ? ['ears.plug > box.phones'] : [])],
    hears: { mic: 0.1 },
  });
  test('without', () => {
    expect(gate(judge(instrument(false)), 'seen').sentence).toMatch(/headphones/);
    expect(gate(judge(instrument(false)), 'seen').status).toBe('fail');
  });
  test('with', () => expect(gate(judge(instrument(true)), 'seen').status).toBe('pass'));
});

describe('listed on the box, missing in use', () => {
  const usbMic = (app: string): Sketch => ({
    job: { app },
    device: 'phone-usb-c',
    parts: { mic: 'lapel-usb-c' },
    joints: ['mic.usb > phone-usb-c.usb'],
    hears: { mic: 0.2 },
  });
  test('works in the recorder', () => expect(gate(judge(usbMic('recorder-picker')), 'seen').status).toBe('pass'));
  test('is refused by a browser call page that takes headsets only', () => {
    const a = judge(usbMic('browser-call'));
    expect(gate(a, 'seen')).toMatchObject({ status: 'fail', joint: 'j1', part: 'mic' });
    expect(gate(a, 'seen').message).toBe('seen.headset-only');
  });
  test('but on a laptop the same page takes any input that is listed', () => {
    const a = judge({
      job: { app: 'browser-call' },
      device: 'laptop-two-holes',
      parts: { mic: 'usb-mic-large', lead: 'lead-usb-a-b' },
      joints: ['lead.a > laptop-two-holes.usb', 'mic.usb > lead.b'],
      hears: { mic: 0.3 },
    });
    expect(gate(a, 'seen').status).toBe('pass');
    expect(a.readings.taken?.part).toBe('mic');
  });
  const viaAdapter = (adapter: string, device: string, port: string): Sketch => ({
    job: { app: 'browser-call' },
    device,
    parts: { mic: 'lapel-4', adapter },
    joints: ['mic.plug > adapter.socket', `adapter.plug > ${device}.${port}`],
    hears: { mic: 0.2 },
  });
  test('an adapter that is a headset is taken', () =>
    expect(gate(judge(viaAdapter('8c-headset-licensed', 'phone-8-contact', 'port')), 'seen').status).toBe('pass'));
  test('an unlicensed one is refused by name', () =>
    expect(gate(judge(viaAdapter('8c-headset-unlicensed', 'phone-8-contact', 'port')), 'seen')).toMatchObject({
      status: 'fail',
      part: 'adapter',
    }));
  test('a passive USB-C adapter is silent where the host has no analogue contacts, and works where it has', () => {
    const silent = judge(viaAdapter('usbc-headset-passive', 'phone-usb-c', 'usb'));
    expect(gate(silent, 'wired').status).toBe('fail');
    expect(toldOf(sketch(viaAdapter('usbc-headset-passive', 'phone-usb-c', 'usb'))).first).toMatchObject({
      joint: 'j2',
    });
    const works = judge(viaAdapter('usbc-headset-passive', 'phone-usb-c-analogue', 'usb'));
    expect(gate(works, 'wired').status).toBe('pass');
    expect(gate(works, 'seen').status).toBe('pass');
    expect(gate(judge(viaAdapter('usbc-headset-active', 'phone-usb-c', 'usb')), 'seen').status).toBe('pass');
  });
});

describe('left, right and upside down', () => {
  const toCamera = (receiver: string, purpose: 'record' | 'live', extra?: string): Sketch => ({
    job: { purpose, app: 'plain-camera' },
    device: 'camera',
    parts: { pack: 'pack-own-mic', rx: receiver, lead: 'lead-3-3', ...(extra ? { extra } : {}) },
    joints: extra
      ? ['pack.radio > rx.radio', 'rx.out > lead.a', 'lead.b > extra.socket', 'extra.plug > camera.mic']
      : ['pack.radio > rx.radio', 'rx.out > lead.a', 'lead.b > camera.mic'],
    hears: { pack: 0.2 },
  });
  test('a mono receiver drives the left only: fatal live, a caution for an edit that wants both', () => {
    expect(gate(judge(toCamera('receiver-mono', 'live')), 'wired')).toMatchObject({
      status: 'fail',
      joint: 'j2',
      brief: 'left only',
    });
    const both = toCamera('receiver-mono', 'record');
    const wished = judge({ ...both, job: { ...both.job, arrangement: 'both-sides' } });
    expect(gate(wished, 'wired')).toMatchObject({ status: 'caution', joint: 'j2' });
    // Who asked for one channel has one.
    expect(gate(judge(both), 'wired').status).toBe('pass');
  });
  test('a mono-to-both adapter, or a receiver that drives both, mends it', () => {
    expect(gate(judge(toCamera('receiver-mono', 'live', 'mono-to-both')), 'wired').status).toBe('pass');
    expect(gate(judge(toCamera('receiver-dual-mono', 'live')), 'wired').status).toBe('pass');
  });
  const balanced = (lead: string): Sketch => ({
    job: { app: 'plain-camera' },
    device: 'camera',
    parts: { mic: 'dynamic-handheld', lead },
    joints: ['mic.xlr > lead.a', 'lead.b > camera.mic'],
    hears: { mic: 0.1 },
  });
  test('a balanced source into a stereo input cancels in mono; the connection where cold meets right is named', () => {
    const a = judge(balanced('lead-xlr-3'));
    expect(gate(a, 'wired')).toMatchObject({ status: 'fail', joint: 'j2', brief: 'cancels in mono' });
    expect(gate(judge(balanced('lead-xlr-3-mono')), 'wired').status).toBe('pass');
  });
});

describe('distorted, hissing, dead', () => {
  const mixer = (lead: string, knobs: Record<string, number>): Sketch => ({
    job: { app: 'plain-camera' },
    device: 'camera',
    parts: { mic: 'dynamic-handheld', lead: 'lead-xlr', mixer: { class: 'mixer-small', knobs }, out: lead },
    joints: [
      'mic.xlr > lead.a',
      'lead.b > mixer.mic1',
      'mixer.rec-left > out.a',
      'mixer.rec-right > out.right',
      'out.b > camera.mic',
    ],
    hears: { mic: 0.05 },
  });
  test('line into a microphone input is tens of decibels too hot, at the connection where they meet', () => {
    const level = gate(judge(mixer('lead-phono-3.5', { gain1: 56, main: 0 })), 'level');
    expect(level).toMatchObject({ status: 'fail', joint: 'j5' });
    expect(level.value).toBeLessThan(-15);
  });
  test('clipped further up: the stage is named, and the last knob does not help', () => {
    const a = judge(mixer('lead-phono-3.5', { gain1: 60, main: -40 }));
    const loud = sketch(mixer('lead-phono-3.5', { gain1: 60, main: -40 }));
    const shouting = assessed({ ...loud, job: { ...loud.job, sources: [{ id: 'v1', name: 'Voice 1', splAt1m: 80 }] } });
    expect(gate(a, 'level').status).not.toBe('fail');
    expect(gate(shouting, 'level')).toMatchObject({ status: 'fail', part: 'mixer' });
  });
  test('a dynamic microphone on a weak preamplifier hisses, and the converter of the phone is the reason', () => {
    const a = judge({
      device: 'phone-headset',
      parts: { mic: 'dynamic-handheld', lead: 'lead-xlr', box: 'xlr-to-headset' },
      joints: ['mic.xlr > lead.a', 'lead.b > box.xlr', 'box.plug > phone-headset.socket'],
      hears: { mic: 0.6 },
    });
    expect(gate(a, 'clean')).toMatchObject({ status: 'fail', part: 'phone-headset' });
  });
  test('a condenser is dead with 48 V off, alive with it on', () => {
    const on = (phantom: number): Sketch => ({
      device: 'tablet-usb-c',
      parts: {
        mic: 'condenser-xlr',
        lead: 'lead-xlr',
        box: { class: 'interface-usb-1', knobs: { phantom } },
        usb: 'lead-usb-c-c',
      },
      joints: ['mic.xlr > lead.a', 'lead.b > box.in1', 'box.usb > usb.b', 'usb.a > tablet-usb-c.usb'],
      hears: { mic: 0.3 },
    });
    expect(gate(judge(on(0)), 'wired')).toMatchObject({ status: 'fail', part: 'mic' });
    const told = toldOf(sketch(on(0)));
    expect(told.first.part).toBe('box');
    expect(told.first.line).toMatch(/48 V is off at USB interface.*one cause/);
    expect(told.mends[0]).toMatchObject({ label: expect.stringMatching(/^Switch 48 V on at/), buys: false });
    expect(gate(judge(on(1)), 'wired').status).toBe('pass');
  });
  test('an electret without plug-in power is dead', () => {
    const a = judge({
      device: 'tablet-usb-c',
      parts: {
        mic: 'lapel-3',
        lead: 'lead-3-xlr',
        couple: 'coupler-3.5-3',
        box: 'interface-usb-1',
        usb: 'lead-usb-c-c',
      },
      joints: [
        'mic.plug > couple.a',
        'lead.a > couple.b',
        'lead.b > box.in1',
        'box.usb > usb.b',
        'usb.a > tablet-usb-c.usb',
      ],
      hears: { mic: 0.2 },
    });
    expect(gate(a, 'wired').sentence).toMatch(/gets no plug-in power: 0.00 V arrive/);
  });
});

describe('bodypack receivers straight in', () => {
  const receiver = (rx: string): Sketch => ({
    device: 'phone-headset',
    parts: { pack: 'pack-own-mic', rx, lead: 'lead-3-4' },
    joints: ['pack.radio > rx.radio', 'rx.out > lead.a', 'lead.b > phone-headset.socket'],
    hears: { pack: 0.2 },
  });
  test('low resistance for direct current reads as a pressed button', () => {
    const a = judge(receiver('receiver-low-dc'));
    expect(gate(a, 'seen')).toMatchObject({ status: 'fail', joint: 'j3' });
    expect(a.readings.entries.find((e) => e.part === 'phone-headset' && e.spec.id === 'headset')?.why).toBe('button');
  });
  test('high resistance reads as no microphone', () => {
    const a = judge(receiver('receiver-high-dc'));
    expect(a.readings.entries.find((e) => e.spec.id === 'headset')?.why).toBe('open');
  });
  test('one made for it is seen', () => expect(gate(judge(receiver('receiver-mono')), 'seen').status).toBe('pass'));
});

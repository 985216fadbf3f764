import { describe, expect, test } from 'vitest';
import { assessed, gate, sketch, twoInABox, usbMic } from '@/tests/support/bench-setup';
import type { Session, Setup } from '../model';

const during = (setup: Setup, session: Session) => assessed({ ...setup, session });

describe('what was done at the device decides what is recorded', () => {
  test('opened before the plug, a camera app goes on with the built-in microphone; a recorder lets one choose', () => {
    expect(gate(during(usbMic('plain-camera'), {}), 'seen').status).toBe('pass');
    const late = during(usbMic('plain-camera'), { openedAfter: 0 });
    expect(late.readings.taken?.spec.identity).toBe('built-in');
    expect(gate(late, 'seen')).toMatchObject({ status: 'fail', brief: 'plugged too late' });
    expect(gate(during(usbMic('recorder-picker'), { openedAfter: 0 }), 'seen').status).toBe('pass');
  });
  test('a device that changes nothing by itself leaves the app on what it had', () => {
    expect(gate(during(usbMic('streaming'), { automatic: 'off' }), 'seen').brief).toBe('not switched over');
  });
  test('an app that may not hear records nothing', () => {
    const a = during(usbMic('recorder-picker'), { permission: 'refused' });
    expect(a.readings.taken).toBeNull();
    expect(gate(a, 'seen')).toMatchObject({ status: 'fail', brief: 'not allowed' });
  });
  test('the wrong answer to a laptop that asks costs the microphone', () => {
    const setup = sketch({
      device: 'laptop-headset',
      parts: { mic: 'lapel-3', split: 'splitter-2-1', ears: 'headphones' },
      joints: ['mic.plug > split.mic', 'ears.plug > split.phones', 'split.plug > laptop-headset.socket'],
      hears: { mic: 0.2 },
    });
    expect(gate(during(setup, {}), 'seen').status).not.toBe('fail');
    expect(gate(during(setup, { answer: 'headphones' }), 'seen').brief).toBe('told: headphones');
  });
  test('sound plays where it is sent, in an app where that can be chosen', () => {
    const setup = twoInABox('recorder-picker');
    expect(during(setup, {}).readings.playbackPart).toBe('box');
    expect(during(setup, { output: 'laptop-headphones-only' }).readings.playbackPart).toBe('laptop-headphones-only');
    expect(during(twoInABox('streaming'), { output: 'laptop-headphones-only' }).readings.playbackPart).toBe('box');
  });
});

describe('how many channels arrive, and which of them are kept', () => {
  test('noise processing leaves one channel of two: the second voice is lost, and Wired says where', () => {
    const call = during(twoInABox('browser-call'), {});
    expect(call.readings.channels.map((c) => c.number)).toEqual([1]);
    expect(gate(call, 'wired')).toMatchObject({ status: 'fail', brief: 'not recorded', part: 'box' });
    expect(gate(call, 'wired').sentence).toMatch(/Voice 2 arrives at input 2/);
    expect(gate(during(twoInABox('browser-call'), { processing: 'off' }), 'wired').status).toBe('pass');
  });
  test('a studio records what is armed', () => {
    const studio = twoInABox('studio');
    expect(gate(during(studio, {}), 'wired').status).toBe('pass');
    const track = (channel: number, armed: boolean) => ({ part: 'box', channel, armed });
    const one = during(studio, { tracks: [track(1, true), track(2, false)] });
    expect(gate(one, 'wired').sentence).toMatch(/no armed track of the music studio app/);
    expect(gate(during(studio, { tracks: [track(2, true), track(1, true)] }), 'wired').status).toBe('pass');
  });
  test('two boxes at a laptop are recorded together, and their clocks run apart with the length of the session', () => {
    const boxes = (minutes: number) =>
      sketch({
        job: { app: 'studio', arrangement: 'side-each', minutes },
        device: 'laptop-headphones-only',
        parts: {
          one: 'usb-mic-large',
          two: 'usb-mic-large',
          hub: 'hub-mains',
          a: 'lead-usb-a-b',
          b: 'lead-usb-a-b',
          up: 'usba-usbc',
        },
        joints: [
          'up.plug > laptop-headphones-only.usb',
          'hub.plug > up.usb',
          'a.a > hub.usb1',
          'one.usb > a.b',
          'b.a > hub.usb2',
          'two.usb > b.b',
        ],
        hears: { one: 0.2, two: 0.2 },
      });
    const tracks = ['one', 'two'].map((part) => ({ part, channel: 1, armed: true }));
    const short = during(boxes(5), { tracks });
    expect(short.readings.channels.map((c) => c.input.part).sort()).toEqual(['one', 'two']);
    expect(gate(short, 'wired').status).toBe('pass');
    // By hand: two quartzes, 50 millionths each, an hour: 360 ms.
    const long = gate(during(boxes(60), { tracks }), 'seen');
    expect(long.value).toBeCloseTo(360, 6);
    expect(long.sentence).toMatch(/clocks of their own: up to 360 ms apart/);
    // An hour's drift an edit can mend; live it cannot.
    expect(long.status).toBe('caution');
    const live = boxes(60);
    expect(gate(during({ ...live, job: { ...live.job, purpose: 'live' } }, { tracks }), 'seen').status).toBe('fail');
    expect(gate(during(boxes(60), {}), 'wired').status).toBe('fail');
  });
});

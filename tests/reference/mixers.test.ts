import { describe, expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { mustAssess } from '@/core/assess';
import { whoHearsWhom } from '@/core/call';
import { isFader } from '@/core/model';
import { THIRD_OCTAVES_HZ } from '@/core/signal';
import { sketch } from '../support/bench-setup';

// Worked out by hand. A bus of N resistors of 10 kohm from sources of 100 ohm gives each of them 1/N (superposition, all others
// at ground by their 100 ohm); the gain after it makes N good to a whole decibel. So with all faders at 0 dB a channel leaves
// the main as it left its preamplifier, and each knob is worth just what it says.

const MIXERS = [
  'mixer-4-usb',
  'mixer-2-stereo',
  'mixer-2-stereo-usb',
  'mixer-4-stereo',
  'mixer-8-mics',
  'mixer-digital',
] as const;
type Port = 'main-left' | 'main-right' | 'monitor-left' | 'aux' | 'effects';

/** Decibels (re 1 V) that a voice at mic 1, and a keyboard at the left of stereo 1, make at an output of a mixer. */
function at(mixer: string, port: Port, knobs: Readonly<Record<string, number>>, besides: readonly string[] = []) {
  const setup = sketch({
    job: {
      sources: [
        { id: 'v1', name: 'Voice', splAt1m: 62 },
        { id: 'v2', name: 'Keyboard', splAt1m: 94, from: 'keyboard-line', sound: 'music' },
      ],
    },
    device: 'recorder-xlr',
    parts: {
      mic: 'dynamic-handheld',
      x: 'lead-xlr',
      keys: 'keyboard-line',
      k: 'lead-6.35-6.35',
      empty: 'lead-6.35-6.35',
      desk: { class: mixer, knobs: { gain1: 30, stereo1: 0, ...knobs } },
      out: port === 'effects' ? 'lead-6.35-xlr' : 'lead-6.35-3-xlr',
    },
    joints: [
      'mic.xlr > x.a',
      'x.b > desk.mic1',
      'keys.left > k.a',
      'k.b > desk.stereo1-left',
      `desk.${port} > out.a`,
      'out.b > recorder-xlr.in1',
      ...besides,
    ],
    hears: { mic: 0.1, keys: 1 },
  });
  const [channel] = mustAssess(setup, catalogue).readings.channels;
  const of = (id: string) => {
    const volt = channel?.arrivals.find((a) => a.source === id)?.at1k ?? { re: 0, im: 0 };
    return 20 * Math.log10(Math.hypot(volt.re, volt.im));
  };
  const curve = channel?.arrivals.find((a) => a.source === 'v1')?.curve?.db ?? [];
  return {
    voice: of('v1'),
    keyboard: of('v2'),
    curve: (hz: number) => curve[THIRD_OCTAVES_HZ.indexOf(hz)] ?? Number.NaN,
  };
}

describe('a caller by USB on a mixer with a return channel', () => {
  const heard = (knobs: Readonly<Record<string, number>>) => {
    const setup = sketch({
      job: { purpose: 'call', hearing: 'both', app: 'browser-call' },
      device: 'laptop-two-holes',
      parts: {
        mic: 'dynamic-handheld',
        x: 'lead-xlr',
        desk: { class: 'mixer-4-usb', knobs: { gain1: 40, ...knobs } },
        u: 'lead-usb-a-b',
        ears: 'headphones-6.35',
      },
      joints: [
        'mic.xlr > x.a',
        'x.b > desk.mic1',
        'desk.usb > u.b',
        'u.a > laptop-two-holes.usb',
        'ears.plug > desk.phones',
      ],
      hears: { mic: 0.1 },
    });
    const { verdicts, readings } = mustAssess(setup, catalogue);
    return { verdict: verdicts.find((v) => v.gate === 'heard'), echo: readings.echo[0] };
  };
  test('returned into the main, which is what is sent, the caller comes back through the mixer; turned down, nothing does', () => {
    const up = heard({ usb: 0 });
    expect(up.verdict?.status).toBe('fail');
    expect(up.verdict?.sentence).toMatch(
      /The caller hears their own voice .* through the Mixer with four mic channels/,
    );
    expect(heard({ usb: -60 }).echo?.lossDb ?? 200).toBeGreaterThan(100);
    // By hand, the headphones off, so that the device is not turned down: full scale of 1.2 V is +3.8 dBu; a bus of eight loses
    // 18.06 dB and gets 18 back; 6 dB are taken off before the converter, whose full scale is +12 dBu. Amplifiers of 1 Mohm that
    // hang on the bus take a tenth of a decibel more.
    const loss = (knobs: Readonly<Record<string, number>>) => heard({ phones: -60, ...knobs }).echo?.lossDb;
    const byHand = 12 - (20 * Math.log10(1.2 / Math.sqrt(0.6)) - 0.06 - 6 - 0.1);
    expect(loss({ usb: 0 })).toBeCloseTo(byHand, 1);
    expect(loss({ usb: -10 })).toBeCloseTo(byHand + 10, 1);
    expect(loss({ usb: 0, main: -10 })).toBeCloseTo(byHand + 10, 1);
  });
});

describe('a laptop call by USB and a phone call at once', () => {
  const host = (knobs: Readonly<Record<string, number>>) => {
    const setup = sketch({
      job: {
        purpose: 'call',
        app: 'call-app',
        hearing: 'both',
        also: [{ device: 'phone-headset', app: 'phone-call' }],
      },
      device: 'laptop-usb-c',
      parts: {
        mic: 'dynamic-handheld',
        x: 'lead-xlr',
        desk: {
          class: 'mixer-2-stereo-usb',
          knobs: { gain1: 50, main: 0, phones: 0, usb: 0, stereo1: -10, aux1: -20, ...knobs },
        },
        u: 'lead-usb-a-b',
        c: 'usbc-usba',
        ears: 'headphones-6.35',
        l: 'lead-instrument',
        box: 'interface-headset-instrument',
        r: 'lead-3-2x6.35',
      },
      joints: [
        'mic.xlr > x.a',
        'x.b > desk.mic1',
        'desk.usb > u.b',
        'u.a > c.usb',
        'c.plug > laptop-usb-c.usb',
        'ears.plug > desk.phones',
        'desk.aux > l.a',
        'l.b > box.in',
        'box.phones > r.a',
        'r.b > desk.stereo1-left',
        'r.right > desk.stereo1-right',
        'box.plug > phone-headset.socket',
      ],
      hears: { mic: 0.1 },
    });
    // Without what the app’s own canceller takes off.
    const a = mustAssess({ ...setup, session: { processing: 'off' } }, catalogue);
    const { heard } = whoHearsWhom([a.readings, ...a.also]);
    return (from: string, to: string) => heard.find((h) => h.from === from && h.to === to);
  };
  test('with the USB return switched to the ears and its aux up, each hears all but themselves', () => {
    const at = host({ usbTo: 1, auxUsb: -30 });
    for (const [from, to] of [
      ['v1', 'caller 1'],
      ['v1', 'caller 2'],
      ['caller 1', 'caller 2'],
      ['caller 2', 'caller 1'],
      ['caller 1', 'ears'],
      ['caller 2', 'ears'],
    ] as const)
      expect([from, to, at(from, to)?.is]).toEqual([from, to, 'fine']);
    for (const who of ['caller 1', 'caller 2']) expect([who, at(who, who)?.is]).toEqual([who, 'fine']);
  });
  test('left in the main mix, what the laptop plays goes back to it; in the ears it is as loud either way', () => {
    const [main, ears] = [host({ usbTo: 0 }), host({ usbTo: 1 })];
    expect(main('caller 1', 'caller 1')?.is).toBe('echo');
    expect(ears('caller 1', 'caller 1')?.is).toBe('fine');
    expect(ears('caller 1', 'ears')?.levelDb).toBeCloseTo(main('caller 1', 'ears')?.levelDb ?? 0, 0);
    // Forgotten, the other caller does not get them.
    expect(ears('caller 1', 'caller 2')?.is).toBe('missing');
  });
});

describe.each(MIXERS)('%s', (mixer) => {
  const plain = at(mixer, 'main-left', {});

  test('each knob on the way is worth what it says, and no other is', () => {
    for (const [knob, to] of [
      ['gain1', 37],
      ['level1', -7],
      ['main', -12],
    ] as const)
      expect(at(mixer, 'main-left', { [knob]: to }).voice - plain.voice).toBeCloseTo(knob === 'gain1' ? 7 : to, 2);
    expect(at(mixer, 'main-left', { stereo1: -9 }).keyboard - plain.keyboard).toBeCloseTo(-9, 2);
    const others = at(mixer, 'main-left', { aux1: 0, effects1: 0, auxStereo1: 0, phones: 10, level2: -20, monitor: 5 });
    expect(others.voice).toBeCloseTo(plain.voice, 2);
    expect(others.keyboard).toBeCloseTo(plain.keyboard, 2);
  });

  test('at 0 dB the sends give as much as the main; the aux is before the fader, the effects send after it', () => {
    const up = { aux1: 0, effects1: 0 };
    for (const send of ['aux', 'effects'] as const)
      expect(Math.abs(at(mixer, send, up).voice - plain.voice)).toBeLessThan(1.5);
    const low = { ...up, level1: -10 };
    expect(at(mixer, 'aux', low).voice - at(mixer, 'aux', up).voice).toBeCloseTo(0, 2);
    expect(at(mixer, 'effects', low).voice - at(mixer, 'effects', up).voice).toBeCloseTo(-10, 2);
  });

  test('a stereo channel has sends of its own: turned up it is there, at their end it is off', () => {
    const off = at(mixer, 'aux', { aux1: 0 });
    expect(off.keyboard).toBeLessThan(off.voice - 60);
    const up = at(mixer, 'aux', { aux1: 0, auxStereo1: 0 });
    expect(up.voice).toBeCloseTo(off.voice, 1);
    expect(up.keyboard).toBeGreaterThan(off.keyboard + 60);
    expect(
      at(mixer, 'effects', { effectsStereo1: -5 }).keyboard - at(mixer, 'effects', { effectsStereo1: 0 }).keyboard,
    ).toBeCloseTo(-5, 2);
  });

  test('what comes in at the left goes to both sides until the right is plugged; every fader’s end is off', () => {
    expect(at(mixer, 'main-right', {}).keyboard).toBeCloseTo(plain.keyboard, 0);
    const right = at(mixer, 'main-right', {}, ['empty.a > desk.stereo1-right']);
    expect(right.voice).toBeCloseTo(plain.voice, 1);
    expect(right.keyboard).toBeLessThan(plain.keyboard - 60);
    const knobs = catalogue.parts.get(mixer)?.knobs ?? [];
    const others = knobs.filter((k) => k.unit === 'dB' && k.role !== 'gain' && k.role !== 'tone');
    expect(others.every(isFader)).toBe(true);
    expect(at(mixer, 'main-left', { level1: -60 }).voice).toBeLessThan(plain.voice - 100);
  });
});

test('pan: hard left a voice is on the left alone, and as loud there as from the middle; two voices can have a side each', () => {
  const panned = (pan1: number) => {
    const side = (port: 'main-left' | 'main-right') => at('mixer-2-stereo-usb', port, { pan1 }).voice;
    return { left: side('main-left'), right: side('main-right') };
  };
  const [left, middle, right] = [panned(0), panned(1), panned(2)];
  expect(middle.left).toBeCloseTo(middle.right, 2);
  expect(left.left).toBeCloseTo(middle.left, 1);
  expect(left.left - left.right).toBeGreaterThan(55);
  expect(right.right - right.left).toBeGreaterThan(55);
});

describe('what a channel does to the tone, against formulas', () => {
  const MIXER = 'mixer-8-mics';
  const BANDS = [31.5, 63, 80, 125, 250, 500, 2500, 8000, 12500, 16000] as const;
  const flat = at(MIXER, 'main-left', {});
  const turned = (knobs: Readonly<Record<string, number>>) => {
    const { curve, voice } = at(MIXER, 'main-left', knobs);
    return (hz: number) => curve(hz) - flat.curve(hz) + (voice - flat.voice);
  };
  /** The formula at a band, for a change of the voice against the flat channel, dB at any frequency. */
  const expectAll = (knobs: Readonly<Record<string, number>>, formula: (hz: number) => number) => {
    const db = turned(knobs);
    for (const hz of BANDS) expect(db(hz), `${hz} Hz`).toBeCloseTo(formula(hz), 1);
  };
  const size = (re: number, im: number) => 20 * Math.log10(Math.hypot(re, im));

  test('low cut: a Butterworth filter of the third order at 75 Hz, 18 dB an octave (Williams, Electronic Filter Design Handbook; from memory)', () => {
    const db = turned({ lowCut1: 1 });
    for (const hz of BANDS) expect(db(hz), `${hz} Hz`).toBeCloseTo(-10 * Math.log10(1 + (75 / hz) ** 6), 0);
    expect(db(80)).toBeCloseTo(-2.3, 0);
  });
  test('bass and treble are shelves; a cut is the mirror of a lift', () => {
    const low = (hz: number) => size(1, hz / 80 / 10 ** 0.6) - size(1, hz / 80) + 12;
    expectAll({ bass1: 12 }, low);
    expectAll({ bass1: -12 }, (hz) => -low(hz));
    const high = (hz: number) => size(1, (hz / 12000) * 10 ** 0.6) - size(1, hz / 12000);
    expectAll({ treble1: 12 }, high);
    expectAll({ treble1: -12 }, (hz) => -high(hz));
  });
  test('the middle is a bell of Q 0.7 at 2.5 kHz', () => {
    const bell = (hz: number, gain: number) => {
      const x = 0.7 * (hz / 2500 - 2500 / hz);
      return size(gain, x) - size(1, x);
    };
    expectAll({ middle1: 10 }, (hz) => bell(hz, 10 ** 0.5));
    expectAll({ middle1: -10 }, (hz) => -bell(hz, 10 ** 0.5));
  });
  test('the pad of 750 and 180 ohm takes 20 dB before the preamplifier', () => {
    const before = at(MIXER, 'main-left', {});
    // By hand: 300 ohm of the mic; 2.4 kohm, then 1.5 kohm in series with 180 and 2400 ohm side by side.
    const across = (180 * 2400) / 2580;
    const load = (20000 * 2400) / 22400;
    const padded = (20000 * (1500 + across)) / (20000 + 1500 + across);
    const source = 300;
    const loss =
      20 * Math.log10(((padded / (padded + source)) * (across / (1500 + across))) / (load / (load + source)));
    expect(at(MIXER, 'main-left', { pad1: 1 }).voice - before.voice).toBeCloseTo(loss, 0);
  });
});

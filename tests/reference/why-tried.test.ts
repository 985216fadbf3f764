import { test } from 'vitest';
import { boxed, lapel, type Sketch } from '../support/bench-setup';
import { expectTold, mixed, type Row } from '../support/told';

// Setups that were plugged together by hand and read, where the reason or the advice was once wrong; judged by common practice.

const FAR_END = { hearing: 'far-end', purpose: 'call', app: 'browser-call' } as const;
const boxedAtLaptop = ({ hears }: { readonly hears?: string }): Sketch => ({
  device: 'laptop-headset',
  parts: {
    mic: 'dynamic-handheld',
    x: 'lead-xlr',
    box: { class: 'interface-usb-2', knobs: { gain1: 50 } },
    usb: 'lead-usb-a-c',
    ...(hears ? { ears: 'headphones' } : {}),
  },
  joints: [
    'mic.xlr > x.a',
    'x.b > box.in1',
    'box.usb > usb.b',
    'usb.a > laptop-headset.usb',
    ...(hears ? [`ears.plug > ${hears}`] : []),
  ],
  hears: { mic: 0.1 },
});

const ROWS: readonly Row[] = [
  {
    name: 'a plug that does not go in is not explained by a socket that leads nowhere',
    sketch: {
      ...mixed({ gain1: 40 }, 'main-left'),
      parts: {
        mic: 'dynamic-handheld',
        x: 'lead-xlr',
        mixer: { class: 'mixer-8', knobs: { gain1: 40 } },
        l: 'lead-instrument',
        a: 'adapter-6.35-3.5',
      },
      joints: ['mic.xlr > x.a', 'x.b > mixer.mic1', 'mixer.main-left > l.a', 'l.b > a.socket', 'a.plug > camera.mic'],
    },
    at: { part: 'a', joint: 'j4' },
    says: /3.5 to 6.35 mm adapter is the wrong piece here: does not fit at connection 4.*6.35 mm TS plug does not go with a 3.5 mm/,
    fix: /^Use a 6.35 to 3.5 mm adapter in place of 3.5 to 6.35 mm adapter, and turn Input gain of Camera with microphone socket down to/,
  },
  {
    name: 'a TRS coupler between TRRS pieces',
    sketch: lapel('phone-headset', 'socket', {
      parts: { mic: 'lapel-4', c: 'coupler-3.5-3', l: 'lead-4-4' },
      joints: ['mic.plug > c.a', 'l.a > c.b', 'l.b > phone-headset.socket'],
    }),
    at: { joint: 'j2' },
    says: /Mic not detected: at connection 2 the plug's sleeve shorts it to ground/,
    fix: /^Take Straight TRRS cable and TRS coupler out of the line$/,
  },
  {
    name: 'flat cells',
    sketch: {
      job: { app: 'plain-camera' },
      device: 'camera',
      parts: { mic: { class: 'shotgun-camera', charge: 0 } },
      joints: ['mic.plug > camera.mic'],
      hears: { mic: 0.5 },
    },
    at: { part: 'mic' },
    says: /The battery of Camera-top shotgun is not full at the start: 0 %/,
    fix: /^Put fresh cells into Camera-top shotgun$/,
  },
  {
    name: 'headphones where nothing plays',
    sketch: { ...boxedAtLaptop({ hears: 'laptop-headset.socket' }), job: FAR_END },
    at: { joint: 'j5' },
    says: /Headphones with 3.5 mm plug are silent at connection 5: nothing from the USB interface with two inputs/,
    fix: /^Unplug Headphones with 3.5 mm plug .* plug a 3.5 to 6.35 mm adapter into the headphones of USB interface with two inputs, and plug/,
  },
  {
    name: 'own voice, and nothing to hear it with: headphones and two switches',
    sketch: { ...boxedAtLaptop({}), job: { hearing: 'myself' } },
    at: { part: 'box' },
    says: /Nothing is there to hear yourself with: no headphones are plugged in/,
    fix: /^Plug headphones with 6.35 mm plug .*turn monitoring off in the recorder app.*switch Direct monitoring on/,
  },
  {
    name: 'a hub that gives too little',
    sketch: {
      ...boxedAtLaptop({}),
      parts: { ...boxedAtLaptop({}).parts, hub: 'hub-full-speed' },
      joints: [...boxedAtLaptop({}).joints.slice(0, 3), 'usb.a > hub.usb1', 'hub.plug > laptop-headset.usb'],
    },
    at: { part: 'hub' },
    says: /Too little power for USB interface with two inputs.* needs 380 mA, Old full-speed hub gives 100 mA/,
    fix: /^(Take Old full-speed hub out of the line|Move USB-A to USB-C cable to the USB-A socket 2 of Laptop)/,
  },
  {
    name: 'an unbalanced cable past the rule of thumb',
    sketch: {
      job: { app: 'plain-camera' },
      device: 'camera',
      parts: { mic: 'lapel-3', c: 'coupler-3.5-3', l: { class: 'lead-3-3', values: { lengthM: 15 } } },
      joints: ['mic.plug > c.a', 'l.a > c.b', 'l.b > camera.mic'],
      hears: { mic: 0.2 },
    },
    at: { part: 'l' },
    says: /Straight TRS cable is 15 m long: hum/,
    fix: /^Use 3 m of straight TRS cable$/,
  },
  {
    name: 'an amplifier without its supply: what follows from it is not judged',
    sketch: {
      ...boxed('dynamic-handheld', { gain1: 30 }),
      parts: { ...boxed('dynamic-handheld', { gain1: 30 }).parts, boost: 'line-booster', y: 'lead-xlr' },
      joints: [
        'mic.xlr > lead.a',
        'lead.b > boost.xlr-in',
        'boost.xlr-out > y.a',
        'y.b > box.in1',
        'box.usb > usb.b',
        'usb.a > tablet-usb-c.usb',
      ],
      hears: { mic: 0.1 },
    },
    at: { part: 'box' },
    says: /48 V is off at USB interface with one input: Voice 1 does not arrive. 2 of 8 fail, one cause/,
    fix: /^Switch 48 V on at USB interface with one input$/,
  },
  {
    name: 'a cable of the wrong kind, where two plugs moved would go round it',
    sketch: {
      job: {
        purpose: 'live',
        sources: [{ id: 'v1', name: 'Line feed', splAt1m: 94, from: 'feed-xlr', sound: 'music' }],
        app: 'streaming',
        also: [{ device: 'recorder-xlr', app: 'device-own' }],
      },
      device: 'phone-headset',
      parts: {
        feed: 'feed-xlr',
        pad: 'pad-xlr-20',
        plain: 'lead-xlr-4',
        y: 'y-hard-3.5',
        big: 'adapter-6.35-3.5',
        box: { class: 'interface-headset-instrument', knobs: { gain: -17 } },
        coupler: 'coupler-3.5-3',
        open: 'lead-3-xlr-open',
      },
      joints: [
        'feed.out > pad.xlr-in',
        'pad.xlr-out > plain.a',
        'plain.b > y.socket',
        'y.plug > big.socket',
        'big.plug > box.in',
        'box.plug > phone-headset.socket',
        'y.plug2 > coupler.a',
        'coupler.b > open.a',
        'open.b > recorder-xlr.in1',
      ],
      hears: { feed: 1 },
    },
    at: { part: 'plain', joint: 'j3' },
    says: /connection 3, Plain XLR to TRRS cable .*the sleeve, its microphone, lies on ground/,
    fix: /Plain XLR to TRRS cable|connection 3/,
  },
];

test.each(ROWS)('$name', expectTold);

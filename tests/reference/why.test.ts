import { test } from 'vitest';
import type { Job } from '@/core/model';
import { boxed, lapel, type Sketch } from '../support/bench-setup';
import { expectTold, mixed, type Row } from '../support/told';

// The failures that people of the trade meet (common practice, no source): what is said first names the guilty part, joint,
// hole or knob, and the first fix is the one that a practised hand would make. Nothing in core knows these cases.

const receiver = (rx: string, lead: string, joints: readonly string[]): Sketch => ({
  device: 'phone-headset',
  parts: { pack: 'pack-own-mic', rx, lead },
  joints: ['pack.radio > rx.radio', ...joints],
  hears: { pack: 0.2 },
});
const straight = ['rx.out > lead.a', 'lead.b > phone-headset.socket'];
const byAdapter = (adapter: string, device: string, port: string, job: Partial<Job> = {}): Sketch => ({
  job,
  device,
  parts: { mic: 'lapel-4', adapter },
  joints: ['mic.plug > adapter.socket', `adapter.plug > ${device}.${port}`],
  hears: { mic: 0.2 },
});

const ROWS: readonly Row[] = [
  {
    name: 'a TRS plug in a headset socket',
    sketch: lapel('phone-headset', 'socket', { parts: { mic: 'lapel-3' } }),
    at: { joint: 'j1' },
    says: /connection 1.*sleeve, its ground, lies on microphone/,
    fix: /^Put a two-into-one splitter into connection 1$/,
  },
  {
    name: 'a socket for headphones only',
    sketch: lapel('laptop-headphones-only', 'phones'),
    at: { joint: 'j1' },
    says: /headphone socket of the Laptop.* takes no mic, at connection 1/,
    fix: /Lapel microphone with TRRS plug, Active USB-C to headset adapter/,
  },
  {
    name: 'the older order of contacts',
    sketch: lapel('phone-headset-old'),
    at: { joint: 'j1' },
    says: /connection 1.*the ring 2, its ground, lies on microphone, the sleeve, its microphone, lies on ground/,
    fix: /^Put a CTIA\/OMTP adapter into connection 1$/,
  },
  {
    name: 'an instrument interface that nobody listens to',
    sketch: {
      device: 'laptop-headset-load',
      parts: { mic: 'dynamic-6.35', box: 'interface-headset-instrument' },
      joints: ['mic.plug > box.in', 'box.plug > laptop-headset-load.socket'],
      hears: { mic: 0.1 },
    },
    at: { joint: 'j2' },
    says: /needs headphones plugged in too, at connection 2/,
    fix: /^Plug headphones with 3.5 mm plug into the headphones of Instrument interface/,
  },
  {
    name: 'an app that takes headsets only',
    sketch: {
      job: { app: 'browser-call' },
      device: 'phone-usb-c',
      parts: { mic: 'lapel-usb-c' },
      joints: ['mic.usb > phone-usb-c.usb'],
      hears: { mic: 0.2 },
    },
    at: { part: 'mic' },
    says: /browser call page takes a headset only/,
    fix: /headset/,
  },
  {
    name: 'an adapter without a licence',
    sketch: byAdapter('8c-headset-unlicensed', 'phone-8-contact', 'port', { app: 'browser-call' }),
    at: { part: 'adapter' },
    says: /refuses Uncertified 8-contact to headset adapter: it is not certified for it/,
    fix: /^Use a certified 8-contact to headset adapter in place of/,
  },
  {
    name: 'a passive adapter on a host without analogue contacts',
    sketch: byAdapter('usbc-headset-passive', 'phone-usb-c', 'usb'),
    at: { part: 'adapter', joint: 'j2' },
    says: /Passive USB-C to headset adapter/,
    fix: /^Use an active USB-C to headset adapter in place of/,
  },
  {
    name: 'left only, live',
    sketch: {
      job: { purpose: 'live', app: 'plain-camera' },
      device: 'camera',
      parts: { pack: 'pack-own-mic', rx: 'receiver-mono', lead: 'lead-3-3' },
      joints: ['pack.radio > rx.radio', 'rx.out > lead.a', 'lead.b > camera.mic'],
      hears: { pack: 0.2 },
    },
    at: { joint: 'j2' },
    says: /on the left channel only: live, half/,
    fix: /^Put a mono-to-both adapter into connection 3$/,
  },
  {
    name: 'a balanced source into a stereo input',
    sketch: {
      job: { app: 'plain-camera' },
      device: 'camera',
      parts: { mic: 'dynamic-handheld', lead: 'lead-xlr-3' },
      joints: ['mic.xlr > lead.a', 'lead.b > camera.mic'],
      hears: { mic: 0.1 },
    },
    at: { joint: 'j2' },
    says: /vanishes in mono.*connection 2/,
    fix: /^Use a mono XLR to TRS cable in place of/,
  },
  {
    name: 'a line output into a microphone input',
    sketch: mixed({ gain1: 50, aux1: 10 }, 'aux', 0.05),
    at: { part: 'mixer' },
    says: /(Aux 1|Gain 1) of Mixer with sends is too high: the peaks are \d+ dB over full scale/,
    fix: /^Turn (Aux 1|Gain 1) of Mixer with sends down to/,
  },
  {
    name: 'two gains, either of which could be the one',
    sketch: mixed({ gain1: 30, aux1: 0 }, 'aux'),
    at: { part: 'mixer' },
    says: /Gain 1 of Mixer with sends is too high, or Input gain of Camera .* is too high: the peaks are 2 dB over/,
    fix: /^Turn Gain 1 of Mixer with sends down to 16 dB$/,
  },
  {
    name: 'a quiet source far away hisses',
    sketch: {
      device: 'phone-headset',
      parts: { mic: 'dynamic-handheld', lead: 'lead-xlr', box: 'xlr-to-headset' },
      joints: ['mic.xlr > lead.a', 'lead.b > box.xlr', 'box.plug > phone-headset.socket'],
      hears: { mic: 0.6 },
    },
    at: { part: 'mic' },
    says: /too far from Voice 1: 0.6 m: hiss/,
    fix: /^Bring Dynamic handheld microphone to 0\.\d+ m/,
  },
  {
    name: 'a receiver that reads as a pressed button',
    sketch: receiver('receiver-low-dc', 'lead-3-4', straight),
    at: { joint: 'j3' },
    says: /Too little resistance for a mic at connection 3.*pressed headset button/,
    fix: /line-to-headset cable with 40 dB pad/,
  },
  {
    name: 'a receiver that reads as nothing',
    sketch: receiver('receiver-high-dc', 'lead-3-4', straight),
    at: { joint: 'j3' },
    says: /nothing answers on the mic contact .* at connection 3/,
    fix: /line-to-headset cable with 40 dB pad/,
  },
  {
    name: 'a condenser with 48 V off',
    sketch: boxed('condenser-xlr', {}),
    at: { part: 'box' },
    says: /48 V is off at USB interface with one input: Voice 1 does not arrive.*one cause/,
    fix: /^Switch 48 V on at USB interface with one input$/,
  },
  {
    name: 'a cable back to front',
    sketch: receiver('receiver-mono', 'lead-3-4', ['lead.b > rx.out', 'lead.a > phone-headset.socket']),
    at: { part: 'lead' },
    says: /cable is the wrong way round: Voice 1 does not arrive.*one cause/,
    fix: /^Turn the TRS to TRRS cable round/,
  },
  {
    name: 'the plugs of a splitter exchanged',
    sketch: {
      device: 'laptop-two-holes',
      parts: { mic: 'lapel-4', split: 'headset-breakout' },
      joints: [
        'mic.plug > split.headset',
        'split.mic > laptop-two-holes.phones',
        'split.phones > laptop-two-holes.mic',
      ],
      hears: { mic: 0.2 },
    },
    at: { part: 'split' },
    says: /its microphone plug is in the headphone socket of Laptop/,
    fix: /^Exchange two plugs: the microphone plug into the microphone socket/,
  },
  {
    name: 'the wrong socket of a camera',
    sketch: {
      job: { app: 'plain-camera' },
      device: 'camera',
      parts: { mic: 'shotgun-camera' },
      joints: ['mic.plug > camera.phones'],
      hears: { mic: 0.5 },
    },
    at: { part: 'mic', joint: 'j1' },
    says: /Camera-top shotgun is in the headphone socket of Camera.* belongs in the microphone socket/,
    fix: /^Move Camera-top shotgun from the headphone socket to the microphone socket/,
  },
  {
    name: 'a socket that only charges',
    sketch: {
      device: 'phone-usb-c',
      parts: { pack: 'pack-own-mic', rx: 'receiver-charge-usb', lead: 'lead-usb-c-c' },
      joints: ['pack.radio > rx.radio', 'lead.a > phone-usb-c.usb', 'rx.charge > lead.b'],
      hears: { pack: 0.2 },
    },
    at: { part: 'rx', joint: 'j3' },
    says: /charging socket of Wireless receiver.* only charges: no sound comes out of it/,
    fix: /Clip-on transmitter with its own mic, Wireless receiver with USB-C for charging only/,
  },
  {
    name: 'a send that is down',
    sketch: mixed({ gain1: 30 }, 'aux'),
    at: { part: 'mixer' },
    says: /Aux 1 of Mixer with sends is off: Voice 1 does not arrive/,
    fix: /^Turn Aux 1 of Mixer with sends up to/,
  },
  {
    name: 'a port that gives too little',
    sketch: {
      device: 'tablet-8-contact',
      parts: { mic: 'usb-mic-large', l: 'lead-usb-a-b', ad: '8c-usb' },
      joints: ['ad.plug > tablet-8-contact.port', 'l.a > ad.usb', 'mic.usb > l.b'],
      hears: { mic: 0.3 },
    },
    at: { joint: 'j1' },
    says: /too little power .* at connection 1: needs 250 mA, Tablet with 8-contact port gives 100 mA/,
    fix: /^Use an 8-contact to USB adapter with charging in place of .*, and plug an? .*(charger|power bank)/,
  },
  {
    name: 'a plug held out by a case',
    sketch: lapel('phone-headset', 'socket', { joints: [['mic.plug > phone-headset.socket', 2.5]] }),
    at: { joint: 'j1' },
    says: /plug at connection 1.* stands 2.5 mm out: Voice 1 does not arrive.*4 of 8 fail, one cause/,
    fix: /^Push the plug of connection 1 fully in$/,
  },
  {
    name: 'a USB microphone that is plugged into nothing',
    sketch: {
      device: 'laptop-headphones-only',
      parts: { mic: 'usb-mic-large' },
      joints: [],
      hears: { mic: 0.3 },
    },
    at: { part: 'laptop-headphones-only' },
    says: /Nothing is plugged into the Laptop with a headphone socket only yet/,
    fix: /^Plug a USB-A to USB-B cable.* into the USB of Large USB microphone, and plug /,
  },
  {
    name: '48 V toward a phone',
    sketch: {
      device: 'phone-headset',
      parts: {
        mic: 'dynamic-handheld',
        mixer: { class: 'mixer-small', knobs: { phantom: 1 } },
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
    },
    at: { part: 'phone-headset', joint: 'j5' },
    says: /Danger to gear: phantom power of Small mixer goes into the microphone input/,
    fix: /^Switch 48 V off at Small mixer$/,
    leaves: ['wired', 'seen'],
  },
];

test.each(ROWS)('$name', expectTold);

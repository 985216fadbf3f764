import { describe, expect, test } from 'vitest';
import { itemAt } from '@/core/algorithms';
import { compile } from '@/core/compile';
import type { Setup } from '@/core/model';
import { ISOCHRONOUS, ohmPerMetre, streamBytes, usbTree } from '@/core/power';
import { catalogue } from '@/tests/support/frozen';
import { assessed, gate, type Sketch, sketch, toldOf } from '../support/bench-setup';

/** What is asked here does not depend on a microphone. */
const UNHEARD = { sources: [{ id: 'v', name: 'Voice', splAt1m: 60 }] };
const LAPTOP = 'laptop-headphones-only';

/** One piece at a laptop, by whatever lies between. */
const at = (parts: Sketch['parts'], joints: Sketch['joints']) =>
  assessed(sketch({ device: LAPTOP, parts, joints, hears: {}, job: UNHEARD }));

describe('isochronous limits (USB 2.0, chapter 5, from memory)', () => {
  test('by hand: stereo of 24 bit at 48 kHz takes 294 bytes a millisecond, eight channels of it 1176', () => {
    expect(streamBytes(2, 48_000, 24)).toBe(294);
    expect(streamBytes(8, 48_000, 24)).toBe(1176);
    expect(streamBytes(2, 44_100, 16)).toBe(180);
    expect(streamBytes(0, 96_000, 24)).toBe(0);
  });
  test('full speed carries 1023 bytes a frame in one stream, high speed 24 times 1024', () => {
    expect(ISOCHRONOUS.full.stream).toBe(1023);
    expect(ISOCHRONOUS.high.stream).toBe(24 * 1024);
  });
  const eight = (hub: 'hub-mains' | 'hub-full-speed', bits: number) =>
    at(
      { box: { class: 'interface-usb-8', values: { sampleBits: bits } }, lead: 'lead-usb-a-c', hub, up: 'usba-usbc' },
      hub === 'hub-mains'
        ? ['up.plug > laptop-headphones-only.usb', 'hub.plug > up.usb', 'lead.a > hub.usb1', 'box.usb > lead.b']
        : ['hub.plug > laptop-headphones-only.usb', 'lead.a > hub.usb1', 'box.usb > lead.b'],
    );
  test('eight channels of 24 bit go by a high-speed hub and not by an old one; of 16 bit by both', () => {
    expect(eight('hub-mains', 24).readings.entries.find((e) => e.part === 'box')!.listed).toBe(true);
    const slow = eight('hub-full-speed', 24);
    expect(slow.readings.entries.find((e) => e.part === 'box')!.why).toBe('bus-full');
    expect(gate(slow, 'seen')).toMatchObject({ message: 'seen.bus-full', values: { asked: 1470, speed: 'full' } });
    // 8 x 2 x 49 in, 2 x 2 x 49 out: 980 of the 1350 that 90 % of a frame hold.
    expect(eight('hub-full-speed', 16).readings.entries.find((e) => e.part === 'box')!.listed).toBe(true);
  });
  test('slow pieces behind a fast hub share one translated bus; fast ones go past it', () => {
    const setup = sketch({
      device: LAPTOP,
      parts: {
        up: 'usba-usbc',
        hub: 'hub-mains',
        a: 'lead-usb-a-b',
        slow: 'usb-mic-large',
        b: 'lead-usb-a-c',
        fast: 'interface-usb-2',
      },
      joints: [
        'up.plug > laptop-headphones-only.usb',
        'hub.plug > up.usb',
        'a.a > hub.usb1',
        'slow.usb > a.b',
        'b.a > hub.usb2',
        'fast.usb > b.b',
      ],
      hears: {},
      job: UNHEARD,
    });
    const { nodes } = usbTree(compile(setup, catalogue));
    expect(nodes.get('slow')).toMatchObject({ speed: 'full', segment: 'hub' });
    expect(nodes.get('fast')).toMatchObject({ speed: 'high', segment: LAPTOP });
  });
});

describe('current and hub rules (USB 2.0 and 3.2, type-C; from memory)', () => {
  const own = (id: string, name: string) => catalogue.parts.get(id)!.values[name];
  test('what ports give is what the standards let them: 100 and 500 mA, 900 mA, 3 A', () => {
    for (const [id, name, most] of [
      ['hub-bus', 'portMa', 100],
      ['hub-mains', 'portMa', 500],
      ['hub-through', 'fedMa', 900],
      ['tablet-usb-c', 'usbSupplyMa', 900],
      ['charger-usb-c', 'supplyMa', 3000],
    ] as const) {
      expect(own(id, name).value).toBe(most);
    }
  });
  test('a bus-powered hub behind another has nothing left to give: 100 mA come in, and it keeps them', () => {
    const a = at({ one: 'hub-full-speed', two: 'hub-full-speed', mouse: 'mouse' }, [
      'one.plug > laptop-headphones-only.usb',
      'two.plug > one.usb1',
      'mouse.usb > two.usb1',
    ]);
    expect(a.readings.usb.nodes.get('two')!.loadMa).toBe(200);
    expect(gate(a, 'powered')).toMatchObject({ status: 'fail', limit: 100, value: 200 });
  });
  test('five hubs in a row are allowed, a sixth is not (USB 2.0, 4.1.1)', () => {
    const chain = (n: number) =>
      at({ ...Object.fromEntries(Array.from({ length: n }, (_, i) => [`h${i}`, 'hub-full-speed'])), mouse: 'mouse' }, [
        'h0.plug > laptop-headphones-only.usb',
        ...Array.from({ length: n - 1 }, (_, i) => `h${i + 1}.plug > h${i}.usb1`),
        `mouse.usb > h${n - 1}.usb1`,
      ]);
    const deep = (n: number) => gate(chain(n), 'powered').findings.some((f) => f.unit === 'hubs' && f.part === 'mouse');
    expect([deep(5), deep(6)]).toEqual([false, true]);
  });
});

describe('what carries power and no sound', () => {
  const mic = (lead: string) =>
    at({ box: 'interface-usb-1', lead }, ['lead.a > laptop-headphones-only.usb', 'box.usb > lead.b']);
  test('a charging cable feeds a piece that the device never notices', () => {
    expect(gate(mic('lead-usb-a-c'), 'seen').status).toBe('pass');
    const dumb = mic('lead-usb-charge-only');
    expect(dumb.readings.usb.nodes.get('box')!.powered).toBe(true);
    expect(gate(dumb, 'seen')).toMatchObject({ status: 'fail', part: 'lead', brief: 'power only' });
  });
  test('so does the port of a hub that only charges, and a pack that has nothing but a charging socket', () => {
    const box = (socket: string) =>
      at({ up: 'usba-usbc', hub: 'hub-mains-charging', lead: 'lead-usb-a-c', box: 'interface-usb-1' }, [
        'up.plug > laptop-headphones-only.usb',
        'hub.plug > up.usb',
        `lead.a > hub.${socket}`,
        'box.usb > lead.b',
      ]);
    expect(gate(box('usb1'), 'seen').status).toBe('pass');
    expect(gate(box('usb5'), 'seen')).toMatchObject({ brief: 'power only', part: 'hub' });
    const pack = at({ lead: 'lead-usb-a-c', pack: 'receiver-charge-usb' }, [
      'lead.a > laptop-headphones-only.usb',
      'pack.charge > lead.b',
    ]);
    expect(pack.readings.usb.nodes.get('pack')!.drawMa).toBe(400);
    expect(pack.readings.entries.some((e) => e.part === 'pack')).toBe(false);
    expect(pack.readings.runtimes.find((r) => r.part === 'pack')!.minutes).toBe(Number.POSITIVE_INFINITY);
  });
  test('an old bus is refused whatever translates its plug, and the reason is told', () => {
    const a = at({ box: 'interface-old-bus', plug: 'old-bus-to-usb' }, ['plug.plug > laptop-headphones-only.usb']);
    expect(gate(a, 'seen')).toMatchObject({ status: 'fail', brief: 'not USB' });
    expect(gate(a, 'seen').message).toBe('seen.other-bus');
  });
});

describe('drivers, identities and licences', () => {
  test('a piece with a driver of its own works at a computer and not at a tablet', () => {
    const box = (device: string, port: string, lead: string) =>
      assessed(
        sketch({
          device,
          parts: { box: { class: 'interface-usb-driver', values: { drawMa: 300 } }, lead },
          joints: [`lead.a > ${device}.${port}`, 'box.usb > lead.b'],
          hears: {},
          job: UNHEARD,
        }),
      );
    expect(gate(box(LAPTOP, 'usb', 'lead-usb-a-c'), 'seen').status).toBe('pass');
    expect(gate(box('tablet-usb-c', 'usb', 'lead-usb-c-c'), 'seen').brief).toBe('needs a driver');
  });
  test.each([
    ['8c-headset-licensed', 'phone-8-contact', 'voice-chat', null],
    ['8c-headset-unlicensed', 'phone-8-contact', 'recorder-picker', 'not certified'],
    ['8c-headset-unlicensed', 'tablet-8-contact', 'recorder-picker', null],
    ['8c-headset-unlicensed', 'tablet-8-contact', 'plain-camera', 'app refuses it'],
    ['8c-line-in', 'phone-8-contact', 'recorder-picker', null],
    ['8c-line-in', 'phone-8-contact', 'voice-chat', 'app refuses it'],
  ])('%s at the %s in the %s: %s', (adapter, device, app, brief) => {
    const line = adapter === '8c-line-in';
    const a = assessed(
      sketch({
        device,
        job: { app },
        parts: { adapter, mic: line ? 'shotgun-camera' : 'lapel-4' },
        joints: [`adapter.plug > ${device}.port`, 'mic.plug > adapter.socket'],
        hears: { mic: 0.2 },
      }),
    );
    expect(gate(a, 'seen').status === 'fail' ? gate(a, 'seen').brief : null).toBe(brief);
  });
  test('behind a piece without a chip the device looks for nothing', () => {
    const a = assessed(
      sketch({
        device: 'phone-8-contact',
        parts: { adapter: '8c-headset-licensed', more: '8c-extension-plain', mic: 'lapel-4' },
        joints: ['more.plug > phone-8-contact.port', 'adapter.plug > more.usb', 'mic.plug > adapter.socket'],
        hears: { mic: 0.2 },
      }),
    );
    expect(gate(a, 'seen')).toMatchObject({ status: 'fail', brief: 'no identity chip', part: 'more' });
  });
});

describe('a keyboard and an interface on one hub', () => {
  const both = (hub: string, app: string) =>
    assessed(
      sketch({
        device: 'tablet-usb-c',
        job: { app },
        parts: {
          hub,
          mic: 'usb-mic-large',
          a: 'lead-usb-a-b',
          keys: 'keyboard-large',
          b: 'lead-usb-a-b',
          mouse: 'mouse',
        },
        joints: [
          'hub.plug > tablet-usb-c.usb',
          'a.a > hub.usb1',
          'mic.usb > a.b',
          'b.a > hub.usb2',
          'keys.usb > b.b',
          'mouse.usb > hub.usb3',
        ],
        hears: { mic: 0.2 },
      }),
    );
  test('share it: notes are no audio interface, and a mouse is neither', () => {
    const a = both('hub-mains', 'studio');
    expect(a.readings.entries.filter((e) => e.listed).map((e) => e.part)).toEqual(['mic', 'keys', 'tablet-usb-c']);
    expect(a.readings.taken?.part).toBe('mic');
    expect(gate(a, 'seen').status).toBe('pass');
    expect(gate(both('hub-mains', 'recorder-picker'), 'seen').sentence).toMatch(/takes no MIDI/);
  });
  test('on a bus-powered hub neither starts, and the first to give out is told', () => {
    const a = both('hub-bus', 'studio');
    expect(gate(a, 'powered').status).toBe('fail');
    expect(gate(a, 'seen').status).toBe('fail');
    expect(a.readings.usb.nodes.get('keys')!.spareMa).toBeLessThan(a.readings.usb.nodes.get('mouse')!.spareMa);
  });
});

test('copper by gauge: the wire tables of any handbook, ohms a metre at 20 C, to a hundredth', () => {
  // From memory of the American wire gauge tables: 20, 24 and 28 gauge.
  for (const [gauge, ohm] of [
    [20, 0.0333],
    [24, 0.0842],
    [28, 0.2129],
  ] as const) {
    expect(ohmPerMetre(gauge) / ohm).toBeCloseTo(1, 2);
  }
});

describe('what a USB plug passes on, contact by contact (pairs and supply by USB 2.0, from memory)', () => {
  const whole = sketch({
    device: 'phone-8-contact',
    parts: { ears: 'earphones-mic', x: '8c-headset-licensed' },
    joints: ['ears.plug > x.socket', 'x.plug > phone-8-contact.port'],
    hears: { ears: 0.15 },
  });
  const broken = (more: object): Setup => ({
    ...whole,
    joints: [itemAt(whole.joints, 0), { ...itemAt(whole.joints, 1), ...more }],
  });
  test('with all of them it works', () => expect(gate(assessed(whole), 'seen').status).toBe('pass'));
  test.each(['vbus', 'gnd', 'dp', 'dm', 'ident'])('without its %s nothing is recorded, and that is the cause', (c) => {
    const setup = broken({ parted: [c] });
    expect(gate(assessed(setup), 'seen').status).toBe('fail');
    const { first, mends } = toldOf(setup);
    expect(first.sentence).toMatch(/contact of the plug makes no contact at connection 2/);
    expect(itemAt(mends, 0).setup).toEqual(whole);
  });
  test.each([{ bridged: [['vbus', 'dm']] }, { bridged: [['dm', 'dp']] }, { contactOhm: 3000 }])(
    'with %o neither',
    (more) => {
      expect(gate(assessed(broken(more)), 'seen').status).toBe('fail');
      expect(itemAt(toldOf(broken(more)).mends, 0).setup).toEqual(whole);
    },
  );
});

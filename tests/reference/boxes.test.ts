import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { whoHearsWhom } from '@/core/call';
import { assessed, gate, type Sketch, sketch } from '../support/bench-setup';

// Small boxes, against hand calculation and what the trade says of them (common practice).

describe('XLR pads take off what is printed on them', () => {
  test.each([10, 20, 30, 40, 50])('%i dB, between 150 ohm and 1.5 kohm', (db) => {
    // By hand: a U pad of two series resistors and a shunt; the input's load lies beside the shunt.
    const { seriesOhm, shuntOhm } = catalogue.parts.get(`pad-xlr-${db}`)!.values;
    const load = (shuntOhm!.value * 1500) / (shuntOhm!.value + 1500);
    const loss = -20 * Math.log10(load / (150 + 2 * seriesOhm!.value + load)) + 20 * Math.log10(1500 / 1650);
    expect(Math.abs(loss - db)).toBeLessThan(1.2);
    const level = (pad: boolean) => {
      const a = assessed(
        sketch({
          device: 'laptop-two-holes',
          parts: {
            mic: { class: 'dynamic-handheld', values: { capsuleOhm: 150 } },
            ...(pad ? { pad: `pad-xlr-${db}` } : {}),
            x: 'lead-xlr',
            box: { class: 'interface-usb-1', knobs: { gain1: 50 }, values: { inputOhm: 1500 } },
            u: 'lead-usb-a-c',
          },
          joints: [
            ...(pad ? ['mic.xlr > pad.xlr-in', 'pad.xlr-out > x.a'] : ['mic.xlr > x.a']),
            'x.b > box.in1',
            'box.usb > u.b',
            'u.a > laptop-two-holes.usb',
          ],
          hears: { mic: 0.05 },
        }),
      );
      return a.readings.channels[0]!.arrivals[0]!.averageDbu;
    };
    // The grounding resistors of the input, 10 kohm a leg, load it a little more than the hand calculation has it.
    expect(level(false) - level(true)).toBeCloseTo(loss, 0);
  });
});

describe('an interface with a phone jack', () => {
  const host = (knobs: Readonly<Record<string, number>> = {}): Sketch => ({
    job: {
      purpose: 'call',
      app: 'phone-call',
      hearing: 'both',
      also: [{ device: 'laptop-usb-c', app: 'recorder-picker' }],
    },
    device: 'phone-headset',
    parts: {
      m: 'dynamic-handheld',
      x: 'lead-xlr',
      box: { class: 'interface-mix-minus', knobs: { gain1: 50, ...knobs } },
      ears: 'headphones-6.35',
      t: 'lead-4-4',
      u: 'lead-usb-c-c',
    },
    joints: [
      'm.xlr > x.a',
      'x.b > box.in1',
      'ears.plug > box.phones',
      'box.phone > t.a',
      't.b > phone-headset.socket',
      'box.usb > u.a',
      'u.b > laptop-usb-c.usb',
    ],
    hears: { m: 0.1 },
  });
  const heardAt = (knobs?: Readonly<Record<string, number>>) => {
    const a = assessed(sketch(host(knobs)));
    return { all: whoHearsWhom([a.readings, ...a.also]).heard, a };
  };
  test('the phone gets everybody but itself, wherever its knobs stand', () => {
    fc.assert(
      fc.property(
        fc.record({
          send: fc.integer({ min: -20, max: 10 }),
          phone: fc.integer({ min: -60, max: 10 }),
          phones: fc.integer({ min: -60, max: 10 }),
          mode2: fc.constantFrom(0, 1),
        }),
        (knobs) => {
          const { all } = heardAt(knobs);
          const self = all.find((h) => h.want === 'self')!;
          expect(self.is).toBe('fine');
          expect(all.find((h) => h.from === 'v1' && h.to === 'caller 1')!.levelDb).not.toBeNull();
        },
      ),
      { numRuns: 25, seed: 5 },
    );
  });
  test('the recording has the caller once channel 2 is switched to the phone', () => {
    const taken = (mode2: number) => heardAt({ mode2 }).all.find((h) => h.from === 'caller 1' && h.to === 'take 2')!.is;
    expect([taken(0), taken(1)]).toEqual(['missing', 'fine']);
  });
});

describe('hubs and adapters', () => {
  const through = (device: string) =>
    assessed(
      sketch({
        device,
        parts: {
          mic: 'dynamic-handheld',
          x: 'lead-xlr',
          box: { class: 'interface-combo-1', knobs: { gain1: 45 } },
          u: 'lead-usb-a-c',
          hub: 'hub-bus-today',
        },
        joints: ['mic.xlr > x.a', 'x.b > box.in1', 'u.b > box.usb', 'u.a > hub.usb1', `hub.plug > ${device}.usb`],
        hears: { mic: 0.1 },
      }),
    );
  test('today’s hub without a supply hands on what the device gives: enough of a tablet, for an interface', () => {
    const tablet = through('tablet-usb-c');
    expect(gate(tablet, 'powered').status).not.toBe('fail');
    const old = assessed(tablet.readings.compiled.setup, { hub: { class: 'hub-bus' } });
    expect(gate(old, 'powered').status).toBe('fail');
  });
  test('a headset adapter that charges carries a phone through a day that its battery does not last', () => {
    const day = (charger: boolean) =>
      gate(
        assessed(
          sketch({
            job: { minutes: 600, app: 'streaming' },
            device: 'phone-usb-c',
            parts: { a: 'usbc-headset-charging', m: 'lapel-4', ...(charger ? { c: 'charger-usb-c' } : {}) },
            joints: ['a.plug > phone-usb-c.usb', 'm.plug > a.socket', ...(charger ? ['c.plug > a.charge'] : [])],
            hears: { m: 0.2 },
          }),
        ),
        'powered',
      ).status;
    expect(day(false)).toBe('fail');
    expect(day(true)).not.toBe('fail');
  });
  test('a phono-to-XLR adapter shorts pin 3: with 48 V on, harm reaches what is plugged there', () => {
    const a = assessed(
      sketch({
        job: { sources: [{ id: 'v1', name: 'Ana', splAt1m: 60 }] },
        device: 'laptop-two-holes',
        parts: {
          feed: 'player',
          l: 'lead-3-phono',
          x: 'adapter-phono-xlr',
          box: { class: 'interface-usb-1', knobs: { phantom: 1 } },
        },
        joints: ['feed.phones > l.a', 'l.b > x.socket', 'x.xlr > box.in1'],
        hears: {},
      }),
    );
    expect(gate(a, 'safe').status).toBe('fail');
  });
});

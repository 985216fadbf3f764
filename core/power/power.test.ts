import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { assessed, gate, type Sketch, sketch } from '@/tests/support/bench-setup';
import { randomTree } from '@/tests/support/random-setup';
import { compile } from '../compile';
import type { Setup } from '../model';
import { type Cell, lasts, shareAt, usbTree, videoMinutes, wavMinutes } from '.';

const value = (classId: string, name: string): number => catalogue.parts.get(classId)!.values[name].value;
const treeOf = (setup: Setup) => usbTree(compile(setup, catalogue));

describe('volts along the leads (Ohm)', () => {
  const far = (lengthM: number): Sketch => ({
    device: 'laptop-headset',
    parts: { mic: 'usb-mic-large', lead: { class: 'lead-usb-a-b', values: { lengthM } } },
    joints: ['lead.a > laptop-headset.usb', 'mic.usb > lead.b'],
    hears: { mic: 0.3 },
  });
  test('there and back: 5 V less current times both conductors and both joints', () => {
    for (const lengthM of [1, 5, 10]) {
      const { nodes } = treeOf(sketch(far(lengthM)));
      const ampere = value('usb-mic-large', 'drawMa') / 1000;
      const ohm = 2 * value('lead-usb-a-b', 'ohmPerM') * lengthM + 2 * 0.06;
      expect(nodes.get('mic')!.volt).toBeCloseTo(5 - ampere * ohm, 6);
    }
  });
  test('a lead that is long enough starves the piece, and the sentence names it', () => {
    expect(gate(assessed(sketch(far(2))), 'powered').status).toBe('pass');
    const starved = gate(assessed(sketch(far(30))), 'powered');
    expect(starved).toMatchObject({ status: 'fail', part: 'mic', joint: 'j2' });
    expect(starved.sentence).toMatch(/gets only 3\.\d\d V.*shorter or thicker lead/);
  });
});

test('phantom power is drawn at the port: 48 V times what the microphone takes, over 75 % (common practice)', () => {
  const box = (phantom: number) =>
    assessed(
      sketch({
        device: 'laptop-headset',
        parts: {
          mic: 'condenser-xlr',
          xlr: 'lead-xlr',
          box: { class: 'interface-usb-1', knobs: { phantom } },
          usb: 'lead-usb-a-c',
        },
        joints: ['mic.xlr > xlr.a', 'xlr.b > box.in1', 'box.usb > usb.b', 'usb.a > laptop-headset.usb'],
        hears: { mic: 0.3 },
      }),
    ).readings.usb.nodes.get('box')!.drawMa;
  const ampere = 2 * (48 / (value('interface-usb-1', 'phantomOhm') + value('condenser-xlr', 'legOhm')));
  expect(box(1) - box(0)).toBeCloseTo((1000 * 48 * ampere) / 0.75 / 5, 0);
});

describe('what always holds of a tree', () => {
  test('a part that draws more never gives any other more volts, or a supply more to spare', () => {
    let seen = 0;
    fc.assert(
      fc.property(randomTree, fc.integer({ min: 1, max: 400 }), (setup, more) => {
        const before = treeOf(setup);
        for (const id of before.nodes.keys()) {
          const part = setup.parts.find((p) => p.id === id)!;
          const drawMa = catalogue.parts.get(part.class)!.values.drawMa?.value;
          if (drawMa === undefined) continue;
          const parts = setup.parts.map((p) => (p.id === id ? { ...p, values: { drawMa: drawMa + more } } : p));
          const after = treeOf({ ...setup, parts });
          seen += 1;
          for (const [other, node] of after.nodes) {
            expect(node.volt).toBeLessThanOrEqual(before.nodes.get(other)!.volt + 1e-12);
          }
          after.supplies.forEach((s, i) => {
            expect(s.supplyMa - s.loadMa).toBeLessThanOrEqual(before.supplies[i].supplyMa - before.supplies[i].loadMa);
          });
        }
      }),
      { numRuns: 200, seed: 41 },
    );
    expect(seen).toBeGreaterThan(50);
  });
  test('a mains hub in the place of a bus-powered one takes power from nobody, and gives it to some', () => {
    let gained = 0;
    fc.assert(
      fc.property(randomTree, (setup) => {
        const bus = {
          ...setup,
          parts: setup.parts.map((p) => (p.class === 'hub-mains' ? { ...p, class: 'hub-bus' } : p)),
        };
        const mains = {
          ...bus,
          parts: bus.parts.map((p) => (p.class === 'hub-bus' ? { ...p, class: 'hub-mains' } : p)),
        };
        const [before, after] = [treeOf(bus), treeOf(mains)];
        for (const [id, node] of before.nodes) {
          if (node.powered) expect(after.nodes.get(id)!.powered).toBe(true);
          else if (after.nodes.get(id)!.powered) gained += 1;
        }
      }),
      { numRuns: 300, seed: 42 },
    );
    expect(gained).toBeGreaterThan(10);
  });
});

describe('batteries', () => {
  const cell = (more: Partial<Cell>): Cell => ({
    part: 'p',
    capacityWh: 12,
    drawW: 4,
    chargeW: 0,
    chargeFrom: 0,
    chargeUntil: null,
    start: 1,
    reserve: 0.15,
    swaps: [],
    ...more,
  });
  test('by hand: 12 Wh at 4 W, 15 % kept, last 153 minutes; half full 63; with 1 W coming in 204', () => {
    expect(lasts(cell({}))).toBeCloseTo(153, 9);
    expect(lasts(cell({ start: 0.5 }))).toBeCloseTo(63, 9);
    expect(lasts(cell({ chargeW: 1 }))).toBeCloseTo(204, 9);
    expect(lasts(cell({ chargeW: 4 }))).toBe(Number.POSITIVE_INFINITY);
  });
  test('exchanged in time it begins anew, too late it was flat before', () => {
    expect(lasts(cell({ swaps: [100] }))).toBeCloseTo(253, 9);
    expect(lasts(cell({ swaps: [160] }))).toBeCloseTo(153, 9);
    expect(shareAt(cell({ swaps: [100] }), 100)).toBe(1);
  });
  test('the share that is left never leaves 0 to 1, and is the reserve when it has lasted', () => {
    fc.assert(
      fc.property(
        fc.record({
          capacityWh: fc.double({ min: 1, max: 100, noNaN: true }),
          drawW: fc.double({ min: 0.1, max: 20, noNaN: true }),
          chargeW: fc.double({ min: 0, max: 20, noNaN: true }),
          start: fc.double({ min: 0.2, max: 1, noNaN: true }),
        }),
        fc.double({ min: 0, max: 2000, noNaN: true }),
        (c, minute) => {
          const share = shareAt(cell(c), minute);
          expect(share).toBeGreaterThanOrEqual(0);
          expect(share).toBeLessThanOrEqual(1);
          const minutes = lasts(cell(c));
          if (Number.isFinite(minutes)) expect(shareAt(cell(c), minutes)).toBeCloseTo(0.15, 6);
        },
      ),
    );
  });
  test('a charger that gives less than is drawn only slows the fall', () => {
    const runtime = (supplyMa: number | null) =>
      assessed(
        sketch({
          device: 'tablet-8-contact',
          parts: {
            adapter: '8c-usb-charging',
            mic: 'usb-mic-large',
            lead: 'lead-usb-a-b',
            ...(supplyMa === null ? {} : { charger: { class: 'charger-8c', values: { supplyMa } } }),
          },
          joints: [
            'adapter.plug > tablet-8-contact.port',
            'lead.a > adapter.usb',
            'mic.usb > lead.b',
            ...(supplyMa === null ? [] : ['charger.plug > adapter.charge']),
          ],
          hears: { mic: 0.3 },
        }),
      ).readings.runtimes[0].minutes;
    const none = runtime(null);
    expect(runtime(500)).toBeGreaterThan(none);
    expect(Number.isFinite(runtime(500))).toBe(true);
    expect(runtime(2400)).toBe(Number.POSITIVE_INFINITY);
  });
});

test('storage: an hour of 48 kHz, 24 bit stereo is 1.04 GB; 64 GB hold 853 minutes of 10 Mbit/s', () => {
  expect(60 / wavMinutes(1, 48_000, 24, 2)).toBeCloseTo(1.0368, 4);
  expect(videoMinutes(64, 10)).toBeCloseTo(853.3, 1);
});

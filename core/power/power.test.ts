import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { assessed, gate, type Sketch, sketch } from '@/tests/support/bench-setup';
import { cell } from '@/tests/support/cell';
import { catalogue } from '@/tests/support/frozen';
import { randomTree } from '@/tests/support/random-setup';
import { entryOf, itemAt, pairOf } from '../algorithms';
import { compile } from '../compile';
import type { Setup } from '../model';
import { cellHours, lasts, shareAt, usbTree, videoMinutes, wavMinutes } from '.';

const value = (classId: string, name: string): number => entryOf(catalogue.parts.get(classId)!.values, name).value;
const treeOf = (setup: Setup) => usbTree(compile(setup, catalogue));

describe('volts along the cables (Ohm)', () => {
  const far = (lengthM: number): Sketch => ({
    device: 'laptop-headset',
    parts: { mic: 'usb-mic-large', lead: { class: 'lead-usb-a-b', values: { lengthM } } },
    joints: ['lead.a > laptop-headset.usb', 'mic.usb > lead.b'],
    hears: { mic: 0.3 },
  });
  test('there and back: 5 V less current times both conductors and both connections', () => {
    for (const lengthM of [1, 5, 10]) {
      const { nodes } = treeOf(sketch(far(lengthM)));
      const ampere = value('usb-mic-large', 'drawMa') / 1000;
      const ohm = 2 * value('lead-usb-a-b', 'ohmPerM') * lengthM + 2 * 0.06;
      expect(nodes.get('mic')!.volt).toBeCloseTo(5 - ampere * ohm, 6);
    }
  });
  test('a cable that is long enough starves the piece, and the sentence names it', () => {
    expect(gate(assessed(sketch(far(2))), 'powered').status).toBe('pass');
    const starved = gate(assessed(sketch(far(30))), 'powered');
    expect(starved).toMatchObject({ status: 'fail', part: 'mic', joint: 'j2' });
    expect(starved).toMatchObject({ message: 'powered.volts-low', values: { joint: 2 } });
    expect(starved.values['volt']).toBeCloseTo(starved.value!);
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
          const drawMa = catalogue.parts.get(part.class)!.values['drawMa']?.value;
          if (drawMa === undefined) continue;
          const parts = setup.parts.map((p) => (p.id === id ? { ...p, values: { drawMa: drawMa + more } } : p));
          const after = treeOf({ ...setup, parts });
          seen += 1;
          for (const [other, node] of after.nodes) {
            expect(node.volt).toBeLessThanOrEqual(before.nodes.get(other)!.volt + 1e-12);
            expect(node.spareMa).toBeLessThanOrEqual(before.nodes.get(other)!.spareMa + 1e-9);
          }
          after.supplies.forEach((s, i) => {
            expect(s.supplyMa - s.loadMa).toBeLessThanOrEqual(
              itemAt(before.supplies, i).supplyMa - itemAt(before.supplies, i).loadMa,
            );
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
          expect(after.nodes.get(id)!.spareMa).toBeGreaterThanOrEqual(node.spareMa - 1e-9);
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
      itemAt(
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
        ).readings.runtimes,
        0,
      ).minutes;
    const none = runtime(null);
    expect(runtime(500)).toBeGreaterThan(none);
    expect(Number.isFinite(runtime(500))).toBe(true);
    expect(runtime(2400)).toBe(Number.POSITIVE_INFINITY);
  });
  test('right in a port that nothing else is in, while the sound comes by the headset socket', () => {
    const minutes = (supplyMa: number) =>
      itemAt(
        assessed(
          sketch({
            device: 'phone-headset',
            job: { app: 'streaming' },
            parts: { mic: 'lapel-4', charger: { class: 'charger-usb-c', values: { supplyMa } } },
            joints: ['mic.plug > phone-headset.socket', 'charger.plug > phone-headset.usb'],
            hears: { mic: 0.3 },
          }),
        ).readings.runtimes,
        0,
      ).minutes;
    const [wattHours, watt] = [value('phone-headset', 'batteryWh'), value('phone-headset', 'drawW')];
    // By hand: 0.3 A of 5 V, of which 90 % arrives, against what the phone draws; 15 % is kept back.
    expect(minutes(300)).toBeCloseTo((60 * 0.85 * wattHours) / (watt - 0.9 * 5 * 0.3), 6);
    expect(minutes(1000)).toBe(Number.POSITIVE_INFINITY);
  });
});

describe('cells by size, chemistry and load', () => {
  const hours = (id: string, ma: number) => cellHours(catalogue.cells.get(id)!, ma);
  test('at the rated current they give what is printed, harder drawn less (Peukert), and more gently drawn no more', () => {
    expect(hours('aa-alkaline', 25)).toBeCloseTo(2800 / 25, 9);
    // By hand: 112 h times (25/250) to the 1.18 is 7.4 h, 1850 of the 2800 mAh.
    expect(hours('aa-alkaline', 250)).toBeCloseTo(7.4, 1);
    fc.assert(
      fc.property(
        fc.constantFrom(...catalogue.cells.keys()),
        fc.double({ min: 5, max: 500, noNaN: true }),
        (id, ma) => {
          const { capacityMah, ratedMa } = catalogue.cells.get(id)!.values;
          const given = ma * hours(id, ma);
          if (ma <= ratedMa.value) expect(given).toBeCloseTo(capacityMah.value, 6);
          else expect(2 * ma * hours(id, 2 * ma)).toBeLessThan(given);
          expect(given).toBeLessThanOrEqual(capacityMah.value + 1e-6);
        },
      ),
    );
  });
  test('a phantom supply box lasts as long as its microphone lets it; rechargeables less, lithium longer', () => {
    const box = (cells: number, mic = 'condenser-xlr') =>
      assessed(
        sketch({
          device: 'camera',
          parts: { mic, x: 'lead-xlr', box: { class: 'phantom-supply', knobs: { cells } }, y: 'lead-xlr-3' },
          joints: ['mic.xlr > x.a', 'x.b > box.xlr-in', 'box.xlr-out > y.a', 'y.b > camera.mic'],
          hears: { mic: 0.2 },
        }),
      ).readings.runtimes.find((r) => r.part === 'box')!.minutes;
    const [alkaline, nimh, lithium] = [0, 1, 2].map((c) => box(c));
    expect(nimh).toBeLessThan(alkaline);
    expect(lithium).toBeGreaterThan(alkaline);
    expect(box(0, 'dynamic-handheld')).toBeGreaterThan(alkaline);
    // By hand: both legs' current times 48 V over 75 %, from 18 V, on top of 4 mA.
    const milliampere = (2 * 48 * 1000) / (value('phantom-supply', 'phantomOhm') + value('condenser-xlr', 'legOhm'));
    expect(alkaline / 60).toBeCloseTo(hours('9v-alkaline', 4 + (milliampere * 48) / 0.75 / 18), 1);
  });
});

describe('a power bank on the way', () => {
  const song = (more: Partial<Setup>, wattHours: number) =>
    assessed({
      ...sketch({
        device: 'tablet-usb-c',
        job: { minutes: 300 },
        parts: {
          mic: 'usb-mic-large',
          lead: 'lead-usb-a-b',
          hub: 'hub-through',
          bank: { class: 'bank-large', values: { bankWh: wattHours } },
        },
        joints: ['hub.plug > tablet-usb-c.usb', 'lead.a > hub.usb1', 'mic.usb > lead.b', 'bank.plug > hub.charge'],
        hears: { mic: 0.2 },
      }),
      ...more,
    }).readings.runtimes;
  test('gives until it is empty, then the device runs from its own: worked by hand', () => {
    const [tablet, bank] = pairOf(song({}, 20));
    // The 2 W that a tablet draws recording sound, over 90 %; beside it the bank feeds the microphone, and the hub itself.
    const drawW = value('tablet-usb-c', 'soundW');
    const given = (5 * (value('usb-mic-large', 'drawMa') + value('hub-through', 'drawMa'))) / 1000 + drawW / 0.9;
    expect(bank.minutes).toBeCloseTo((60 * 20 * 0.85) / given, 6);
    expect(tablet.minutes).toBeCloseTo(bank.minutes + (60 * 30 * 0.85) / drawW, 6);
  });
  test('that comes later leaves the device to its own battery until then', () => {
    const late = itemAt(song({ arrivals: [{ part: 'bank', minute: 60 }] }, 20), 0);
    const never = itemAt(song({ arrivals: [{ part: 'bank', minute: 1000 }] }, 20), 0);
    expect(shareAt(late.cell, 60)).toBeCloseTo(shareAt(never.cell, 60), 9);
    expect(shareAt(late.cell, 200)).toBeGreaterThan(shareAt(never.cell, 200));
    // By hand: 30 Wh at 2 W, 15 % kept.
    expect(never.minutes).toBeCloseTo((60 * 30 * 0.85) / value('tablet-usb-c', 'soundW'), 6);
  });
});

test('phantom current at the input, in milliamperes: both legs (IEC 61938), and a short there is told', () => {
  const box = (legOhm: number) =>
    assessed(
      sketch({
        device: 'laptop-headset',
        parts: {
          mic: { class: 'condenser-xlr', values: { legOhm } },
          x: 'lead-xlr',
          box: { class: 'interface-usb-1', knobs: { phantom: 1 } },
          usb: 'lead-usb-a-c',
        },
        joints: ['mic.xlr > x.a', 'x.b > box.in1', 'box.usb > usb.b', 'usb.a > laptop-headset.usb'],
        hears: { mic: 0.3 },
      }),
    );
  const feed = itemAt(box(25_000).readings.phantom, 0);
  expect(feed).toMatchObject({ from: 'box', to: 'mic', joint: 'j2' });
  expect(feed.milliampere).toBeCloseTo(2 * (48 / (6800 + 25_000)) * 1000, 1);
  const shorted = gate(box(10), 'powered');
  expect(shorted.findings.find((f) => f.unit === 'mA of phantom power')).toMatchObject({ status: 'fail', joint: 'j2' });
});

test('storage: an hour of 48 kHz, 24 bit stereo is 1.04 GB; 64 GB hold 853 minutes of 10 Mbit/s', () => {
  expect(60 / wavMinutes(1, 48_000, 24, 2)).toBeCloseTo(1.0368, 4);
  expect(videoMinutes(64, 10)).toBeCloseTo(853.3, 1);
});

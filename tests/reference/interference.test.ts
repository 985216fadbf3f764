import { describe, expect, test } from 'vitest';
import { entryOf, itemAt } from '@/core/algorithms';
import { prepare } from '@/core/circuit';
import { compile } from '@/core/compile';
import type { Mains } from '@/core/model';
import { quieterFor } from '@/core/plan';
import { probeJoint } from '@/core/readings';
import { criticalDistanceM, directOverRoomDb } from '@/core/signal';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { assessed, sketch } from '../support/bench-setup';

// Worked on paper; each says what is neglected.

const value = (classId: string, name: string): number => entryOf(catalogue.parts.get(classId)!.values, name).value;
const db = (ratio: number) => 20 * Math.log10(ratio);
const MAINS = 2 * Math.PI * 50 * 230;

/** A mixer on the mains into a laptop's microphone hole, by an unbalanced lead. */
const mixerToLaptop = (supply: number, lengthM: number, outlet?: string, mains?: Mains) =>
  assessed(
    sketch({
      job: mains ? { mains } : {},
      device: 'laptop-two-holes',
      parts: {
        mic: 'dynamic-handheld',
        xlr: 'lead-xlr',
        mixer: { class: 'mixer-small', ...(outlet ? { outlet } : {}) },
        lead: { class: 'lead-6.35-3.5', values: { lengthM } },
      },
      joints: ['mic.xlr > xlr.a', 'xlr.b > mixer.mic1', 'mixer.main-left > lead.a', 'lead.b > laptop-two-holes.mic'],
      hears: { mic: 0.1 },
    }),
    { 'laptop-two-holes': { knobs: { supply, gain: 0 } } },
  );

describe('ground loops', () => {
  /** Metal of the loop outside the lead's screen: two earths, two joints, wires inside both parts. */
  const restOhm = () =>
    value('mixer-small', 'earthOhm') +
    value('laptop-two-holes', 'earthOhm') +
    value('mixer-small', 'wireOhm') +
    value('laptop-two-holes', 'wireOhm') * 2 +
    2 * 0.03;
  test('between two outlets: the screen takes its share of the 10 mV, and that share stands in series with the signal', () => {
    for (const lengthM of [1.5, 10]) {
      const { readings } = mixerToLaptop(2, lengthM, 'stage');
      const hum = itemAt(readings.channels, 0).hum.find((h) => h.what === 'ground difference')!;
      const screenOhm =
        value('lead-6.35-3.5', 'ohmPerM') * lengthM +
        2 * 0.03 +
        value('mixer-small', 'wireOhm') +
        value('laptop-two-holes', 'wireOhm');
      const share = screenOhm / (restOhm() - 2 * 0.03 + screenOhm);
      // Its fundamental is 10 mV; harmonics add a tenth of that in power. Both conductors of a stereo lead are one at the
      // tip; the mixer's output and the microphone input's coupling capacitor take the rest: within 3 dB.
      expect(Math.abs(db(hum.volt / (0.01 * share)))).toBeLessThan(3);
    }
  });
  test('a longer lead in the loop hums more; without the second outlet there is no difference to drive it', () => {
    const hum = (lengthM: number, outlet?: string) =>
      itemAt(mixerToLaptop(2, lengthM, outlet).readings.channels, 0).hum.find((h) => h.what === 'ground difference')
        ?.volt ?? 0;
    expect(hum(20, 'stage')).toBeGreaterThan(2 * hum(2, 'stage'));
    expect(hum(20)).toBe(0);
  });
  test('a class II charger: its leakage runs home by the screen, volts are current times screen', () => {
    const { readings } = mixerToLaptop(1, 10);
    const hum = itemAt(readings.channels, 0).hum.find(
      (h) => h.what === 'supply leakage' && h.part === 'laptop-two-holes',
    )!;
    const screenOhm = value('lead-6.35-3.5', 'ohmPerM') * 10 + 2 * 0.03;
    const expected = value('laptop-two-holes', 'leakUa') * 1e-6 * screenOhm;
    // Flat over its harmonics, which are a few per cent each but rise with frequency through a capacitance: within 4 dB.
    expect(Math.abs(db(hum.volt / expected))).toBeLessThan(4);
    const loop = readings.loops.find((l) => l.what === 'supply leakage')!;
    expect(loop.microampere).toBeCloseTo(value('laptop-two-holes', 'leakUa'), -1);
    expect([loop.from, loop.to]).toEqual(['laptop-two-holes', 'mixer']);
    // Rated at 230 V and 50 Hz; through the same capacitance the current goes with voltage times frequency.
    const abroad = mixerToLaptop(1, 10, undefined, { hz: 60, volt: 120 }).readings;
    const there = abroad.loops.find((l) => l.what === 'supply leakage')!;
    expect(there.microampere / loop.microampere).toBeCloseTo((60 * 120) / (50 * 230), 3);
  });
  test('a transformer, a battery or one outlet each mend the loop; the shorter lead only helps', () => {
    const hall = demoSetups.find((s) => s.id === 'glaze-hall')!;
    const found = quieterFor(hall, null, catalogue);
    const gain = (words: RegExp) => found.find((q) => words.test(q.label))?.gainDb ?? 0;
    for (const words of [/outlet of the others/, /from its battery/, /audio isolator/]) {
      expect(gain(words)).toBeGreaterThan(20);
    }
    expect(found.every((q) => q.gainDb >= 2)).toBe(true);
  });
});

test('capacitive pickup: mains through the stray capacitance, times what the conductor sees', () => {
  const lengthM = 5;
  const { readings } = assessed(
    sketch({
      device: 'camera',
      parts: { mic: 'lapel-3', join: 'coupler-3.5-3', lead: { class: 'lead-3-3', values: { lengthM } } },
      joints: ['mic.plug > join.a', 'join.b > lead.a', 'lead.b > camera.mic'],
      hears: { mic: 0.2 },
    }),
  );
  const hum = itemAt(readings.channels, 0).hum.find((h) => h.part === 'lead')!;
  // Tip and ring are one in the plug of a mono lapel: two conductors, two bias resistors, two inputs side by side, the capsule.
  const ohm =
    1 / (2 / value('camera', 'biasOhm') + 2 / value('camera', 'micInputOhm') + 1 / value('lapel-3', 'capsuleOhm'));
  const fundamental = 2 * MAINS * value('lead-3-3', 'pickupFPerM') * lengthM * ohm;
  // Harmonics of the mains add: by the table of the product, 1.26 times in all, each times its number.
  expect(db(hum.volt / fundamental)).toBeGreaterThan(0);
  expect(db(hum.volt / fundamental)).toBeLessThan(2);
});

describe('common-mode rejection with 10 ohm of source imbalance, as in IEC 60268-3 (from memory)', () => {
  /** Volts at the converter for a volt on both legs through 25 ohm and 35 ohm, against a volt between the legs. */
  function rejectionDb(classId: string, knobs: Readonly<Record<string, number>>, isolated: boolean): number {
    const setup = sketch({
      device: 'laptop-headset',
      parts: {
        lead: 'lead-xlr',
        ...(isolated ? { iso: 'isolator-xlr' } : {}),
        box: { class: classId, knobs },
        usb: 'lead-usb-a-c',
      },
      joints: [
        ...(isolated ? ['lead.b > iso.xlr-in', 'iso.xlr-out > box.in1'] : ['lead.b > box.in1']),
        'box.usb > usb.b',
        'usb.a > laptop-headset.usb',
      ],
      hears: {},
    });
    const { netlist, inputs } = compile(setup, catalogue);
    const port = 'lead/a';
    const driven = (hot: number, cold: number) => {
      const circuit = prepare({
        ...netlist,
        elements: [
          ...netlist.elements,
          { kind: 'voltage', name: 'vh', p: 'sh', n: `${port}.1`, dc: 0, ac: hot },
          { kind: 'voltage', name: 'vc', p: 'sc', n: `${port}.1`, dc: 0, ac: cold },
          { kind: 'resistor', name: 'rh', a: 'sh', b: `${port}.2`, ohm: 25 },
          { kind: 'resistor', name: 'rc', a: 'sc', b: `${port}.3`, ohm: 35 },
        ],
      });
      const at = circuit.ok ? circuit.value.at(50) : circuit;
      if (!at.ok) throw new Error(at.problem.message);
      const v = at.value
        .solve()
        .between(inputs.find((i) => i.part === 'box')!.p, inputs.find((i) => i.part === 'box')!.n);
      return Math.hypot(v.re, v.im);
    };
    return db(driven(0.5, -0.5) / driven(1, 1));
  }
  test('an electronically balanced input: 50 to 70 dB; with a transformer before it 90 dB and more', () => {
    const plain = rejectionDb('interface-usb-1', { gain1: 20 }, false);
    expect(plain).toBeGreaterThan(50);
    expect(plain).toBeLessThan(75);
    expect(rejectionDb('interface-usb-1', { gain1: 20 }, true)).toBeGreaterThan(90);
  });
});

describe('phantom power (IEC 61938): open volts, and the current of a shorted leg', () => {
  test.each([
    [3, 48, 6800, 7.06],
    [2, 24, 1200, 20],
    [1, 12, 680, 17.65],
  ])('position %d: %d V behind %d ohm, %d mA', (supply, volt, ohm, milliampere) => {
    const setup = sketch({
      device: 'laptop-headset',
      parts: {
        mic: 'condenser-xlr',
        box48: { class: 'phantom-supply', knobs: { supply } },
        lead: 'lead-xlr',
        box: 'interface-usb-1',
        usb: 'lead-usb-a-c',
      },
      joints: [
        'mic.xlr > box48.xlr-in',
        'box48.xlr-out > lead.a',
        'lead.b > box.in1',
        'box.usb > usb.b',
        'usb.a > laptop-headset.usb',
      ],
      hears: { mic: 0.3 },
    });
    const probes = probeJoint(setup, catalogue, 'j1');
    if (!probes.ok) throw new Error(probes.problem.message);
    expect(probes.value.map((p) => p.contact)).toEqual(['2', '3']);
    for (const p of probes.value) {
      expect(p.openVolt).toBeCloseTo(volt, 2);
      expect(p.ohm / ohm).toBeCloseTo(1, 3);
      expect(p.shortMilliampere).toBeCloseTo(milliampere, 1);
      // No more than 10 mA may be asked of P48; a short of one leg stays within it.
      if (volt === 48) expect(p.shortMilliampere).toBeLessThan(10);
    }
  });
  test('plug-in power of a camera: 2.3 V behind 2.2 kohm gives a milliampere into a short', () => {
    const setup = sketch({
      device: 'camera',
      parts: { mic: 'lapel-3' },
      joints: ['mic.plug > camera.mic'],
      hears: { mic: 0.2 },
    });
    const probes = probeJoint(setup, catalogue, 'j1');
    if (!probes.ok) throw new Error(probes.problem.message);
    const tip = probes.value.find((p) => p.contact === 'tip')!;
    expect(tip.shortMilliampere).toBeCloseTo((1000 * value('camera', 'biasVolt')) / value('camera', 'biasOhm'), 2);
  });
});

describe('the room (Sabine)', () => {
  test('critical distance is 0.057 sqrt(Q V / T), as any handbook of room acoustics rounds it', () => {
    for (const [v, t, q] of [
      [50, 0.4, 1],
      [600, 1.2, 3],
      [3000, 2.5, 1.7],
    ]) {
      expect((criticalDistanceM(v, t, q) / Math.sqrt((q * v) / t)).toFixed(3)).toBe('0.057');
    }
  });
  test('there the voice equals the room, and falls 6 dB under it a doubling further', () => {
    expect(directOverRoomDb(0.7, 0.7)).toBe(0);
    expect(directOverRoomDb(1.4, 0.7)).toBeCloseTo(-6.02, 2);
  });
});

import { describe, expect, test } from 'vitest';
import { entryOf, itemAt, pairOf } from '@/core/algorithms';
import { magnitude } from '@/core/circuit';
import { mends } from '@/core/mend';
import { catalogue } from '@/tests/support/frozen';
import { assessed, gate, type Sketch, sketch } from '../support/bench-setup';

// Balanced, unbalanced and everything between, worked on paper from the class figures; wires and contacts neglected.

const value = (classId: string, name: string): number => entryOf(catalogue.parts.get(classId)!.values, name).value;
const db = (ratio: number) => 20 * Math.log10(ratio);

const judge = (s: Sketch) => assessed(sketch(s));
const level = (s: Sketch, channel = 0) => itemAt(itemAt(judge(s).readings.channels, channel).arrivals, 0).averageDbu;

/** A stage microphone through a mixer's output and a lead into a recorder's XLR input. */
const fromMixer = (
  port: string,
  ...middle: readonly (readonly [id: string, classId: string, into: string, out: string])[]
): Sketch => ({
  device: 'recorder-xlr',
  parts: {
    mic: 'dynamic-handheld',
    xlr: 'lead-xlr',
    mixer: { class: 'mixer-8', knobs: { gain1: 30, main: 0, monitor: 0 } },
    ...Object.fromEntries(middle.map(([id, classId]) => [id, classId])),
  },
  joints: [
    'mic.xlr > xlr.a',
    'xlr.b > mixer.mic1',
    ...middle.map(
      ([id, , into], i) =>
        `${i === 0 ? `mixer.${port}` : `${itemAt(middle, i - 1)[0]}.${itemAt(middle, i - 1)[3]}`} > ${id}.${into}`,
    ),
    `${middle.at(-1)![0]}.${middle.at(-1)![3]} > recorder-xlr.in1`,
  ],
  hears: { mic: 0.1 },
});
const balanced = ['lead', 'lead-6.35-3-xlr', 'a', 'b'] as const;
const unbalanced = ['lead', 'lead-6.35-xlr', 'a', 'b'] as const;

describe('outputs', () => {
  test('electronically balanced, used unbalanced, loses the half that its cold leg carried: 6 dB', () => {
    expect(level(fromMixer('main-left', balanced)) - level(fromMixer('main-left', unbalanced))).toBeCloseTo(6, 0);
  });
  test('impedance-balanced loses nothing: its cold leg carries no signal, only the same impedance', () => {
    expect(
      Math.abs(level(fromMixer('monitor-left', balanced)) - level(fromMixer('monitor-left', unbalanced))),
    ).toBeLessThan(0.6);
  });
  test('a transformer does not mind which side is earthed; with its cold end open it gives next to nothing', () => {
    const lines = (lead: string) =>
      itemAt(
        itemAt(
          judge({
            device: 'laptop-headset',
            parts: { mic: 'dynamic-handheld', iso: 'isolator-xlr', lead, box: 'interface-usb-1', usb: 'lead-usb-a-c' },
            joints: [
              'mic.xlr > iso.xlr-in',
              'iso.xlr-out > lead.a',
              'lead.b > box.in1',
              'box.usb > usb.b',
              'usb.a > laptop-headset.usb',
            ],
            hears: { mic: 0.1 },
          }).readings.channels,
          0,
        ).arrivals,
        0,
      ).averageDbu;
    expect(lines('lead-xlr')).toBeGreaterThan(-60);
  });
});

describe('from one world into the other', () => {
  const receiver = (...middle: readonly (readonly [string, string, string, string])[]): Sketch => ({
    device: 'recorder-xlr',
    parts: {
      pack: 'pack-own-mic',
      rx: 'receiver-dual-mono',
      ...Object.fromEntries(middle.map(([id, classId]) => [id, classId])),
    },
    joints: [
      'pack.radio > rx.radio',
      ...middle.map(
        ([id, , into], i) =>
          `${i === 0 ? 'rx.out' : `${itemAt(middle, i - 1)[0]}.${itemAt(middle, i - 1)[3]}`} > ${id}.${into}`,
      ),
      `${middle.at(-1)![0]}.${middle.at(-1)![3]} > recorder-xlr.in1`,
    ],
    hears: { pack: 0.2 },
  });
  test('unbalanced into balanced: with pin 3 open the cold leg follows the hot one, and most of the difference is lost', () => {
    const tied = judge(receiver(['lead', 'lead-3-xlr', 'a', 'b']));
    const open = judge(receiver(['lead', 'lead-3-xlr-open', 'a', 'b']));
    const at = (a: typeof tied) => a.readings.channels[0];
    // Open, the cold leg hangs on its resistor to ground, and the input is a divider with it; coupling neglected: within 1 dB.
    const share =
      value('recorder-xlr', 'inputOhm') / (value('recorder-xlr', 'inputOhm') + value('recorder-xlr', 'groundingOhm'));
    const lost = itemAt(at(open).arrivals, 0).averageDbu - itemAt(at(tied).arrivals, 0).averageDbu;
    expect(Math.abs(lost - db(share))).toBeLessThan(1);
  });
  test('one signal on left and right into a balanced input is common to both legs, and is rejected', () => {
    const wrong = level(
      receiver(
        ['plug', 'adapter-6.35-3.5', 'socket', 'plug'],
        ['join', 'coupler-6.35', 'a', 'b'],
        ['lead', 'lead-6.35-3-xlr', 'a', 'b'],
      ),
    );
    expect(level(receiver(['lead', 'lead-3-xlr', 'a', 'b'])) - wrong).toBeGreaterThan(35);
  });
  test('a balanced output into a stereo input: both sides loud, one upside down, and nothing in mono', () => {
    const a = judge({
      device: 'camera',
      parts: {
        mic: 'dynamic-handheld',
        xlr: 'lead-xlr',
        mixer: { class: 'mixer-8', knobs: { gain1: 20, main: -30 } },
        lead: 'lead-6.35-3.5',
      },
      joints: ['mic.xlr > xlr.a', 'xlr.b > mixer.mic1', 'mixer.main-left > lead.a', 'lead.b > camera.mic'],
      hears: { mic: 0.1 },
    });
    const [left, right] = pairOf(a.readings.channels.map((c) => itemAt(c.arrivals, 0).at1k));
    expect(db(magnitude({ re: left.re + right.re, im: left.im + right.im }) / magnitude(left))).toBeLessThan(-35);
    expect(gate(a, 'wired')).toMatchObject({ status: 'fail' });
    expect(gate(a, 'wired').message).toBe('wired.cancels');
  });
  test('a polarity adapter turns the voice upside down and changes nothing else', () => {
    const at1k = (turned: boolean) =>
      itemAt(
        itemAt(
          judge({
            device: 'recorder-xlr',
            parts: { mic: 'dynamic-handheld', ...(turned ? { turn: 'polarity-xlr' } : {}), lead: 'lead-xlr' },
            joints: [
              ...(turned ? ['mic.xlr > turn.xlr-in', 'turn.xlr-out > lead.a'] : ['mic.xlr > lead.a']),
              'lead.b > recorder-xlr.in1',
            ],
            hears: { mic: 0.1 },
          }).readings.channels,
          0,
        ).arrivals,
        0,
      ).at1k;
    const [plain, turned] = [at1k(false), at1k(true)];
    expect(magnitude(turned) / magnitude(plain)).toBeCloseTo(1, 2);
    expect((turned.re * plain.re + turned.im * plain.im) / magnitude(plain) ** 2).toBeCloseTo(-1, 2);
  });
});

test('a hard Y ties two outputs to each other; with resistors each sees a load that it was made for', () => {
  const loads = (y: string) =>
    judge({
      device: 'camera',
      parts: {
        one: 'pack-own-mic',
        two: 'pack-own-mic',
        rx: { class: 'receiver-twin', knobs: { mode: 0 } },
        lead: 'lead-3-3',
        y,
      },
      joints: [
        'one.radio > rx.radio-a',
        'two.radio > rx.radio-b',
        'rx.out > lead.a',
        'lead.b > y.socket',
        'y.plug > camera.mic',
      ],
      hears: { one: 0.2, two: 0.2 },
    }).readings.joints.get('j4')!.loading!;
  // Between the two sides the hard one leaves the other's output resistance, the other its two resistors.
  expect(loads('y-hard-mono').loadOhm).toBeLessThan(loads('y-resistor-3.5').loadOhm);
  expect(loads('y-resistor-3.5').loadOhm).toBeGreaterThan(500);
});

test('a long lead on a high source: 3 dB down where the source, the loads and the capacitance say', () => {
  const lengthM = 10;
  const capsuleOhm = 20_000;
  const a = judge({
    device: 'laptop-headset',
    parts: {
      mic: { class: 'dynamic-6.35', values: { capsuleOhm, lengthM } },
      box: { class: 'interface-headset-instrument', knobs: { gain: 20 } },
    },
    joints: ['mic.plug > box.in', 'box.plug > laptop-headset.socket'],
    hears: { mic: 0.1 },
  });
  const ohm = 1 / (1 / capsuleOhm + 1 / value('interface-headset-instrument', 'inputOhm'));
  const hz = 1 / (2 * Math.PI * ohm * value('dynamic-6.35', 'faradPerM') * lengthM);
  const curve = itemAt(itemAt(a.readings.channels, 0).arrivals, 0).curve!;
  // Between thirds the fall is drawn straight: within a few per cent.
  expect(curve.highHz! / hz).toBeGreaterThan(0.93);
  expect(curve.highHz! / hz).toBeLessThan(1.07);
});

describe('what phantom power does', () => {
  const powered = (mic: string, port: string, ...middle: readonly (readonly [string, string, string, string])[]) =>
    judge({
      device: 'recorder-xlr',
      parts: { mic, ...Object.fromEntries(middle.map(([id, classId]) => [id, classId])), lead: 'lead-xlr' },
      joints: [
        ...middle.map(
          ([id, , into], i) =>
            `${i === 0 ? `mic.${port}` : `${itemAt(middle, i - 1)[0]}.${itemAt(middle, i - 1)[3]}`} > ${id}.${into}`,
        ),
        `${middle.length > 0 ? `${middle.at(-1)![0]}.${middle.at(-1)![3]}` : `mic.${port}`} > lead.a`,
        'lead.b > recorder-xlr.in1',
      ],
      hears: { mic: 0.2 },
    });
  const on = { 'recorder-xlr': { knobs: { phantom: 1 } } };
  const withPhantom = (s: Sketch) => assessed(sketch(s), on);
  const straight = (mic: string): Sketch => ({
    device: 'recorder-xlr',
    parts: { mic, lead: 'lead-xlr' },
    joints: ['mic.xlr > lead.a', 'lead.b > recorder-xlr.in1'],
    hears: { mic: 0.2 },
  });
  test('wakes a condenser, leaves a dynamic one alone, and does not harm a ribbon on a good cable', () => {
    expect(gate(powered('condenser-xlr', 'xlr'), 'wired').status).toBe('fail');
    expect(gate(withPhantom(straight('condenser-xlr')), 'wired').status).not.toBe('fail');
    const [off, on_] = [judge(straight('dynamic-handheld')), withPhantom(straight('dynamic-handheld'))];
    // 6.8 kohm a leg across it is all it feels.
    expect(
      itemAt(itemAt(off.readings.channels, 0).arrivals, 0).averageDbu -
        itemAt(itemAt(on_.readings.channels, 0).arrivals, 0).averageDbu,
    ).toBeLessThan(0.3);
    expect(gate(withPhantom(straight('ribbon-xlr')), 'safe').status).toBe('pass');
  });
  test('does not pass a transformer: a condenser behind an isolator stays dead', () => {
    const behind = withPhantom({
      ...straight('condenser-xlr'),
      parts: { mic: 'condenser-xlr', iso: 'isolator-xlr', lead: 'lead-xlr' },
      joints: ['mic.xlr > iso.xlr-in', 'iso.xlr-out > lead.a', 'lead.b > recorder-xlr.in1'],
    });
    expect(gate(behind, 'wired')).toMatchObject({ status: 'fail' });
    expect(gate(behind, 'wired').sentence).toMatch(/gets no phantom power: 0.00 V arrive, it needs/);
  });
  test('harms the output of a receiver or a phone that it reaches', () => {
    const receiver = withPhantom({
      device: 'recorder-xlr',
      parts: { pack: 'pack-own-mic', rx: 'receiver-dual-mono', lead: 'lead-3-xlr' },
      joints: ['pack.radio > rx.radio', 'rx.out > lead.a', 'lead.b > recorder-xlr.in1'],
      hears: { pack: 0.2 },
    });
    expect(gate(receiver, 'safe')).toMatchObject({ status: 'fail', part: 'rx' });
    expect(gate(receiver, 'safe').sentence).toMatch(/phantom power of .* goes into the output/);
  });
});

test('the wrong socket: headphones where the microphone belongs; the mend is to move the plug', () => {
  const setup = sketch({
    device: 'laptop-two-holes',
    parts: { mic: 'lapel-3' },
    joints: ['mic.plug > laptop-two-holes.phones'],
    hears: { mic: 0.2 },
  });
  expect(gate(assessed(setup), 'wired').status).toBe('fail');
  const found = [...mends(setup, null, catalogue)].at(-1)!.mends;
  expect(itemAt(found, 0).label).toMatch(
    /^Move Lapel microphone with TRS plug from the headphone socket to the microphone socket of Laptop/,
  );
  expect(itemAt(found, 0).cost).toBe(0);
});

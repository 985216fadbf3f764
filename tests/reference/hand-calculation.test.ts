import { describe, expect, test } from 'vitest';
import { entryOf, itemAt } from '@/core/algorithms';
import { catalogue } from '@/tests/support/frozen';
import { assessed, gate, sketch } from '../support/bench-setup';

// Worked on paper from the class figures with the formulas of any handbook (Ohm, Thevenin, 4kTRB, 20 log); none of it uses
// the engine. Each says what was neglected, and the tolerance leaves room for just that.

const figure = (classId: string, name: string): number => entryOf(catalogue.parts.get(classId)!.values, name).value;
const db = (ratio: number) => 20 * Math.log10(ratio);
const dbu = (volt: number) => db(volt / Math.sqrt(0.6));
const parallel = (...ohms: number[]) => 1 / ohms.reduce((sum, r) => sum + 1 / r, 0);
/** Pascals of the sketch's voice, 60 dB SPL at 1 m, at a distance. */
const pascalAt = (m: number) => 20e-6 * 10 ** ((60 - db(m)) / 20);

const dynamicToInterface = (gainDb: number) =>
  assessed(
    sketch({
      device: 'laptop-headset',
      parts: {
        mic: 'dynamic-handheld',
        lead: 'lead-xlr',
        box: { class: 'interface-usb-1', knobs: { gain1: gainDb } },
        usb: 'lead-usb-a-c',
      },
      joints: ['mic.xlr > lead.a', 'lead.b > box.in1', 'box.usb > usb.b', 'usb.a > laptop-headset.usb'],
      hears: { mic: 0.1 },
    }),
  );

describe('levels', () => {
  test('a dynamic microphone into a microphone preamplifier: sensitivity, distance, loading, gain', () => {
    // The input and the two resistors to ground across it; wires, contacts and 47 uF neglected.
    const load = parallel(figure('interface-usb-1', 'inputOhm'), 2 * figure('interface-usb-1', 'groundingOhm'));
    const loss = load / (load + figure('dynamic-handheld', 'capsuleOhm'));
    const sent = (figure('dynamic-handheld', 'sensitivityMvPerPa') / 1000) * pascalAt(0.1);
    const intoConverter =
      figure('interface-usb-1', 'adcOhm') /
      (figure('interface-usb-1', 'adcOhm') + figure('interface-usb-1', 'preOutOhm'));
    for (const gainDb of [0, 30]) {
      const arrival = itemAt(itemAt(dynamicToInterface(gainDb).readings.channels, 0).arrivals, 0);
      expect(arrival.averageDbu).toBeCloseTo(dbu(sent * loss * intoConverter) + gainDb, 1);
    }
  });
  test('a lapel electret gives its rated sensitivity into its rated load', () => {
    // Camera: 2.2 kohm of bias in parallel with 20 kohm of input, twice, because tip and ring are one in the plug.
    const a = assessed(
      sketch({ device: 'camera', parts: { mic: 'lapel-3' }, joints: ['mic.plug > camera.mic'], hears: { mic: 0.2 } }),
    );
    const q = (n: string) => figure('lapel-3', n);
    const input = parallel(figure('camera', 'micInputOhm'), figure('camera', 'bufferOhm'));
    const load = parallel(figure('camera', 'biasOhm'), input) / 2;
    const current = ((q('sensitivityMvPerPa') / 1000) * pascalAt(0.2)) / parallel(q('capsuleOhm'), q('ratedLoadOhm'));
    const arrival = itemAt(itemAt(a.readings.channels, 0).arrivals, 0);
    expect(arrival.averageDbu).toBeCloseTo(dbu(current * parallel(q('capsuleOhm'), load)), 1);
  });
  test('a DI transformer of 12 to 1 takes 21.6 dB (common practice), and the preamplifier sees next to no source', () => {
    const through = assessed(
      sketch({
        device: 'laptop-headset',
        parts: {
          mic: 'dynamic-6.35',
          di: 'di-passive',
          lead: 'lead-xlr',
          box: { class: 'interface-usb-1', knobs: { gain1: 0 } },
          usb: 'lead-usb-a-c',
        },
        joints: [
          'mic.plug > di.in',
          'di.xlr > lead.a',
          'lead.b > box.in1',
          'box.usb > usb.b',
          'usb.a > laptop-headset.usb',
        ],
        hears: { mic: 0.1 },
      }),
    );
    const load = parallel(figure('interface-usb-1', 'inputOhm'), 2 * figure('interface-usb-1', 'groundingOhm'));
    const turns = figure('di-passive', 'turns');
    // The microphone and the copper of the primary before it, that of the secondary behind it.
    const source = figure('dynamic-6.35', 'capsuleOhm') + figure('di-passive', 'primaryOhm');
    const copper = figure('di-passive', 'secondaryOhm');
    const sent = (figure('dynamic-6.35', 'sensitivityMvPerPa') / 1000) * pascalAt(0.1);
    const seen = (load + copper) * turns ** 2;
    const converter =
      figure('interface-usb-1', 'adcOhm') /
      (figure('interface-usb-1', 'adcOhm') + figure('interface-usb-1', 'preOutOhm'));
    const expected = dbu((((sent * seen) / (seen + source) / turns) * load * converter) / (load + copper));
    expect(itemAt(itemAt(through.readings.channels, 0).arrivals, 0).averageDbu).toBeCloseTo(expected, 1);
    expect(db(1 / turns)).toBeCloseTo(-21.6, 1);
  });
  test('a 20 dB pad between a receiver and a camera: the divider with both ends on', () => {
    const receiver = (pad: boolean) =>
      itemAt(
        itemAt(
          assessed(
            sketch({
              device: 'camera',
              parts: {
                pack: 'pack-own-mic',
                rx: 'receiver-dual-mono',
                lead: 'lead-3-3',
                ...(pad ? { pad: 'pad-20' } : {}),
              },
              joints: [
                'pack.radio > rx.radio',
                'rx.out > lead.a',
                ...(pad ? ['lead.b > pad.socket', 'pad.plug > camera.mic'] : ['lead.b > camera.mic']),
              ],
              hears: { pack: 0.2 },
            }),
          ).readings.channels,
          0,
        ).arrivals,
        0,
      ).averageDbu;
    const rx = (n: string) => figure('receiver-dual-mono', n);
    const input = parallel(figure('camera', 'biasOhm'), figure('camera', 'micInputOhm'));
    const [series, shunt] = [figure('pad-20', 'seriesOhm'), figure('pad-20', 'shuntOhm')];
    const dividerInto = (load: number) =>
      parallel(rx('bleedOhm'), load) / (rx('outputOhm') + parallel(rx('bleedOhm'), load));
    const padded =
      dividerInto(series + parallel(shunt, input)) * (parallel(shunt, input) / (series + parallel(shunt, input)));
    expect(receiver(true) - receiver(false)).toBeCloseTo(db(padded / dividerInto(input)), 0);
  });
});

describe('steady voltages', () => {
  test('a headset microphone: the bias divides between its resistor and the capsule, and the sense line reads the capsule', () => {
    const a = assessed(
      sketch({
        device: 'phone-headset',
        parts: { mic: 'lapel-4' },
        joints: ['mic.plug > phone-headset.socket'],
        hears: { mic: 0.2 },
      }),
    );
    const capsule = figure('lapel-4', 'capsuleOhm');
    const bias = figure('phone-headset', 'biasOhm');
    const touch = a.readings.joints.get('j1')!.contacts.find((c) => c.socket === 'sleeve')!;
    expect(touch.volt).toBeCloseTo((figure('phone-headset', 'biasVolt') * capsule) / (capsule + bias), 3);
    expect(gate(a, 'seen').value! / capsule).toBeCloseTo(1, 2);
  });
  test('phantom power: 48 V through 6.8 kohm a leg into a microphone that draws through both (IEC 61938)', () => {
    const a = assessed(
      sketch({
        device: 'laptop-headset',
        parts: {
          mic: 'condenser-xlr',
          lead: 'lead-xlr',
          box: { class: 'interface-usb-1', knobs: { phantom: 1 } },
          usb: 'lead-usb-a-c',
        },
        joints: ['mic.xlr > lead.a', 'lead.b > box.in1', 'box.usb > usb.b', 'usb.a > laptop-headset.usb'],
        hears: { mic: 0.3 },
      }),
    );
    const leg = figure('condenser-xlr', 'legOhm');
    const pin2 = a.readings.joints.get('j1')!.contacts.find((c) => c.socket === '2')!;
    expect(pin2.volt).toBeCloseTo((48 * leg) / (leg + 6800), 2);
    // Shorted, a leg would give 48 V over 6.8 kohm: 7.1 mA, within the 10 mA of the standard.
    expect(48 / 6.8).toBeCloseTo(7.06, 2);
  });
});

describe('noise, power, ears', () => {
  test('with much gain, the noise is the preamplifier against the thermal noise of the microphone', () => {
    const { noise, arrivals } = itemAt(dynamicToInterface(50).readings.channels, 0);
    const source = figure('dynamic-handheld', 'capsuleOhm');
    const load = parallel(figure('interface-usb-1', 'inputOhm'), 2 * figure('interface-usb-1', 'groundingOhm'));
    // Flat over the 22.4 kHz of the bands, where the input noise figure is for 20 kHz; gain and divider as above.
    const thermal = Math.sqrt(
      4 * 1.380649e-23 * 293.15 * parallel(source, 2 * figure('interface-usb-1', 'groundingOhm')) * 22_440,
    );
    const ein = Math.sqrt(0.6) * 10 ** (figure('interface-usb-1', 'einDbu') / 20) * Math.sqrt(22_440 / 20_000);
    // That figure is told with a source of 150 ohm (IEC 60268-3, from memory): what that makes is not the amplifier's.
    const told = Math.sqrt(4 * 1.380649e-23 * 293.15 * 150 * 22_440);
    const scale = 10 ** (50 / 20);
    const expected = Math.hypot(thermal * (load / (load + source)), Math.sqrt(ein ** 2 - told ** 2)) * scale;
    expect(db(noise.volt / expected)).toBeCloseTo(0, 0);
    expect(itemAt(arrivals, 0).averageDbu - dbu(noise.volt)).toBeGreaterThan(50);
  });
  test('a bus-powered hub passes on what it is given: draws add up at the device', () => {
    const a = assessed(
      sketch({
        device: 'tablet-usb-c',
        parts: {
          mic: 'usb-mic-large',
          cable: 'lead-usb-a-b',
          hub: 'hub-bus',
          second: 'usb-mic-small',
          adapter: 'usbc-usba',
        },
        joints: ['hub.plug > tablet-usb-c.usb', 'cable.a > hub.usb1', 'mic.usb > cable.b'],
        hears: { mic: 0.3, second: 0.3 },
      }),
    );
    const asked = figure('usb-mic-large', 'drawMa') + figure('hub-bus', 'drawMa');
    const atTablet = a.readings.usb.supplies.find((s) => s.part === 'tablet-usb-c')!;
    expect(atTablet.loadMa).toBeCloseTo(asked, 9);
  });
  test('a phone lasts its watt-hours, less the reserve of 15 %, over its watts', () => {
    const a = assessed(
      sketch({
        device: 'phone-headset',
        parts: { mic: 'lapel-4' },
        joints: ['mic.plug > phone-headset.socket'],
        hears: { mic: 0.2 },
      }),
    );
    const minutes = (60 * figure('phone-headset', 'batteryWh') * 0.85) / figure('phone-headset', 'soundW');
    expect(a.readings.runtimes.find((r) => r.part === 'phone-headset')!.minutes).toBeCloseTo(minutes, 6);
  });
  test('headphones: what 1 V makes, less the divider of output and driver, for programme at -20 dBFS', () => {
    const a = assessed(
      sketch({
        job: { hearing: 'far-end' },
        device: 'phone-headset',
        parts: { mic: 'lapel-3', split: 'splitter-2-1', ears: 'headphones' },
        joints: ['mic.plug > split.mic', 'ears.plug > split.phones', 'split.plug > phone-headset.socket'],
        hears: { mic: 0.2 },
      }),
    );
    const driver = figure('headphones', 'driverOhm');
    const volt = (figure('phone-headset', 'phonesVolt') * driver) / (driver + figure('phone-headset', 'phonesOhm'));
    const ear = itemAt(a.readings.ears, 0);
    for (const spl of [ear.leftSpl, ear.rightSpl]) {
      expect(spl).toBeCloseTo(figure('headphones', 'splAtOneVolt') + db(volt) - 20, 0);
    }
  });
});

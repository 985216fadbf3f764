import { describe, expect, test } from 'vitest';
import { entryOf, itemAt } from '@/core/algorithms';
import { mustAssess } from '@/core/assess';
import { type Job, turnKnob } from '@/core/model';
import { quieterFor } from '@/core/plan';
import { catalogue } from '@/tests/support/frozen';
import { assessed, boxed, gate, lapel, type Sketch, sketch, toldOf } from '../support/bench-setup';

// What each gate judges and what it leaves alone; supply noise by hand calculation (common practice, no source, unless named).

describe('what is judged, and how', () => {
  const usbMics = (device: string, minutes: number, purpose: Job['purpose'] = 'record'): Sketch => ({
    job: { minutes, purpose, app: 'studio', arrangement: 'side-each' },
    device,
    parts: { hub: 'hub-mains', one: 'usb-mic-small', two: 'usb-mic-small', a: 'usba-usbc', b: 'usba-usbc' },
    joints: [
      `hub.plug > ${device}.usb`,
      'a.plug > hub.usb1',
      'b.plug > hub.usb2',
      'one.usb > a.usb',
      'two.usb > b.usb',
    ],
    hears: { one: 0.3, two: 0.3 },
  });
  test('two USB microphones on a tablet: one is allowed, and the other is named', () => {
    const seen = gate(assessed(sketch(usbMics('tablet-usb-c', 30))), 'seen');
    expect(seen.status).toBe('fail');
    expect(seen.findings.map((f) => f.message)).toContain('seen.crowded');
  });
  test('a USB-C cable works either way round', () => {
    const one = boxed('dynamic-handheld', { gain1: 45 });
    const turned = {
      ...one,
      joints: ['mic.xlr > lead.a', 'lead.b > box.in1', 'box.usb > usb.a', 'usb.b > tablet-usb-c.usb'],
    };
    const statuses = (s: Sketch) => assessed(sketch(s)).verdicts.map((v) => v.status);
    expect(statuses(turned)).toEqual(statuses(one));
    expect(gate(assessed(sketch(turned)), 'seen').status).toBe('pass');
  });
  test('headphones in a headset adapter play, though no microphone is found there', () => {
    const a = assessed(
      sketch({
        job: {
          app: 'browser-call',
          purpose: 'call',
          hearing: 'far-end',
          sources: [{ id: 'v1', name: 'Ana', splAt1m: 62 }],
        },
        device: 'phone-usb-c',
        parts: { ears: 'headphones', adapter: 'usbc-headset-active' },
        joints: ['ears.plug > adapter.socket', 'adapter.plug > phone-usb-c.usb'],
        hears: {},
      }),
    );
    expect(a.readings.playbackPart).toBe('adapter');
    expect(itemAt(a.readings.ears, 0).leftSpl).toBeGreaterThan(65);
  });
  test('a microphone in earphones that nobody speaks into is not judged by Powered', () => {
    const a = assessed(
      sketch({
        device: 'laptop-two-holes',
        parts: { mic: 'usb-mic-large', l: 'lead-usb-a-b', ears: 'earphones-mic' },
        joints: ['l.a > laptop-two-holes.usb', 'mic.usb > l.b', 'ears.plug > mic.phones'],
        hears: { mic: 0.3 },
      }),
    );
    expect(gate(a, 'powered').findings.map((f) => f.topic)).not.toContainEqual(expect.stringMatching(/^needs ears/));
    expect(gate(a, 'powered').status).toBe('pass');
  });
  test('own voice at a large USB microphone is well heard by its direct monitoring', () => {
    const a = assessed(
      sketch({
        job: { hearing: 'myself', app: 'plain-camera' },
        device: 'laptop-two-holes',
        parts: { mic: { class: 'usb-mic-large', knobs: { direct: 1 } }, l: 'lead-usb-a-b', ears: 'headphones' },
        joints: ['l.a > laptop-two-holes.usb', 'mic.usb > l.b', 'ears.plug > mic.phones'],
        hears: { mic: 0.3 },
      }),
    );
    // By hand: 18 mV/Pa at 70.5 dB SPL is 1.2 mV, 30 dB more and half of it across equal resistances: about 76 dB SPL.
    expect(itemAt(a.readings.ears, 0).directLeftSpl).toBeGreaterThan(70);
    expect(itemAt(a.readings.ears, 0).directLeftSpl).toBeLessThan(85);
    expect(gate(a, 'heard').status).not.toBe('fail');
  });
  test('a second caller who hears himself fails Heard', () => {
    const call = (aux: number) =>
      assessed(
        sketch({
          job: {
            app: 'browser-call',
            purpose: 'call',
            hearing: 'nothing',
            also: [{ device: 'phone-headset-old', app: 'browser-call' }],
          },
          device: 'phone-headset',
          parts: {
            mic: 'lapel-4',
            mixer: { class: 'mixer-8', knobs: { stereo: 0, main: aux } },
            in: 'lead-3-2x6.35',
            split: 'headset-breakout',
            join: 'lead-6.35-3.5',
            down: 'line-to-headset',
            swap: 'order-swap',
            couple: 'coupler-3.5-3',
          },
          joints: [
            'mic.plug > phone-headset.socket',
            'swap.plug > phone-headset-old.socket',
            'down.plug > swap.socket',
            'down.line > couple.a',
            'join.b > couple.b',
            'join.a > mixer.main-left',
          ],
          hears: { mic: 0.2 },
        }),
      );
    // Nothing comes back by a mixer that the caller does not enter.
    const heard = gate(call(0), 'heard');
    expect(heard.findings.filter((f) => /@phone-headset-old$/.test(f.topic)).every((f) => f.status === 'pass')).toBe(
      true,
    );
  });
  test('the plain camera app is of three kinds: it looks when opened, it follows the plug, it keeps its own', () => {
    const late = (app: string) => {
      const s = sketch({
        job: { app },
        device: 'tablet-usb-c',
        parts: { mic: 'lapel-usb-c' },
        joints: ['mic.usb > tablet-usb-c.usb'],
        hears: { mic: 0.2 },
      });
      return gate(mustAssess({ ...s, session: { openedAfter: 0 } }, catalogue), 'seen').status;
    };
    expect(['plain-camera', 'plain-camera-follows', 'plain-camera-own'].map(late)).toEqual(['fail', 'pass', 'fail']);
  });
  test('while another microphone is in use, nothing is said to pass for the one that is not', () => {
    const a = mustAssess({ ...sketch(lapel('phone-headset')), chosenInput: 'built-in' }, catalogue);
    expect(gate(a, 'seen').status).toBe('fail');
    for (const g of ['wired', 'level', 'clean'] as const)
      expect(gate(a, g)).toMatchObject({ status: 'not known', brief: 'not in use' });
  });
  test('a cable of which neither end fits fails Fit and Wired, with numbers throughout', () => {
    const a = assessed(
      sketch({
        device: 'phone-headset',
        parts: { mic: 'dynamic-handheld', lead: 'lead-instrument' },
        joints: ['mic.xlr > lead.a', 'lead.b > phone-headset.socket'],
        hears: { mic: 0.1 },
      }),
    );
    expect([gate(a, 'fit').status, gate(a, 'wired').status]).toEqual(['fail', 'fail']);
  });
  test('what charges nothing says so', () => {
    const a = assessed(
      sketch(
        lapel('phone-headset', 'socket', {
          parts: { mic: 'lapel-4', rx: 'computer-sound', c: 'charger-usb-c', x: 'usba-usbc' },
          joints: ['mic.plug > phone-headset.socket', 'c.plug > x.usb'],
        }),
      ),
    );
    expect(gate(a, 'powered').findings.find((f) => f.topic === 'idle c')?.sentence).toMatch(/charges nothing/);
  });
});

describe('charging from the computer that sends the sound', () => {
  const song = { id: 'v1', name: 'Song', splAt1m: 94, from: 'computer-sound', sound: 'music' as const };
  const charged = (by: readonly string[], parts: Sketch['parts']): Sketch => ({
    job: { sources: [song] },
    device: 'phone-headset',
    parts: { pc: 'computer-sound', lead: 'line-to-headset', ...parts },
    joints: ['lead.line > pc.phones', 'lead.plug > phone-headset.socket', ...by],
    hears: { pc: 1 },
  });
  const computer = charged(['usb.a > pc.usb', 'usb.b > phone-headset.usb'], { usb: 'lead-usb-a-c' });
  test('brings its noise over the shared ground, the loop is named, and unplugging or a battery cures it', () => {
    const setup = sketch(computer);
    const a = assessed(setup);
    expect(a.readings.loops[0]).toMatchObject({ what: 'supply noise', from: 'pc', joints: ['j1', 'j2', 'j3', 'j4'] });
    const { first, mends } = toldOf(setup);
    expect(first.line).toMatch(/Charging brings noise into the sound.*static/);
    expect(itemAt(mends, 0).label).toBe('Unplug USB-A to USB-C cable from Sound of a computer');
    // A 1 to 1 transformer goes in either way round: here with its plug towards the computer.
    const parted = quieterFor(setup, null, catalogue).find((q) => /audio isolator.* into connection 1/.test(q.label));
    expect(parted?.gainDb).toBeGreaterThan(60);
    const bank = assessed(sketch(charged(['bank.plug > phone-headset.usb'], { bank: 'bank-small' })));
    expect(gate(bank, 'clean').status).toBe('pass');
  });
  test('at whichever device it comes in, and as loud at the second as at the first', () => {
    const base = sketch(computer);
    const at = (device: string, other: string) => {
      const job = { ...base.job, device, also: [{ device: other, app: 'recorder-picker' }] };
      const a = assessed({ ...base, job, parts: [...base.parts, { id: 'camera', class: 'camera' }] });
      const phone = [a.readings, ...a.also].find((r) => r.compiled.device.part.id === 'phone-headset')!;
      expect(phone.loops[0]).toMatchObject({ to: 'phone-headset' });
      expect(gate(a, 'clean').sentence).toMatch(/Static or whine from the supply Sound of a computer/);
      return itemAt(phone.channels, 0).overHumDb;
    };
    expect(at('camera', 'phone-headset')).toBeCloseTo(at('phone-headset', 'camera'), 1);
  });
  test('by hand: half of 5 mA goes over the sound ground, and its drop there is what is heard', () => {
    // Both ways are 0.22 ohm: two contacts of 30 mohm, lead and socket. 2.5 mA over the contact at the phone and the lead's
    // own 0.05 ohm or so before the pad's ground: some tenths of a millivolt, whatever the pad takes from the signal.
    const a = assessed(sketch(computer));
    const noise = itemAt(a.readings.channels, 0).hum.find((h) => h.what === 'supply noise')!;
    expect(noise.volt).toBeGreaterThan(2e-5);
    expect(noise.volt).toBeLessThan(5e-4);
  });
});

/** A figure of a class. */
const value = (id: string, name: string): number => entryOf(catalogue.parts.get(id)!.values, name).value;

describe('two where one should be', () => {
  test('48 V into a receiver is drawn by the receiver, not by the microphone that comes to it by radio', () => {
    const setup = sketch({
      device: 'laptop-headset',
      parts: {
        pack: 'pack-own-mic',
        rx: 'receiver-mono',
        x: 'lead-3-xlr',
        box: { class: 'interface-usb-2', knobs: { gain1: 10, phantom: 1 } },
        usb: 'lead-usb-a-c',
      },
      joints: [
        'pack.radio > rx.radio',
        'rx.out > x.a',
        'x.b > box.in1',
        'box.usb > usb.b',
        'usb.a > laptop-headset.usb',
      ],
      hears: { pack: 0.2 },
    });
    expect(gate(assessed(setup), 'powered').sentence).toMatch(
      /^Wireless receiver with mono on the tip draws 11.* mA of phantom/,
    );
  });
  test('left and right of a feed that are exchanged: said, and cured by exchanging the plugs', () => {
    const feed = (left: string, right: string): Sketch => ({
      job: { app: 'studio', sources: [{ id: 'v1', name: 'Feed', splAt1m: 94, from: 'feed-phono' }] },
      device: 'desktop-holes',
      parts: { feed: 'feed-phono', lead: 'lead-phono-3.5' },
      joints: [`feed.left > lead.${left}`, `feed.right > lead.${right}`, 'lead.b > desktop-holes.line'],
      hears: { feed: 0 },
    });
    expect(gate(assessed(sketch(feed('a', 'right'))), 'wired').status).toBe('pass');
    const wrong = sketch(feed('right', 'a'));
    expect(gate(assessed(wrong), 'wired').sentence).toMatch(/^Left and right of RCA \(phono\) line feed are exchanged/);
    expect(itemAt(toldOf(wrong).mends, 0).label).toMatch(/^Exchange two plugs: the right phono into the right output/);
  });
  test('two outputs joined by a hard Y: what one drives into the other is volts over both output resistances', () => {
    const joined = (y: string): Sketch => ({
      job: { app: 'plain-camera' },
      device: 'camera',
      parts: {
        p: 'pack-own-mic',
        q: 'pack-own-mic',
        r: 'receiver-dual-mono',
        s: 'receiver-dual-mono',
        y,
        c: 'lead-3-3',
      },
      joints: [
        'p.radio > r.radio',
        'q.radio > s.radio',
        'y.plug > r.out',
        'y.plug2 > s.out',
        'c.a > y.socket',
        'c.b > camera.mic',
      ],
      hears: { p: 0.2, q: 0.2 },
    });
    const { tied } = assessed(sketch(joined('y-hard-3.5'))).readings;
    const peakVolt = 10 ** (value('receiver-dual-mono', 'clipDbu') / 20) * Math.sqrt(0.6) * Math.SQRT2;
    const byHand = (1000 * peakVolt) / (2 * value('receiver-dual-mono', 'outputOhm'));
    // The other output loads it and the camera besides: within 3 dB.
    expect(Math.abs(20 * Math.log10(itemAt(tied, 0).milliampere / byHand))).toBeLessThan(3);
    expect(gate(assessed(sketch(joined('y-hard-3.5'))), 'safe')).toMatchObject({ status: 'caution' });
  });
  test('a mixer behind a receiver is not tied to it: through an amplifier it goes one way', () => {
    const chain = sketch({
      job: { app: 'plain-camera' },
      device: 'camera',
      parts: { p: 'pack-own-mic', r: 'receiver-xlr', x: 'lead-xlr', mixer: 'mixer-8', l: 'lead-6.35-3.5' },
      joints: ['p.radio > r.radio', 'r.out > x.a', 'x.b > mixer.mic1', 'mixer.monitor-left > l.a', 'l.b > camera.mic'],
      hears: { p: 0.2 },
    });
    expect(assessed(chain).readings.tied).toEqual([]);
  });
  test('one capsule fed by a camera and a recorder at once: by superposition, as each alone would', () => {
    const unfed = sketch({
      job: { also: [{ device: 'recorder-pocket', app: 'device-own' }] },
      device: 'camera',
      parts: { mic: 'lapel-3', y: 'y-hard-3.5' },
      joints: ['mic.plug > y.socket', 'y.plug > camera.mic', 'y.plug2 > recorder-pocket.mic'],
      hears: { mic: 0.2 },
    });
    const both = turnKnob(unfed, 'recorder-pocket', 'plugin', 1);
    const [{ part, by }] = assessed(both).readings.fedTwice;
    expect([part, by.map((f) => f.part).sort()]).toEqual(['mic', ['camera', 'recorder-pocket']]);
    const { op, compiled } = assessed(both).readings;
    const there = op.biasVolt.get(compiled.capsules.find((c) => c.part === 'mic')!)!;
    expect(by.reduce((sum, f) => sum + f.volt, 0)).toBeCloseTo(there, 3);
    expect(gate(assessed(both), 'powered').sentence).toMatch(/fed by .* and .* at once/);
    const off = assessed(both, { 'recorder-pocket': { knobs: { plugin: 0 } } });
    expect(off.readings.fedTwice).toEqual([]);
  });
});

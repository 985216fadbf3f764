import { describe, expect, test } from 'vitest';
import { entryOf, itemAt } from '@/core/algorithms';
import { knobsInOrder, USUAL_WISH, windowOf } from '@/core/levels';
import type { Part } from '@/core/model';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { assessed, gate, sketch } from '../support/bench-setup';

// The trade's rules of thumb that have a number (common practice, no source), against what is computed. The one that does
// not come out (unbalanced line leads up to 3 m) is explained in the README.

const lengths = (make: (lead: Omit<Part, 'id'>) => ReturnType<typeof sketch>, classId: string) => (lengthM: number) => {
  const a = assessed(make({ class: classId, values: { lengthM } }));
  return { clean: gate(a, 'clean'), channel: a.readings.channels[0] };
};

describe('how long a cable may be', () => {
  test('unbalanced, a microphone: good at 3 m, marginal from 4.5 to 6 m, no more at 10 m', () => {
    const at = lengths(
      (lead) =>
        sketch({
          device: 'camera',
          parts: { mic: 'lapel-3', join: 'coupler-3.5-3', lead },
          joints: ['mic.plug > join.a', 'join.b > lead.a', 'lead.b > camera.mic'],
          hears: { mic: 0.2 },
        }),
      'lead-3-3',
    );
    expect(at(3).clean.status).toBe('pass');
    // Marginal: within a few decibels of the limit, on one side or the other of a caution.
    for (const m of [4.5, 6]) {
      expect(at(m).channel.overHumDb).toBeGreaterThan(35);
      expect(at(m).channel.overHumDb).toBeLessThan(42);
    }
    expect(at(6).clean.status).toBe('caution');
    expect(at(10).clean.status).toBe('fail');
  });
  test('balanced, a dynamic microphone: as good at 300 m, and duller at three times that', () => {
    const at = lengths(
      (lead) =>
        sketch({
          device: 'laptop-headset',
          parts: {
            mic: 'dynamic-handheld',
            lead,
            box: { class: 'interface-usb-1', knobs: { gain1: 45 } },
            usb: 'lead-usb-a-c',
          },
          joints: ['mic.xlr > lead.a', 'lead.b > box.in1', 'box.usb > usb.b', 'usb.a > laptop-headset.usb'],
          hears: { mic: 0.1 },
        }),
      'lead-xlr',
    );
    expect(at(300).clean.status).toBe('pass');
    expect(at(3).channel.snrDb - at(300).channel.snrDb).toBeLessThan(1);
    expect(itemAt(at(300).channel.arrivals, 0).curve!.highHz).toBeNull();
    expect(itemAt(at(1000).channel.arrivals, 0).curve!.highHz).toBeLessThan(12_000);
  });
});

describe('unbalanced line leads up to about 3 m: not by themselves, but with a loop', () => {
  test('a receiver at line level into a recorder is clean at 3 m, and still at 30 m', () => {
    const at = lengths(
      (lead) =>
        sketch({
          device: 'recorder-pocket',
          parts: {
            pack: { class: 'pack-own-mic', knobs: { gain: 32 } },
            rx: { class: 'receiver-dual-mono', knobs: { level: 0 } },
            lead,
          },
          joints: ['pack.radio > rx.radio', 'rx.out > lead.a', 'lead.b > recorder-pocket.mic'],
          hears: { pack: 0.2 },
        }),
      'lead-3-3',
    );
    expect(at(3).clean.status).toBe('pass');
    expect(at(30).clean.status).toBe('pass');
    expect(at(30).channel.overHumDb).toBeLessThan(at(3).channel.overHumDb - 18);
  });
  test('a mixer and a laptop on two outlets hum too much already at 3 m', () => {
    const hall = demoSetups.find((s) => s.id === 'glaze-hall')!;
    const a = assessed(hall, { lead: { values: { lengthM: 3 } } });
    expect(gate(a, 'clean')).toMatchObject({ status: 'fail', lane: 'ground' });
  });
});

describe('knobs', () => {
  const kiln = demoSetups.find((s) => s.id === 'kiln-rehearsed')!;
  const gains = knobsInOrder(assessed(kiln)).filter((k) => k.knob.unit === 'dB');
  test('first try of any knob: half way. On the rehearsed line every one holds there', () => {
    expect(gains.length).toBeGreaterThan(2);
    for (const place of gains) {
      const { min, max } = place.knob;
      const [low, high] = windowOf(kiln, catalogue, place).holds!;
      expect((min + max) / 2).toBeGreaterThanOrEqual(low);
      expect((min + max) / 2).toBeLessThanOrEqual(high);
    }
  });
  test('receiver at its lowest step first: nothing is too hot there', () => {
    const receiver = gains.find((k) => k.part === 'receiver')!;
    expect(windowOf(kiln, catalogue, receiver).holds![0]).toBe(receiver.knob.min);
  });
  test('peaks at three quarters of a meter of 48 dB', () => {
    expect(USUAL_WISH.peakDbfs).toBe(-48 + 0.75 * 48);
  });
});

describe('levels and loads', () => {
  test('a line output is about 40 to 60 dB too hot for a microphone input', () => {
    const line = entryOf(catalogue.parts.get('mixer-8')!.values, 'lineClipDbu').value;
    const hosts = [...catalogue.parts.values()].filter((c) => c.host && c.values['micFullScaleDbu']);
    expect(hosts.length).toBeGreaterThan(5);
    for (const c of hosts) {
      // A recorder whose hole takes lines too is made for both.
      if (c.ports.some((p) => p.carries === 'mic' && /line/.test(p.label))) continue;
      // As the knob stands at first, where there is one.
      const gain = c.knobs?.find((k) => k.role === 'gain')?.start ?? 0;
      const hotter = line - (entryOf(c.values, 'micFullScaleDbu').value - gain);
      expect(hotter).toBeGreaterThan(35);
      expect(hotter).toBeLessThan(62);
    }
  });
  test('a load of ten times the source takes less than a decibel; an equal one takes 6', () => {
    const loss = (capsuleOhm: number) => {
      const a = assessed(
        sketch({
          device: 'laptop-headset',
          parts: {
            mic: { class: 'dynamic-handheld', values: { capsuleOhm } },
            lead: 'lead-xlr',
            box: 'interface-usb-1',
            usb: 'lead-usb-a-c',
          },
          joints: ['mic.xlr > lead.a', 'lead.b > box.in1', 'box.usb > usb.b', 'usb.a > laptop-headset.usb'],
          hears: { mic: 0.1 },
        }),
      );
      return a.readings.joints.get('j2')!.loading!;
    };
    const { loadOhm } = loss(200);
    expect(loss(loadOhm / 10).lossDb).toBeLessThan(1);
    expect(loss(loadOhm).lossDb).toBeCloseTo(6, 1);
  });
  test('a dynamic microphone on a weak preamplifier: 25 dB of clean gain in line is worth several dB of noise', () => {
    const snr = (boosted: boolean) =>
      itemAt(
        assessed(
          sketch({
            device: 'recorder-xlr',
            parts: { mic: 'dynamic-handheld', ...(boosted ? { boost: 'line-booster' } : {}), lead: 'lead-xlr' },
            joints: [
              ...(boosted ? ['mic.xlr > boost.xlr-in', 'boost.xlr-out > lead.a'] : ['mic.xlr > lead.a']),
              'lead.b > recorder-xlr.in1',
            ],
            hears: { mic: 0.1 },
          }),
          {
            'recorder-xlr': { knobs: { phantom: boosted ? 1 : 0, gain1: boosted ? 30 : 55 }, values: { einDbu: -115 } },
          },
        ).readings.channels,
        0,
      ).snrDb;
    expect(snr(true) - snr(false)).toBeGreaterThan(6);
  });
});

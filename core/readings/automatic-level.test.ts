import { expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { mustAssess } from '@/core/assess';
import { causesOf } from '@/core/cause';
import { turnKnob } from '@/core/model';
import { sketch } from '@/tests/support/bench-setup';

const camera = (knobs: Readonly<Record<string, number>>, splAt1m = 60) => {
  const setup = sketch({
    job: { app: 'device-own', sources: [{ id: 'v1', name: 'Voice', splAt1m }] },
    device: 'camera',
    parts: { mic: 'lapel-3' },
    joints: ['mic.plug > camera.mic'],
    hears: { mic: 0.2 },
  });
  return Object.entries(knobs).reduce((s, [knob, to]) => turnKnob(s, 'camera', knob, to), setup);
};
const channelOf = (knobs: Readonly<Record<string, number>>, splAt1m = 60) => {
  const channel = mustAssess(camera(knobs, splAt1m), catalogue).readings.channels[0];
  if (!channel) throw new Error('nothing is recorded');
  return channel;
};
const peakOf = (c: ReturnType<typeof channelOf>) => Math.max(...c.arrivals.map((a) => a.peakDbfs));

test('manual level stays where it is set; automatic brings any voice to -12 dBFS, wherever the knob stood', () => {
  expect(peakOf(channelOf({ micGain: 20 })) - peakOf(channelOf({ micGain: 10 }))).toBeCloseTo(10, 5);
  for (const spl of [50, 60, 70])
    for (const micGain of [0, 26, 50]) {
      const peak = peakOf(channelOf({ automatic: 1, micGain }, spl));
      expect(Math.abs(peak + 12), `${spl} dB SPL`).toBeLessThanOrEqual(0.5);
    }
});

test('in a pause it turns up by 12 dB, or as far as its gain still goes; manual it lifts nothing', () => {
  expect(channelOf({ micGain: 20 }).pauseLiftDb).toBe(0);
  for (const spl of [50, 60, 80]) {
    const { pauseLiftDb, input } = channelOf({ automatic: 1 }, spl);
    expect(pauseLiftDb, `${spl} dB SPL`).toBe(Math.min(12, 50 - input.gainDb));
  }
  expect(channelOf({ automatic: 1 }, 80).pauseLiftDb).toBe(12);
});

test('the pauses are judged by what is left of the voice over the noise; the way out is manual level', () => {
  const noisy = camera({ automatic: 1, micGain: 26 }, 55);
  const before = mustAssess(noisy, catalogue);
  const clean = before.verdicts.find((v) => v.gate === 'clean');
  const told = clean?.findings.find((f) => f.topic.startsWith('pauses'));
  const [channel] = before.readings.channels;
  expect(channel?.snrDb).toBeGreaterThan(30);
  expect(told?.value).toBeCloseTo((channel?.snrDb ?? 0) - (channel?.pauseLiftDb ?? 0), 6);
  expect(told?.value).toBeLessThan(30);
  expect(clean?.status).toBe('fail');
  const [first] = [...causesOf(noisy, catalogue, before)].at(-1) ?? [];
  expect(JSON.stringify(first)).toContain('"automatic"');
});

test('a socket of a hub whose switch is off gives nothing and shows nothing', () => {
  const hub = (on2: number) =>
    sketch({
      job: { app: 'recorder-picker' },
      device: 'laptop-two-holes',
      parts: {
        hub: { class: 'hub-mains-switched', knobs: { on2 } },
        mic: 'usb-mic-large',
        u: 'lead-usb-a-b',
      },
      joints: ['hub.plug > laptop-two-holes.usb', 'mic.usb > u.b', 'u.a > hub.usb2'],
      hears: { mic: 0.2 },
    });
  const seen = (on2: number) =>
    mustAssess(hub(on2), catalogue).readings.entries.some((e) => e.part === 'mic' && e.listed);
  expect(seen(1)).toBe(true);
  expect(seen(0)).toBe(false);
});

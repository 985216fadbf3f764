import { describe, expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { assessed, gate, sketch } from '@/tests/support/bench-setup';
import { compile } from '../compile';
import type { Part } from '../model';
import { atMicrophoneDb, loudspeakers } from './air';

const ROOM = { volumeM3: 60, reverbS: 0.5, noiseDba: 30 };
const call = (speaker: Omit<Part, 'id' | 'class'>, room: typeof ROOM | null = ROOM, mic = 'lapel-3') =>
  sketch({
    job: { purpose: 'call', app: 'browser-call', hearing: 'far-end', ...(room ? { room } : {}) },
    device: 'laptop-two-holes',
    parts: { m: mic, s: { class: 'speakers-small', ...speaker } },
    joints: ['m.plug > laptop-two-holes.mic', 's.plug > laptop-two-holes.phones'],
    hears: { m: 0.2 },
  });
const at = (distanceM: number, room: typeof ROOM | null, mic?: string) => {
  const compiled = compile(call({ values: { micDistanceM: distanceM } }, room, mic), catalogue);
  return atMicrophoneDb(compiled, loudspeakers(compiled)[0]!, compiled.capsules[0]!);
};

describe('a loudspeaker at a microphone', () => {
  test('in a room, the room equation worked by hand: 60 m3 and half a second take 19.3 m2, Q 2, at 1.5 m', () => {
    // 1 / 2.25 straight, and 16 pi / (2 x 19.3) from the room: 0.444 + 1.30 is 2.4 dB over one metre in the free.
    expect(at(1.5, ROOM)).toBeCloseTo(2.4, 1);
    // Far from it only the room is left, wherever one stands: 1.1 dB.
    expect(at(50, ROOM)).toBeCloseTo(1.1, 1);
  });
  test('in the free it falls 6 dB a doubling, and a directional microphone hears less of it', () => {
    expect(at(2, null) - at(1, null)).toBeCloseTo(-6.02, 2);
    const round = catalogue.parts.get('stereo-camera')!.values['directivity']!.value;
    expect(at(1, null, 'stereo-camera') - at(1, null)).toBeCloseTo(-10 * Math.log10(round), 2);
  });
});

describe('acoustic echo', () => {
  const heard = (volume: number, more: Record<string, number> = {}) => {
    const a = assessed(call({ knobs: { volume }, values: more }));
    return { echo: a.readings.echo[0]!, told: gate(a, 'heard') };
  };
  test('loudspeakers and an open microphone: the caller hears themselves, as much less as it is turned down', () => {
    const [loud, low] = [heard(-16), heard(-26)];
    expect(loud.echo).toMatchObject({ byAir: true, through: 's' });
    expect(low.echo.lossDb - loud.echo.lossDb).toBeCloseTo(10, 1);
  });
  test('without the app’s canceller it is an echo, told with the loudspeakers', () => {
    const a = assessed({ ...call({ knobs: { volume: 0 } }), session: { processing: 'off' } });
    const echo = gate(a, 'heard').findings.find((f) => f.topic.startsWith('echo '))!;
    expect(echo.status).toBe('fail');
    expect(echo.sentence).toMatch(
      /^The caller hears their own voice .* from the Small computer loudspeakers through the air\.$/,
    );
  });
});

test('a hall mixer at its own loudspeakers: a decibel of gain is a decibel nearer to howling, by whichever knob', () => {
  const hall = (knobs: Readonly<Record<string, number>>, values: Record<string, number> = {}) =>
    assessed(
      sketch({
        job: { room: ROOM },
        device: 'laptop-usb-c',
        parts: {
          m: 'dynamic-handheld',
          x: 'lead-xlr',
          desk: { class: 'mixer-2-stereo-usb', knobs: { gain1: 40, monitor: 0, ...knobs } },
          s: { class: 'speakers-monitor', knobs: { volume: 0 }, values: { micDistanceM: 2, ...values } },
          l: 'lead-2x6.35-2x6.35',
          u: 'lead-usb-a-b',
        },
        joints: [
          'm.xlr > x.a',
          'x.b > desk.mic1',
          'desk.monitor-left > l.a',
          'desk.monitor-right > l.right',
          'l.b > s.left',
          'l.b-right > s.right',
        ],
        hears: { m: 0.1 },
      }),
    );
  const margin = (...args: Parameters<typeof hall>) => hall(...args).readings.howl[0]!.marginDb;
  const plain = margin({});
  for (const knobs of [{ gain1: 46 }, { monitor: 6 }, { level1: 6 }]) expect(plain - margin(knobs)).toBeCloseTo(6, 1);
  const howling = gate(hall({ gain1: 60, monitor: 10 }), 'heard');
  expect(howling.status).toBe('fail');
  expect(howling.sentence).toMatch(
    /Pair of monitor loudspeakers and Dynamic handheld microphone (howl|are near howling)/,
  );
  expect(hall({ monitor: -60 }).readings.howl).toEqual([]);
});

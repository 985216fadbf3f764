import { expect, test } from 'vitest';
import {
  APART,
  all,
  arriving,
  first,
  ownDelay,
  PACK,
  PHANTOM,
  ratio,
  real,
  TWO,
  withJob,
} from '@/tests/support/readings';
import { entryOf, itemAt } from '../algorithms';
import type { Readings } from '../readings';
import { type GateName, judge, type Status } from '.';

// A gate is a function of its readings: one of them is put just outside of its limit, just inside, and well inside. The
// limits are written here a second time, from the standards and the common practice that the gates name.

interface Row {
  readonly gate: GateName;
  readonly topic: RegExp;
  readonly of: Readings;
  /** The same readings with one of them at x. */
  readonly at: (r: Readings, x: number) => Readings;
  readonly limit: number;
  readonly outside: number;
  readonly inside: number;
  readonly well: number;
  /** Some limits only warn. */
  readonly fails?: Status;
}

const ROWS: Readonly<Record<string, Row>> = {
  'hung on a gimbal, of 0.3 of the mass of the device': {
    gate: 'fit',
    topic: /^hung/,
    of: withJob(PACK, { place: 'gimbal' }),
    at: (r, x) => {
      const { device } = r.compiled;
      // The first device has 2000 g, which a gimbal takes 600 of; what hangs there has x in all.
      const heavy = { ...device, part: { ...device.part, values: { massG: 2000 } } };
      const beside = r.compiled.joints.flatMap(({ a, b }) =>
        a.part.id === device.part.id ? [b.part.id] : b.part.id === device.part.id ? [a.part.id] : [],
      );
      const joints = r.compiled.joints.map((j) => {
        const side = (s: typeof j.a) => {
          const massG = s.part.id === beside[0] ? x : 0;
          return { ...s, part: { ...s.part, values: { ...s.part.values, massG } } };
        };
        return { ...j, a: side(j.a), b: side(j.b) };
      });
      return { ...r, compiled: { ...r.compiled, device: heavy, joints } };
    },
    limit: 600,
    outside: 601,
    inside: 599,
    well: 300,
  },
  'level kept on the way': {
    gate: 'wired',
    topic: /^arrives/,
    of: PACK,
    at: (r, x) => ({ ...r, lines: first(r.lines, (l) => ({ ...l, keptDb: x, arrives: x > -70 })) }),
    limit: -70,
    outside: -70.1,
    inside: -69.9,
    well: -20,
  },
  'one channel under the other, live': {
    gate: 'wired',
    topic: /^sides/,
    of: withJob(TWO, { purpose: 'live', arrangement: 'both-sides' }),
    at: (r, x) => arriving(r, (_, k) => ({ at1k: real(k === 0 ? 1 : ratio(x)), bySide: [1] })),
    limit: -20,
    outside: -20.1,
    inside: Number.NaN,
    well: -19.9,
  },
  'what is left in mono': {
    gate: 'wired',
    topic: /^sides/,
    of: withJob(TWO, { purpose: 'live', arrangement: 'both-sides' }),
    // Half of 1 + (2 s - 1) is s.
    at: (r, x) => arriving(r, (_, k) => ({ at1k: real(k === 0 ? 1 : 2 * ratio(x) - 1), bySide: [1] })),
    limit: -20,
    outside: -20.1,
    inside: -19.9,
    well: 0,
  },
  'an output left behind': {
    gate: 'wired',
    topic: /^outputs/,
    of: withJob(TWO, { arrangement: 'both-sides' }),
    at: (r, x) => arriving(r, () => ({ at1k: real(1), bySide: [1, ratio(x)] })),
    limit: -20,
    outside: -20.1,
    inside: Number.NaN,
    well: -19.9,
    fails: 'caution',
  },
  'left on the right': {
    gate: 'wired',
    topic: /^exchanged/,
    of: withJob(TWO, { arrangement: 'both-sides' }),
    at: (r, x) => arriving(r, (_, k) => ({ at1k: real(1), bySide: k === 0 ? [ratio(-x), 1] : [1, ratio(-x)] })),
    limit: 20,
    outside: 20.1,
    inside: Number.NaN,
    well: 19.9,
    fails: 'caution',
  },
  'the other voice on a channel': {
    gate: 'wired',
    topic: /^apart v1/,
    of: APART,
    at: (r, x) => arriving(r, (a, k) => ({ averageDbu: (a.source === 'v1') === (k === 0) ? -20 : -20 - x })),
    limit: 20,
    outside: 19.9,
    inside: 20.1,
    well: 40,
  },
  'clocks at the end of a recording': {
    gate: 'seen',
    topic: /^clocks/,
    of: withJob(APART, { purpose: 'record' }),
    at: (r, x) => ({
      ...withJob(r, { minutes: x / 6 }),
      channels: r.channels.map((c, k) =>
        k === 0 ? c : { ...c, input: { ...c.input, part: r.compiled.device.part.id } },
      ),
    }),
    limit: 2000,
    outside: 2001,
    inside: 1999,
    well: 50,
  },
  'clocks at the end of a live talk, EBU R 37': {
    gate: 'seen',
    topic: /^clocks/,
    of: withJob(APART, { purpose: 'live' }),
    at: (r, x) => ({
      ...withJob(r, { minutes: x / 6 }),
      channels: r.channels.map((c, k) =>
        k === 0 ? c : { ...c, input: { ...c.input, part: r.compiled.device.part.id } },
      ),
    }),
    limit: 60,
    outside: 61,
    inside: 59,
    well: 20,
  },
  'headroom of a stage': {
    gate: 'level',
    topic: /^stage/,
    of: PACK,
    at: (r, x) => ({ ...r, stages: all(r.stages, { headroomDb: x }) }),
    limit: 0,
    outside: -0.1,
    inside: 0.1,
    well: 8,
  },
  'headroom of a mic': {
    gate: 'level',
    topic: /^microphone/,
    of: PACK,
    at: (r, x) => ({ ...r, ledger: all(r.ledger, { spareDb: x }) }),
    limit: 0,
    outside: -0.1,
    inside: 0.1,
    well: 8,
  },
  'peaks under full scale': {
    gate: 'level',
    topic: /^peaks/,
    of: PACK,
    at: (r, x) => arriving(r, () => ({ peakDbfs: -x })),
    limit: 0,
    outside: -0.1,
    inside: 0.1,
    well: 12,
  },
  'peaks of the quietest voice': {
    gate: 'level',
    topic: /^quiet/,
    of: PACK,
    at: (r, x) => arriving(r, () => ({ peakDbfs: x })),
    limit: -50,
    outside: -50.1,
    inside: -49.9,
    well: -12,
  },
  'voice over noise': {
    gate: 'clean',
    topic: /^noise/,
    of: PACK,
    at: (r, x) => ({ ...r, channels: all(r.channels, { snrDb: x }) }),
    limit: 30,
    outside: 29.9,
    inside: 30.1,
    well: 45,
  },
  'voice over hum': {
    gate: 'clean',
    topic: /^hum/,
    of: PACK,
    at: (r, x) => ({ ...r, channels: all(r.channels, { overHumDb: x }) }),
    limit: 35,
    outside: 34.9,
    inside: 35.1,
    well: 50,
  },
  'voice over the room': {
    gate: 'clean',
    topic: /^room/,
    of: PACK,
    at: (r, x) => ({ ...r, lines: all(r.lines, { room: { directDb: x, criticalM: 1 }, alive: true }) }),
    limit: 0,
    outside: -0.1,
    inside: 0.1,
    well: 10,
  },
  'the upper end of the line against a telephone': {
    gate: 'clean',
    topic: /^band/,
    of: PACK,
    at: (r, x) => arriving(r, (a) => ({ leaks: false, curve: { ...a.curve!, lowHz: null, highHz: x } })),
    limit: 3400,
    outside: 3390,
    inside: 3410,
    well: 8000,
  },
  'the lower end of it': {
    gate: 'clean',
    topic: /^band/,
    of: PACK,
    at: (r, x) => arriving(r, (a) => ({ leaks: false, curve: { ...a.curve!, highHz: null, lowHz: x } })),
    limit: 300,
    outside: 301,
    inside: 299,
    well: 100,
  },
  'current of a supply': {
    gate: 'powered',
    topic: /^supply/,
    of: PACK,
    at: (r, x) => ({ ...r, usb: { ...r.usb, supplies: all(r.usb.supplies, { loadMa: x, supplyMa: 500 }) } }),
    limit: 500,
    outside: 501,
    inside: 499,
    well: 300,
  },
  'a battery against the job': {
    gate: 'powered',
    topic: /^runtime/,
    of: withJob(PACK, { minutes: 100 }),
    at: (r, x) => ({ ...r, runtimes: all(r.runtimes, { minutes: x }) }),
    limit: 100,
    outside: 99,
    inside: 101,
    well: 130,
  },
  'hubs in a row, USB 2.0': {
    gate: 'powered',
    topic: /^hubs/,
    of: PHANTOM,
    at: (r, x) => ({
      ...r,
      usb: { ...r.usb, nodes: new Map([...r.usb.nodes].map(([id, n]) => [id, { ...n, drawMa: 1, hubs: x }])) },
    }),
    limit: 5,
    outside: 6,
    inside: Number.NaN,
    well: 5,
  },
  'phantom current of an input, IEC 61938': {
    gate: 'powered',
    topic: /^phantom/,
    of: PHANTOM,
    at: (r, x) => ({ ...r, phantom: all(r.phantom, { milliampere: x, mostMa: 10 }) }),
    limit: 10,
    outside: 10.1,
    inside: 9.9,
    well: 3,
  },
  'volts at a USB plug': {
    gate: 'powered',
    topic: /^volts/,
    of: PHANTOM,
    at: (r, x) => ({
      ...r,
      usb: { ...r.usb, nodes: new Map([...r.usb.nodes].map(([id, n]) => [id, { ...n, drawMa: 1, volt: x }])) },
    }),
    limit: 4.4,
    outside: 4.39,
    inside: 4.41,
    well: 4.9,
  },
  'phantom voltage at a condenser': {
    gate: 'powered',
    topic: /^needs/,
    of: PHANTOM,
    at: (r, x) => ({ ...r, op: { ...r.op, biasVolt: new Map([...r.op.biasVolt.keys()].map((k) => [k, x])) } }),
    limit: 24,
    outside: 23.9,
    inside: 24.1,
    well: 48,
  },
  'loudness of the far end at the ears': {
    gate: 'heard',
    topic: /^hears the caller /,
    of: PACK,
    at: (r, x) => ({ ...r, ears: all(r.ears, { leftSpl: x, rightSpl: x, directLeftSpl: 0, directRightSpl: 0 }) }),
    limit: 65,
    outside: 64.9,
    inside: 65.1,
    well: 80,
  },
  'delay of the own voice': {
    gate: 'heard',
    topic: /^late yourself/,
    of: withJob({ ...PACK, monitors: true }, { hearing: 'myself' }),
    at: (r, x) => ({
      ...r,
      ears: all(r.ears, { leftSpl: 80, rightSpl: 80, directLeftSpl: 0, directRightSpl: 0 }),
      delays: ownDelay(x),
    }),
    limit: 25,
    outside: 25.1,
    inside: 24.9,
    well: 9,
  },
  'delay one way, ITU-T G.114': {
    gate: 'heard',
    topic: /^late the caller/,
    of: PACK,
    at: (r, x) => ({ ...r, delays: { ...ownDelay(1), far: [{ what: 'app', part: null, ms: x }] } }),
    limit: 400,
    outside: 401,
    inside: 399,
    well: 150,
  },
  'echo to the caller at 100 ms one way, ITU-T G.131': {
    gate: 'heard',
    topic: /^echo/,
    of: PACK,
    at: (r, x) => ({
      ...r,
      delays: { ...ownDelay(1), far: [{ what: 'app', part: null, ms: 100 }] },
      echo: all(r.echo, { lossDb: x, cancelledDb: 0 }),
    }),
    limit: 41,
    outside: 40.9,
    inside: 41.1,
    well: 47,
  },
  'volts on a contact that bears so much': {
    gate: 'safe',
    topic: /^limit/,
    of: PACK,
    at: (r, x) => {
      const limit = itemAt(r.compiled.limits, 0);
      const hazard = {
        limit: { ...limit, maxVolt: 3.6 },
        joint: null,
        volt: x,
        milliampere: null,
        from: null,
        when: null,
      };
      return { ...r, compiled: { ...r.compiled, limits: [hazard.limit] }, hazards: [{ ...hazard, by: 'peaks' }] };
    },
    limit: 3.6,
    outside: 3.61,
    inside: 3.59,
    well: 1.8,
  },
  'the dose of 8 hours, NIOSH': {
    gate: 'safe',
    topic: /^ear/,
    of: withJob(PACK, { minutes: 480 }),
    at: (r, x) => ({ ...r, ears: all(r.ears, { leftSpl: x, rightSpl: x }) }),
    limit: 85,
    outside: 85.1,
    inside: 84.9,
    well: 82,
  },
};

test.each(Object.entries(ROWS))('%s', (_, { gate, topic, of, at, limit, outside, inside, well, fails = 'fail' }) => {
  const found = (x: number) => {
    const { findings } = judge(gate, at(of, x));
    return findings.filter((f) => topic.test(f.topic));
  };
  const out = itemAt(found(outside), 0);
  expect([out?.status, out?.limit]).toEqual([fails, limit]);
  expect(out.margin! < 0).toBe(fails === 'fail');
  // Where a limit is only told once it is overstepped, nothing stands inside of it.
  if (!Number.isNaN(inside)) {
    const [just] = found(inside);
    expect([just?.status, just?.limit]).toEqual(['caution', limit]);
  }
  for (const f of found(well)) expect(f.status).toBe('pass');
});

test('half the time is safe for each 3 dB more', () => {
  for (const [spl, minutes] of [
    [88, 240],
    [91, 120],
    [100, 15],
  ] as const) {
    const at = (m: number) =>
      judge('safe', entryOf(ROWS, 'the dose of 8 hours, NIOSH').at(withJob(PACK, { minutes: m }), spl)).findings.find(
        (f) => f.topic.startsWith('ear'),
      )!.status;
    expect([at(minutes * 1.01), at(minutes * 0.99)]).toEqual(['fail', 'caution']);
  }
});

test('no gate lacks a row', () => {
  expect(new Set(Object.values(ROWS).map((r) => r.gate)).size).toBe(8);
});

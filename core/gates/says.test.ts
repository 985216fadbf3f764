import { expect, test } from 'vitest';
import { all, arriving, demo, ownDelay, PACK, withJob } from '@/tests/support/readings';
import type { Readings } from '../readings';
import { type GateName, judge } from '.';

// Which text is said of which readings, and with what in it.
type Ear = Readings['ears'][number];
const ears = (r: Readings, of: Partial<Ear>): Readings => ({
  ...r,
  ears: all(r.ears, { leftSpl: 0, rightSpl: 0, directLeftSpl: 0, directRightSpl: 0, ...of }),
});
const HALL = demo('glaze-hall');
const MYSELF = withJob({ ...PACK, monitors: true }, { hearing: 'myself' });
const humOf = (r: Readings, what: string, overHumDb: number): Readings => ({
  ...r,
  loops: [],
  channels: r.channels.map((c) => ({
    ...c,
    overHumDb,
    hum: c.hum.map((h) => ({ ...h, what: what as typeof h.what })),
  })),
});
const noiseFrom = (r: Readings, what: string): Readings => ({
  ...r,
  channels: r.channels.map((c) => ({
    ...c,
    snrDb: 10,
    noise: { ...c.noise, shares: c.noise.shares.map((n) => ({ ...n, what })) },
  })),
});
const twice = (r: Readings): Readings => ({
  ...ears(r, { leftSpl: 80, rightSpl: 80, directLeftSpl: 80, directRightSpl: 80 }),
  delays: { own: [{ what: 'app', part: null, ms: 40 }], direct: [{ what: 'converter', part: null, ms: 3 }], far: [] },
});

const SAYS: readonly (readonly [GateName, RegExp, Readings, string, Readonly<Record<string, unknown>>])[] = [
  ['level', /^peaks/, arriving(PACK, () => ({ peakDbfs: 21 })), 'level.wrong-kind', { over: 21 }],
  ['level', /^peaks/, arriving(PACK, () => ({ peakDbfs: 19 })), 'level.clips', { over: 19 }],
  ['level', /^stage/, { ...PACK, stages: all(PACK.stages, { headroomDb: -2.5 }) }, 'level.stage-clips', { over: 3 }],
  ['level', /^microphone/, { ...PACK, ledger: all(PACK.ledger, { spareDb: -4 }) }, 'level.mic-over', { over: 4 }],
  ['level', /^level/, { ...PACK, lines: all(PACK.lines, { arrives: false }) }, 'level.not-known', {}],
  ['level', /^level/, { ...PACK, inUse: false }, 'not-in-use', {}],
  ['clean', /^noise/, { ...PACK, inUse: false }, 'not-in-use', {}],
  ['clean', /^noise/, { ...PACK, lines: all(PACK.lines, { arrives: false }) }, 'clean.not-known', {}],
  ['clean', /^noise/, noiseFrom(PACK, 'room'), 'clean.noisy-room', { snr: 10 }],
  ['clean', /^noise/, noiseFrom(PACK, 'converter'), 'clean.hiss', { snr: 10, what: 'converter' }],
  ['clean', /^hum/, humOf(HALL, 'supply noise', 9), 'clean.static', { over: 9 }],
  ['clean', /^hum/, humOf(HALL, 'pickup', 9), 'clean.hum-into', { over: 9, what: 'pickup' }],
  ['clean', /^hum/, humOf(HALL, 'pickup', -9), 'clean.hum-over', { by: 9 }],
  ['clean', /^hum/, humOf(HALL, 'pickup', 60), 'clean.hum-fine', { over: 60 }],
  ['clean', /^hum/, humOf(HALL, 'supply noise', 60), 'clean.supply-fine', { over: 60 }],
  ['clean', /^hum/, humOf(HALL, 'pickup', 95), 'clean.no-hum', {}],
  ['clean', /^hum/, HALL, 'clean.hum-loop', { from: 'Hall mixer', to: 'Laptop' }],
  ['heard', /^hears/, ears(PACK, { leftSpl: 80, rightSpl: 20 }), 'heard.one-ear', {}],
  ['heard', /^hears/, ears(PACK, { leftSpl: 50, rightSpl: 40 }), 'heard.quiet', { spl: 40 }],
  ['heard', /^hears/, ears(PACK, {}), 'heard.silent', { but: null }],
  ['heard', /^hears/, ears(PACK, { directLeftSpl: 80 }), 'heard.silent', { but: 'the caller' }],
  ['heard', /^ears/, { ...PACK, ears: [] }, 'heard.no-headphones', { what: 'the caller' }],
  ['heard', /^hears/, ears({ ...MYSELF, monitors: false }, {}), 'heard.no-monitoring', {}],
  ['heard', /^hears/, ears(MYSELF, { directLeftSpl: 80, directRightSpl: 80 }), 'heard.by-wire', { what: 'yourself' }],
  ['heard', /^hears/, ears(MYSELF, { leftSpl: 80, rightSpl: 80 }), 'heard.from', { what: 'yourself' }],
  ['heard', /^late/, twice(MYSELF), 'heard.twice', { late: 37 }],
  [
    'heard',
    /^late/,
    { ...twice(MYSELF), delays: { ...twice(MYSELF).delays, own: [] } },
    'heard.own-fine',
    { late: 3, past: 'wire' },
  ],
  [
    'heard',
    /^echo/,
    {
      ...PACK,
      delays: { ...ownDelay(1), far: [{ what: 'app', part: null, ms: 100 }] },
      echo: all(PACK.echo, { lossDb: 10, cancelledDb: 20 }),
    },
    'heard.echo-ground',
    { loss: 30, cancelled: 20, delay: 200 },
  ],
];

test.each(SAYS.map((row) => [row[3], row] as const))('says %s', (_, [gate, topic, readings, message, values]) => {
  const found = judge(gate, readings).findings.find((f) => topic.test(f.topic));
  expect([found?.message, found?.values]).toEqual([message, expect.objectContaining(values)]);
});

import { describe, expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { gate } from '@/tests/support/bench-setup';
import { twoCallers } from '@/tests/support/calls';
import { mustAssess } from '../assess';
import { callersOf, hostsOf, type Job, oneMoreCaller, type Setup, withoutCaller } from '../model';
import { busesOf, type Heard, knobTables, knobUses, wayOf, whoHearsWhom } from '.';

const EVERYBODY = ['v1', 'v2', 'caller 1', 'caller 2'];
const hearings = (setup: Setup) => {
  const a = mustAssess(setup, catalogue);
  return { ...whoHearsWhom([a.readings, ...a.also]), heardGate: gate(a, 'heard'), assessment: a };
};
const at = (heard: readonly Heard[], from: string, to: string): Heard =>
  heard.find((h) => h.from === from && h.to === to)!;
const plain = hearings(twoCallers());

test('with a send each, everybody hears everybody but themselves, and the recording has them all', () => {
  expect(plain.voices.map((v) => v.id)).toEqual(EVERYBODY);
  expect(plain.listeners.map((l) => l.id)).toEqual(['ears', 'caller 1', 'caller 2', 'take 3']);
  expect(plain.heard.map((h) => h.is)).toEqual(plain.heard.map(() => 'fine'));
  expect(plain.heardGate.status).not.toBe('fail');
  for (const h of plain.heard) if (h.want !== 'self') expect(h.levelDb).not.toBeNull();
});

test('a knob changes by as much as it is turned what it carries, and nothing else', () => {
  const carried: readonly (readonly [string, readonly [string, string][]])[] = [
    ['aux1', [['v1', 'caller 1']]],
    ['effects2', [['v2', 'caller 2']]],
    ['effectsStereo1', [['caller 1', 'caller 2']]],
    ['auxStereo2', [['caller 2', 'caller 1']]],
    ['main', EVERYBODY.map((v) => [v, 'take 3'])],
  ];
  const start = plain.assessment.readings.compiled.setup.parts.find((p) => p.id === 'desk')!.knobs!;
  for (const [knob, pairs] of carried) {
    const { heard } = hearings(twoCallers({ [knob]: (start[knob] ?? 0) - 6 }));
    for (const h of heard) {
      const before = at(plain.heard, h.from, h.to);
      if (h.want === 'self' || h.levelDb === null || before.levelDb === null) continue;
      const carries = pairs.some(([from, to]) => from === h.from && to === h.to);
      // What is mixed for the headphones comes from the main; the resistors of a send load what the others are fed from a little.
      if (knob === 'main' && h.to === 'ears') continue;
      expect(h.levelDb - before.levelDb, `${knob}: ${h.from} at ${h.to}`).toBeCloseTo(carries ? -6 : 0, 1);
    }
  }
});

test('a caller’s own channel in the send that goes to them is an echo, as loud as the send is up, and named', () => {
  const loss = (auxStereo1: number) => at(hearings(twoCallers({ auxStereo1 })).heard, 'caller 1', 'caller 1');
  const [open, lower] = [loss(-10), loss(-20)];
  expect(open).toMatchObject({ is: 'echo', want: 'self', echo: { through: 'desk' } });
  expect(lower.echo!.lossDb - open.echo!.lossDb).toBeCloseTo(10, 1);
  // There and back: network, app and converter, twice (ITU-T G.114 counts each way by itself).
  const values = (id: string) => catalogue.parts.get(id)!.values['delayMs']!.value;
  const app = catalogue.apps.get('phone-call')!;
  expect(open.delayMs).toBeCloseTo(2 * (app.networkMs! + app.bufferMs + values('phone-headset')), 6);
  const told = hearings(twoCallers({ auxStereo1: -10 })).heardGate;
  expect(told.sentence).toMatch(/^Caller 1 hears their own voice .* through the Mixer/);
  expect(told.findings.filter((f) => f.status === 'fail')).toHaveLength(1);
});

test('a caller who does not get the other is told, and the recording that lacks one', () => {
  const { heard, heardGate } = hearings(twoCallers({ effectsStereo1: -60 }));
  expect(at(heard, 'caller 1', 'caller 2').is).toBe('missing');
  expect(heardGate.sentence).toBe('Caller 2 has nothing of Caller 1.');
  const closed = hearings(twoCallers({ stereo2: -60, effectsStereo2: -60 }));
  expect(at(closed.heard, 'caller 2', 'take 3')).toMatchObject({ is: 'missing', want: 'wish' });
});

describe('what the job says of it', () => {
  test('a voice that must not be heard somewhere fails while it is, and need not be heard where that is said', () => {
    const kept: Job['apart'] = [{ from: 'caller 1', to: 'caller 2', may: 'not' }];
    const told = hearings(twoCallers({}, { apart: kept }));
    expect(told.heardGate.sentence).toBe('Caller 2 has Caller 1, who must not be heard there.');
    const shut = hearings(twoCallers({ effectsStereo1: -60 }, { apart: kept }));
    expect(shut.heardGate.findings.find((f) => f.topic === 'reaches caller 1 caller 2')?.status).toBe('pass');
    const either = hearings(twoCallers({ effectsStereo1: -60 }, { apart: [{ ...kept[0]!, may: 'either' }] }));
    expect(either.heardGate.findings.some((f) => f.topic === 'reaches caller 1 caller 2')).toBe(false);
  });

  test('several in one call have names, hear each other by the call, and each hears the echo of it', () => {
    const setup = twoCallers({ auxStereo1: -10 }, { callers: ['Runa', 'Teo'] });
    const { heard, listeners, heardGate } = hearings(setup);
    expect(listeners.map((l) => l.name)).toEqual(expect.arrayContaining(['Runa', 'Teo', 'Caller 3']));
    expect(at(heard, 'caller 1', 'caller 2')).toMatchObject({ is: 'fine' });
    expect(['caller 1', 'caller 2'].map((c) => at(heard, c, c).is)).toEqual(['echo', 'echo']);
    expect(heardGate.sentence).toMatch(/^Each caller on the Phone with headset socket hears their own voice/);
    expect(hostsOf(setup, catalogue)?.[0]?.told.callers).toEqual(['Runa', 'Teo']);
  });
});

test('each fader is found for whom it carries to whom, wherever it stands; each mix of its own by the way through the circuit', () => {
  const uses = knobUses(twoCallers(), catalogue);
  const pairs = Object.fromEntries(uses.map((u) => [u.knob, [u.from, u.to]]));
  expect(pairs).toMatchObject({
    aux1: [['v1'], ['phone-headset']],
    effects2: [['v2'], ['phone-usb-c']],
    auxStereo1: [['caller 1'], ['phone-headset']],
    effectsStereo1: [['caller 1'], ['phone-usb-c']],
    phones: [EVERYBODY, ['ears']],
    main: [EVERYBODY, ['laptop-two-holes']],
  });
  // Channels that nothing is plugged into carry nobody.
  expect(uses.some((u) => u.knob === 'aux3')).toBe(false);
  expect(knobUses(twoCallers({ aux1: -60, level1: -60, main: -60 }), catalogue)).toEqual(uses);
  const [table] = knobTables(uses);
  expect(table?.columns).toEqual(['phone-headset', 'phone-usb-c']);
  expect(table?.rows.map((r) => [r.from, r.fader?.knob])).toEqual(
    EVERYBODY.map((v, i) => [[v], ['level1', 'level2', 'stereo1', 'stereo2'][i]]),
  );
  const outputs = (id: string) => busesOf(catalogue.parts.get(id)!).map((b) => b.outputs);
  expect(outputs('mixer-4-usb')).toEqual([['aux'], ['effects']]);
  expect(outputs('mixer-small')).toEqual([]);
});

test('a caller who comes or goes leaves what was said of the others with them', () => {
  const apart: Job['apart'] = [
    { from: 'v1', to: 'caller 2', may: 'not' },
    { from: 'v2', to: 'caller 3', may: 'not' },
  ];
  const { job } = twoCallers({}, { callers: ['Runa', 'Isa'], apart });
  const toOf = (j: Job | null) => j?.apart?.map((a) => a.to);
  expect(toOf(oneMoreCaller(job, catalogue, 0))).toEqual(['caller 2', 'caller 4']);
  const [runa, isa] = callersOf(job, catalogue);
  expect(toOf(withoutCaller(job, catalogue, runa!))).toEqual(['caller 1', 'caller 2']);
  expect(toOf(withoutCaller(job, catalogue, isa!))).toEqual(['caller 2']);
});

test('the way of a voice is just the connections without which it is gone; both sides of one cable belong to it', () => {
  const setup = twoCallers({ auxStereo1: -10 });
  const partsOf = (joints: readonly string[]) =>
    setup.joints.filter((j) => joints.includes(j.id)).map((j) => [j.a.part, j.b.part].sort().join(' '));
  const voice = wayOf(setup, catalogue, 'v1', 'caller 1');
  const echo = wayOf(setup, catalogue, 'caller 1', 'caller 1');
  for (const [way, from] of [
    [voice, 'v1'],
    [echo, 'caller 1'],
  ] as const) {
    expect(way.joints.length).toBeGreaterThan(2);
    for (const id of way.joints) {
      const beside = partsOf([id])[0];
      const parted = { ...setup, joints: setup.joints.filter((j) => partsOf([j.id])[0] !== beside) };
      const { heard } = hearings(parted);
      const left = at(heard, from, 'caller 1');
      expect(left.echo ? left.echo.lossDb > 60 : left.levelDb === null || left.levelDb < -80, id).toBe(true);
    }
  }
  // Out by the send and back by the stereo channel, and by nothing that belongs to the other caller or to the recording.
  expect(echo.parts).toContain('desk');
  expect(echo.parts).toContain('phone-headset');
  expect(echo.parts).not.toContain('phone-usb-c');
  expect(echo.parts).not.toContain('laptop-two-holes');
});

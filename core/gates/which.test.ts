import { describe, expect, test } from 'vitest';
import { assessed, sketch } from '@/tests/support/bench-setup';
import { APART, arriving, first, PACK } from '@/tests/support/readings';
import { itemAt, pairOf } from '../algorithms';
import type { Place } from '../model';
import type { Readings } from '../readings';
import { type Finding, type GateName, judge } from '.';

// Of several voices, stages or parts, which one a gate judges and names. Where peaks belong, and what may hang on a device,
// are common practice and estimates, written here a second time from what the gates say of them.
const of = (name: GateName, r: Readings, topic: RegExp): readonly Finding[] =>
  judge(name, r).findings.filter((f) => topic.test(f.topic));
const one = (name: GateName, r: Readings, topic: RegExp): Finding => itemAt(of(name, r, topic), 0);

describe('Level', () => {
  // Peaks of each voice at channel 1 and 2.
  const PEAKS: Readonly<Record<string, readonly [number, number]>> = { v1: [-9, -41], v2: [-33, -27] };
  const voices = arriving(APART, (a, k) => ({ peakDbfs: itemAt(PEAKS[a.source]!, k) }));

  test('clips by the loudest voice anywhere, is quiet by the voice whose best channel is the lowest', () => {
    expect(one('level', voices, /^peaks/).value).toBe(9);
    expect(one('level', voices, /^quiet/).value).toBe(-27);
    expect(one('level', voices, /^quiet/).status).toBe('pass');
  });
  test('asks of voices that do not arrive nothing; of none that do, nothing is known', () => {
    const lost = (id: string): Readings => ({
      ...voices,
      lines: voices.lines.map((l) => (l.source === id ? { ...l, arrives: false } : l)),
    });
    expect(one('level', lost('v1'), /^quiet/).value).toBe(-27);
    expect(one('level', lost('v2'), /^quiet/).value).toBe(-9);
    for (const r of [
      { ...voices, intended: null, inUse: false },
      { ...voices, channels: [] },
    ])
      expect(judge('level', r)).toMatchObject({ status: 'not known', message: 'level.not-known' });
  });
  test('the margin runs straight from -50 over -30, told as quiet, to -12, where peaks belong', () => {
    for (const [peak, margin] of [
      [-50, 0],
      [-40, 0.15],
      [-30, 0.3],
      [-21, 0.65],
      [-12, 1],
    ] as const)
      expect(
        one(
          'level',
          arriving(PACK, () => ({ peakDbfs: peak })),
          /^quiet/,
        ).margin,
      ).toBeCloseTo(margin, 9);
  });
  test('names the joint before the input, and is of the wrong kind past 20 dB', () => {
    const joints = itemAt(PACK.lines, 0).path!.joints;
    expect(joints.length).toBeGreaterThan(1);
    const at = (over: number) =>
      one(
        'level',
        arriving(PACK, () => ({ peakDbfs: over })),
        /^peaks/,
      );
    expect([at(20).message, at(20.1).message]).toEqual(['level.clips', 'level.wrong-kind']);
    expect([at(1).joint, at(1).part]).toEqual([joints.at(-1)!.joint.id, PACK.intended!.part]);
    // No line at all: there is no joint to name.
    const none = { ...PACK, lines: first(PACK.lines, (l) => ({ ...l, path: null })) };
    expect(one('level', none, /^peaks/).joint).toBeUndefined();
  });
  test('judges the stages that feed what is recorded and carry something, and of what clips the microphones', () => {
    const stages = PACK.stages.map(({ stage }) => stage);
    const feeding = itemAt(stages, 0);
    const told = (r: Readings) => of('level', r, /^stage/).map((f) => f.topic);
    const only = { ...PACK, channels: PACK.channels.map((c) => ({ ...c, fedBy: new Set([feeding]) })) };
    expect(told(only)).toEqual([`stage ${feeding.part}/${feeding.id}`]);
    const silent = { ...only, stages: PACK.stages.map((s) => ({ ...s, averageDbu: -150 })) };
    expect(told(silent)).toEqual([]);
    const names = APART.ledger.filter((l) => l.what === 'microphone').map((l) => l.source);
    expect(new Set(names)).toEqual(new Set(['v1', 'v2']));
    const mics = of('level', APART, /^microphone/);
    expect(mics.map((f) => f.values['source'])).toEqual(names.map((n) => (n === 'v1' ? 'Voice 1' : 'Voice 2')));
  });
});

describe('what hangs on a device that is held', () => {
  /** A splitter in a phone, a microphone of a camera and headphones in the splitter; the device has 200 g. */
  const hung = (place: Place, splitterG: number, micG: number): readonly Finding[] => {
    const setup = sketch({
      job: { place },
      device: 'phone-headset',
      parts: { split: 'splitter-2-1', mic: 'shotgun-camera', ears: 'headphones' },
      joints: ['split.plug > phone-headset.socket', 'mic.plug > split.mic', 'ears.plug > split.phones'],
      hears: { mic: 0.2 },
    });
    const masses = { 'phone-headset': 200, split: splitterG, mic: micG, ears: 900 };
    const different = Object.fromEntries(Object.entries(masses).map(([id, massG]) => [id, { values: { massG } }]));
    return of('fit', assessed(setup, different).readings, /^hung/);
  };

  test('is weighed as far as no cord parts it from the device, and the heaviest is named first', () => {
    expect(hung('gimbal', 20, 41)).toMatchObject([
      { value: 61, limit: 60, status: 'fail', message: 'fit.too-heavy-gimbal', part: 'mic' },
    ]);
    expect(hung('gimbal', 41, 20)).toMatchObject([{ value: 61, part: 'split' }]);
    const [{ values, margin }] = pairOf([...hung('gimbal', 20, 41), ...hung('gimbal', 20, 10)]);
    expect(values['parts']).toBe('Camera-top shotgun and Two-into-one splitter');
    expect(margin).toBeCloseTo(-1 / 30, 9);
  });
  test('bears more in a hand, and nothing is asked on a desk', () => {
    expect(hung('hand', 20, 41)).toMatchObject([{ limit: 150, status: 'pass', message: 'fit.hangs' }]);
    expect(hung('hand', 20, 131)).toMatchObject([{ status: 'fail', message: 'fit.too-heavy-hand' }]);
    expect(hung('desk', 200, 200)).toEqual([]);
  });
});

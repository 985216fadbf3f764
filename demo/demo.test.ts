import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { assess } from '@/core/assess';
import type { GateName } from '@/core/gates';
import { checkDocument, type Setup } from '@/core/model';
import { readDocument } from '@/core/read';
import { demoDrawer, demoJobs, demoSetups } from '.';

const files = readdirSync('demo').filter((f) => f.endsWith('.json'));

test.each(files)('%s is read as an import is, without a fault', (file) => {
  const read = readDocument(readFileSync(`demo/${file}`, 'utf8'), catalogue);
  expect(read).toMatchObject({ ok: true });
  if (read.ok) expect(checkDocument(read.value, catalogue)).toBeNull();
});

test('three jobs, a drawer of 20 parts, eight setups', () => {
  expect([demoJobs.length, demoDrawer.parts.length, demoSetups.length]).toEqual([3, 20, 8]);
});

describe('each demo setup does what its name says', () => {
  const judged = (id: string) => {
    const a = assess(demoSetups.find((s) => s.id === id) as Setup, catalogue);
    if (!a.ok) throw new Error(a.problem.message);
    return (gate: GateName) => a.value.verdicts.find((v) => v.gate === gate)!;
  };
  test('the rehearsed one passes all eight gates', () => {
    const gate = judged('kiln-rehearsed');
    const statuses = ['fit', 'wired', 'seen', 'level', 'clean', 'powered', 'heard', 'safe'].map(
      (g) => gate(g as GateName).status,
    );
    expect(new Set(statuses)).toEqual(new Set(['pass']));
  });
  test('the first try shorts the microphone contact at connection 4', () => {
    const gate = judged('kiln-first-try');
    expect(gate('seen')).toMatchObject({ status: 'fail', joint: 'j4', part: 'lead' });
    expect(gate('seen').value).toBeLessThan(1);
  });
  test('the mixer drives the camera too hot at its microphone socket', () => {
    const gate = judged('glaze-too-hot');
    expect(gate('level')).toMatchObject({ status: 'fail', part: 'camera' });
    expect(gate('level').message).toBe('level.wrong-kind');
  });
  test('the desk microphone gets too little current from the tablet', () => {
    const gate = judged('visit-no-power');
    expect(gate('powered').status).toBe('fail');
    expect(gate('powered').value).toBeGreaterThan(gate('powered').limit!);
    expect(gate('seen').status).toBe('fail');
  });
  test('the song has a track that is not armed, on a tablet that its power bank carries to the end', () => {
    const gate = judged('kiln-song');
    expect(gate('wired')).toMatchObject({ status: 'fail', brief: 'not recorded', part: 'box' });
    expect(gate('seen').status).toBe('pass');
    expect(gate('powered').status).toBe('pass');
  });
  test('the laptop was told that headphones were plugged in', () => {
    expect(judged('clay-call')('seen').brief).toBe('told: headphones');
  });
  test('of two callers one has his own channel in the send that goes to him', () => {
    const gate = judged('glaze-callers');
    expect(gate('heard')).toMatchObject({ status: 'fail', part: 'desk', message: 'heard.echo-bus' });
    expect(gate('level').status).not.toBe('fail');
  });
  test('the hall mixer and the earthed charger on two outlets make a loop, by the connections of the line to the laptop', () => {
    const gate = judged('glaze-hall');
    expect(gate('clean')).toMatchObject({ status: 'fail', lane: 'ground' });
    expect(gate('clean')).toMatchObject({ message: 'clean.hum-loop', values: { from: 'Hall mixer', to: 'Laptop' } });
    expect(gate('clean').detail).toMatch(/ground difference round Hall mixer, connections 3, 4 and 5, and Laptop/);
    expect(gate('wired').status).not.toBe('fail');
  });
});

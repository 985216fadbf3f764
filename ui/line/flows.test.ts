import { describe, expect, test } from 'vitest';
import { mustAssess, type Report, report } from '@/core/assess';
import type { Setup } from '@/core/model';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { powerFlows, returnFlows } from './flows';

const reportOf = (setup: Setup): Report => report(mustAssess(setup, catalogue));
const named = (id: string): Setup => demoSetups.find((s) => s.id === id)!;

describe.each(demoSetups.map((s) => [s.id, s] as const))('lanes of %s', (_, setup) => {
  const told = reportOf(setup);
  test('every piece that draws from a port is fed once, and is red only where its port is asked too much', () => {
    const flows = powerFlows(told);
    const drawing = new Set(told.usb.flatMap((s) => s.pieces.map((p) => p.part)));
    for (const part of drawing) expect(flows.filter((f) => f.to === part && / mA$/.test(f.label))).toHaveLength(1);
    const over = told.usb.some((s) => s.loadMa > s.supplyMa);
    expect(flows.some((f) => f.wrong)).toBe(over);
  });
  test('what is drawn as heard begins at the app or at a part that is there, and ends at one', () => {
    const ids = new Set(setup.parts.map((p) => p.id));
    for (const f of returnFlows(setup, told)) {
      expect(f.from === null || ids.has(f.from)).toBe(true);
      expect(ids.has(f.to)).toBe(true);
    }
  });
});

test('the song: a bank charges the tablet, phantom power goes to both microphones, and one hears oneself two ways', () => {
  const setup = named('kiln-song');
  const told = reportOf(setup);
  const power = powerFlows(told).map((f) => `${f.from} ${f.to} ${f.label}`);
  expect(power).toContainEqual(expect.stringMatching(/^bank tablet charges with up to \d+ mA$/));
  expect(power).toContainEqual(expect.stringMatching(/^box voice-mic 38 V, 3\.0 mA$/));
  const heard = returnFlows(setup, told);
  expect(heard.filter((f) => f.to === 'ears').map((f) => f.label)).toEqual([
    expect.stringMatching(/dB, 12 of 25 ms late$/),
    expect.stringMatching(/^by wire: own voice \d+ dB, 0 ms$/),
  ]);
});

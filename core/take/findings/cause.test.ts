import { expect, test } from 'vitest';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { mustAssess, report as reportOf } from '../../assess';
import { causeIn } from './cause';
import type { TakeFinding } from './report';

const found = (what: TakeFinding['what'], message = ''): Parameters<typeof causeIn>[0] => ({
  what,
  message,
  channel: 0,
});
const cause = (id: string, finding: Parameters<typeof causeIn>[0]): string | null => {
  const setup = demoSetups.find((s) => s.id === id)!;
  const report = reportOf(mustAssess(setup, catalogue));
  return causeIn(finding, report, setup, catalogue, (part) => `<${part}>`);
};

test('a finding is traced to the part and connection that the computation names', () => {
  expect(cause('kiln-rehearsed', found('dropouts'))).toMatch(/<(pack|receiver|.*)> goes by radio/);
  expect(cause('kiln-rehearsed', found('holes'))).toMatch(/goes by radio/);
  expect(cause('kiln-first-try', found('nothing'))).toMatch(/records from Built-in microphone/);
  // The loop of the hall runs through the camera and the mixer: one of them brings the hum.
  expect(cause('glaze-hall', found('hum'))).toMatch(/most hum was computed at <.+> \(ground difference\)/);
  expect(cause('glaze-too-hot', found('flat tops'))).toMatch(/has the least headroom, −?\d+ dB/);
  expect(cause('kiln-rehearsed', found('sides', 'sides.one'))).toMatch(/^connection \d+ is the last/);
  expect(cause('kiln-rehearsed', found('sides', 'sides.apart'))).toBeNull();
});

test('in no setup does any finding stumble or name what is not there', () => {
  const all: readonly TakeFinding['what'][] = [
    'file',
    'nothing',
    'clipping',
    'flat tops',
    'level',
    'noise',
    'hum',
    'whine',
    'sides',
    'channels',
    'offset',
    'dropouts',
    'holes',
    'repeats',
    'clicks',
    'pops',
    'rumble',
    'echo',
    'band',
    'pumping',
    'gated',
  ];
  for (const setup of demoSetups) {
    for (const what of all) {
      const said = cause(setup.id, found(what)) ?? '';
      expect(said).not.toMatch(/undefined|NaN|Infinity/);
      for (const [, part] of said.matchAll(/<([^>]+)>/g)) expect(setup.parts.some((p) => p.id === part)).toBe(true);
    }
  }
});

import { expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { gate, sketch } from '@/tests/support/bench-setup';
import { mustAssess } from '../assess';

const at = (distanceM: number) => {
  const setup = sketch({
    job: { app: 'device-own', distanceM },
    device: 'camera',
    parts: { pack: 'pack-own-mic', rx: 'receiver-mono', l: 'lead-3-3' },
    joints: ['pack.radio > rx.radio', 'rx.out > l.a', 'l.b > camera.mic'],
    hears: { pack: 0.2 },
  });
  const found = gate(mustAssess(setup, catalogue), 'wired').findings.find((f) => f.topic.startsWith('radio'));
  if (!found) throw new Error('the radio is not judged');
  return found;
};

test('radio is sure within reach through people, a caution up to free sight, and fails beyond', () => {
  const value = (name: string) => catalogue.parts.get('receiver-mono')?.values[name]?.value ?? Number.NaN;
  const [body, free] = [value('bodyRangeM'), value('freeRangeM')];
  const cable = catalogue.parts.get('lead-3-3')?.values['lengthM']?.value ?? Number.NaN;
  expect(at(cable + body - 0.5).status).toBe('pass');
  expect(at(cable + body + 0.5).status).toBe('caution');
  expect(at(cable + free - 0.5).status).toBe('caution');
  expect(at(cable + free + 0.5).status).toBe('fail');
  // Twice as far as comfortable is where it is no longer sure: the margin falls all the way.
  const margins = [2, 8, 15, 25, 45, 65, 90, 150].map((m) => at(m).margin ?? Number.NaN);
  expect([...margins].sort((a, b) => b - a)).toEqual(margins);
  expect(at(2 * cable + free + 5).value).toBeCloseTo(cable + free + 5, 9);
});

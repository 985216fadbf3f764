import { expect, test } from 'vitest';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { itemAt } from '../../algorithms';
import { classIn } from '../../model';
import { setUpS } from './set-up-time';

test('by hand: two connections, one knob from where it was sold, one choice and one switch of the app', () => {
  const whole = demoSetups.find((s) => s.parts.some((p) => classIn(catalogue, p.class).knobs?.length))!;
  const part = whole.parts.find((p) => classIn(catalogue, p.class).knobs?.length)!;
  const knob = itemAt(classIn(catalogue, part.class).knobs!, 0);
  const { session: _, ...bare } = {
    ...whole,
    parts: whole.parts.map(({ knobs: _knobs, ...p }) => p),
    joints: whole.joints.slice(0, 2),
    chosenInput: 'newest' as const,
  };
  expect(setUpS(bare, catalogue)).toBe(24);
  const turned = bare.parts.map((p) =>
    p.id === part.id ? { ...p, knobs: { [knob.id]: knob.start === knob.min ? knob.max : knob.min } } : p,
  );
  const set = { ...bare, parts: turned, chosenInput: 'built-in' as const, session: { processing: 'off' as const } };
  expect(setUpS(set, catalogue)).toBe(24 + 4 + 6 + 12);
});

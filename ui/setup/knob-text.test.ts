import { expect, test } from 'vitest';
import { itemAt } from '@/core/algorithms';
import { isFader, knobAt, newPart } from '@/core/model';
import { catalogue } from '@/tests/support/frozen';
import { knobsText, positionText } from './knob-text';

const classes = [...catalogue.parts.values()].filter((c) => c.knobs);

test('every position of every knob has words of its own, and one minus', () => {
  for (const { id, knobs = [] } of classes)
    for (const k of knobs) {
      const steps = Math.round((k.max - k.min) / k.step);
      const said = Array.from({ length: steps + 1 }, (_, i) => positionText(k, k.min + i * k.step));
      expect(new Set(said).size, `${id} ${k.id}`).toBe(said.length);
      for (const s of said) expect(s).not.toMatch(/-\d|undefined|\.\d{3}/);
      if (isFader(k)) expect(said[0]).toBe('off');
    }
});

test('up to three knobs are told, of more only those that were turned', () => {
  for (const c of classes) {
    const { knobs = [] } = c;
    const part = newPart(c);
    if (knobs.length <= 3) {
      expect(knobsText(part, c).split(', ')).toHaveLength(knobs.length);
      continue;
    }
    expect(knobsText(part, c)).toBe('');
    const last = itemAt(knobs, knobs.length - 1);
    const to = last.start === last.max ? last.min : last.max;
    const turned = { ...part, knobs: { [last.id]: to } };
    expect(knobAt(turned, c, last.id)).toBe(to);
    expect(knobsText(turned, c)).toBe(`${last.label} ${positionText(last, to)}`);
  }
});

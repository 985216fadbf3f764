import { expect, test } from 'vitest';
import { classIn } from '@/core/model';
import { catalogue } from '@/tests/support/frozen';
import { classesNamed, isNamed } from './find-classes';

test('all words must be there, in any order and of whatever: name, kind, plug, or what its owner calls it', () => {
  const xlr = classIn(catalogue, 'lead-xlr');
  for (const text of ['', 'xlr', 'XLR cable', 'cable xlr ', 'cabl']) expect(isNamed(xlr, text)).toBe(true);
  expect(isNamed(xlr, 'xlr usb')).toBe(false);
  expect(isNamed(xlr, 'blue')).toBe(false);
  expect(isNamed(xlr, 'blu xlr', 'My blue one')).toBe(true);
});

test('each class is found by its whole name, and what is not known is never offered', () => {
  for (const c of catalogue.parts.values())
    if (c.kind !== 'unknown') expect(classesNamed(c.name).map((f) => f.id)).toContain(c.id);
  expect(classesNamed('').some((c) => c.kind === 'unknown')).toBe(false);
  expect(classesNamed('no such words')).toEqual([]);
});

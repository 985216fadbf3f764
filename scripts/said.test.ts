import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { NOT_SAID, sentencesIn, wordsIn } from '../core/format/readable';
import { saidInSource, sourceList } from './said';

test('docs/sentences-in-place.md lists what stands in the source: npm run sentences writes it, and a change of it is read', () => {
  expect(readFileSync('docs/sentences-in-place.md', 'utf8')).toBe(sourceList());
});

test('no sentence of a screen, the command or an error is long, or has a word that nobody in the trade says', () => {
  const all = saidInSource();
  expect(all.length).toBeGreaterThan(1000);
  expect(all.filter((s) => sentencesIn(s.text).some((one) => wordsIn(one) > 25))).toEqual([]);
  expect(all.filter((s) => NOT_SAID.test(s.text))).toEqual([]);
});

import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { writeDocument } from '@/core/model';
import { readDocument } from '@/core/read';
import { demoDrawer, demoJobs, demoSetups } from '@/demo';
import { fragmentOf, missingOf, pieceIn, piecesOf, textOf } from '.';

/** As the page writes it: without the blanks. */
const small = (d: object) => JSON.stringify(d);

describe('a document handed over', () => {
  test.each([...demoSetups, ...demoJobs, demoDrawer].map((d) => [d.id, d] as const))(
    '%s comes over whole, in any order, and is read as a file is',
    (_, document) => {
      const text = small(document);
      const pieces = piecesOf(text);
      expect(pieces.length).toBeGreaterThan(0);
      const carried = [...pieces].reverse().map((p) => pieceIn(`https://192.0.2.7:3000/hand/#${fragmentOf(p)}`)!);
      expect(missingOf(carried)).toEqual([]);
      const found = textOf(carried);
      expect(found).toEqual({ ok: true, value: text });
      const read = readDocument(found.ok ? found.value : '', catalogue);
      expect(read.ok && writeDocument(read.value)).toBe(writeDocument(document));
    },
  );

  test('any text comes back, and what is missing is told', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 4000, unit: 'grapheme' }), (text) => {
        const pieces = piecesOf(text).map((p) => pieceIn(fragmentOf(p))!);
        const [first, ...rest] = pieces;
        expect(missingOf(rest.length > 0 ? rest : [first!])).toEqual(rest.length > 0 ? [1] : []);
        expect(textOf(pieces)).toEqual({ ok: true, value: text });
      }),
      { numRuns: 50 },
    );
  });

  test('one letter read wrongly, or a piece of another document, is refused', () => {
    const pieces = piecesOf(small(demoSetups[0]!));
    const other = piecesOf(small(demoSetups[1]!));
    const { data } = pieces[0]!;
    const changed = { ...pieces[0]!, data: `${data[0] === 'A' ? 'B' : 'A'}${data.slice(1)}` };
    expect(textOf([changed, ...pieces.slice(1)]).ok).toBe(false);
    expect(textOf([{ ...other[0]!, parcel: pieces[0]!.parcel }, ...pieces.slice(1)]).ok).toBe(false);
    for (const wrong of ['', '#', 'setup=x', '1.abc.0.1.AAAA', '1.abc.2.1.AAAA', '1.abc.1.1.A+A', '2.abc.1.1.AAAA'])
      expect([wrong, pieceIn(wrong)]).toEqual([wrong, null]);
  });

  test('every setup of the demo takes two codes at most', () => {
    expect(Math.max(...demoSetups.map((s) => piecesOf(small(s)).length))).toBeLessThanOrEqual(2);
  });
});

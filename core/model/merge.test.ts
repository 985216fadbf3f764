import fc from 'fast-check';
import { expect, test } from 'vitest';
import { apply, asTheCareful, bypasses, type Change, faultsOf, moves, removals, switches } from '@/core/change';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { itemAt } from '../algorithms';
import { checkDocument, merged, type Setup, same } from '.';

// Two editors over one document: each turns what it sees, and what they made is brought together. The model is a list of
// fields with the last hand's value in each.

const acts = (setup: Setup): readonly Change[] => [
  ...[...faultsOf(setup, catalogue)].map((f) => f.change),
  ...asTheCareful(setup),
  ...switches(setup, catalogue),
  ...moves(setup, catalogue),
  ...removals(setup, catalogue),
  ...bypasses(setup, catalogue),
];

test('knobs, distances and names set by two hands in any order: each field has what was set last', () => {
  // As sold: the first knob that is turned is also the first that its part has.
  const demo = demoSetups.find((s) => s.id === 'kiln-song')!;
  const song: Setup = { ...demo, parts: demo.parts.map(({ knobs: _, ...p }) => p) };
  const fields = song.parts.flatMap((p) =>
    (catalogue.parts.get(p.class)!.knobs ?? []).map((k) => ({ part: p.id, knob: k.id, min: k.min, max: k.max })),
  );
  const set = (setup: Setup, { part, knob }: (typeof fields)[number], to: number): Setup =>
    apply(setup, catalogue, { do: 'knob', part, knob, to })!;
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          hand: fc.constantFrom(0, 1),
          does: fc.constantFrom('turn', 'let go', 'look'),
          field: fc.nat(fields.length - 1),
          share: fc.integer({ min: 0, max: 4 }),
        }),
        { maxLength: 40 },
      ),
      (steps) => {
        let store = song;
        const model = new Map<string, number>();
        const hands = [0, 1].map(() => ({ base: song, draft: song, turned: new Map<string, number>() }));
        const letGo = (h: (typeof hands)[number]) => {
          store = merged(h.base, h.draft, store).document;
          for (const [key, to] of h.turned) model.set(key, to);
          h.turned.clear();
          h.base = store;
          h.draft = store;
        };
        for (const { hand, does, field, share } of steps) {
          const h = itemAt(hands, hand);
          const f = itemAt(fields, field);
          if (does === 'turn') {
            const to = f.min + Math.round((share / 4) * (f.max - f.min));
            // What is turned to where it was already is no act of this hand.
            const before = h.base.parts.find((p) => p.id === f.part)!.knobs?.[f.knob];
            h.draft = set(h.draft, f, to);
            if (before === to) h.turned.delete(`${f.part} ${f.knob}`);
            else h.turned.set(`${f.part} ${f.knob}`, to);
          } else if (does === 'let go') letGo(h);
          else if (h.turned.size === 0) {
            h.base = store;
            h.draft = store;
          }
        }
        for (const h of hands) letGo(h);
        for (const { part, knob } of fields) {
          const expected = model.get(`${part} ${knob}`) ?? song.parts.find((p) => p.id === part)!.knobs?.[knob];
          expect(store.parts.find((p) => p.id === part)!.knobs?.[knob]).toBe(expected);
        }
        expect(checkDocument(store, catalogue)).toBeNull();
      },
    ),
    { numRuns: 300 },
  );
});

test('any act of one hand beside any act of the other: alone it is what it was, at other places both are there', () => {
  let both = 0;
  for (const setup of demoSetups) {
    const all = acts(setup).flatMap((change) => apply(setup, catalogue, change) ?? []);
    for (const [i, one] of all.entries()) {
      expect(merged(setup, one, setup).document).toEqual(one);
      expect(merged(setup, setup, one).document).toEqual(one);
      expect(merged(setup, one, one)).toEqual({ document: one, replaced: [] });
      const other = all[(i * 7 + 3) % all.length];
      const [ab, ba] = [merged(setup, one, other), merged(setup, other, one)];
      // Whoever comes last, nothing is lost but what both had set; and without that the order does not matter.
      if (ab.replaced.length === 0 && ba.replaced.length === 0) {
        both += 1;
        expect(same(sorted(ab.document), sorted(ba.document))).toBe(true);
      }
    }
  }
  expect(both).toBeGreaterThan(300);
});

test('where both set the same, the later hand stands and the place is told', () => {
  const setup = itemAt(demoSetups, 0);
  const part = itemAt(setup.parts, 0);
  const named = (name: string) => ({ ...setup, parts: setup.parts.map((p) => (p === part ? { ...p, name } : p)) });
  const { document, replaced } = merged(setup, named('mine'), named('theirs'));
  expect(itemAt(document.parts, 0).name).toBe('mine');
  expect(replaced).toEqual([`/parts/${part.id}/name`]);
});

/** Lists by name: of what two hands added at one place, either may stand first. */
const sorted = (setup: Setup): Setup => ({
  ...setup,
  parts: [...setup.parts].sort((a, b) => a.id.localeCompare(b.id)),
  joints: [...setup.joints].sort((a, b) => a.id.localeCompare(b.id)),
});

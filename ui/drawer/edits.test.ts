import fc from 'fast-check';
import { expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { withValue } from '@/core/log';
import { checkDocument, type Drawer, newPart, quantity } from '@/core/model';
import { demoDrawer } from '@/demo';
import { addedPart, withPart } from './edits';

const classes = [...catalogue.parts.values()].filter((c) => c.kind !== 'unknown');
const anyClass = fc.constantFrom(...classes);

test('however many of a class are added, each has an id of its own and the drawer can be kept', () => {
  fc.assert(
    fc.property(fc.array(anyClass, { maxLength: 12 }), (added) => {
      const all = [...added, ...added];
      let drawer: Drawer = demoDrawer;
      for (const c of all) drawer = { ...drawer, parts: [...drawer.parts, addedPart(drawer, c)] };
      expect(new Set(drawer.parts.map((p) => p.id)).size).toBe(drawer.parts.length);
      expect(checkDocument(drawer, catalogue)).toBeNull();
    }),
    { numRuns: 60, seed: 2 },
  );
});

test('a figure of one’s own counts, is put back by the class’s own or by none, and leaves nothing behind', () => {
  fc.assert(
    fc.property(anyClass, fc.nat(20), fc.double({ min: 1.01, max: 1.5, noNaN: true }), (c, n, by) => {
      const names = Object.keys(c.values);
      const name = names[n % names.length];
      if (name === undefined) return;
      const was = quantity(newPart(c), c, name);
      const own = withValue(newPart(c), c, name, was * by + 0.01);
      expect(quantity(own, c, name)).toBeCloseTo(was * by + 0.01, 9);
      for (const back of [null, was]) expect(withValue(own, c, name, back)).toEqual(newPart(c));
    }),
    { numRuns: 200, seed: 3 },
  );
});

test('a part that was changed stands where it stood, the others as they were', () => {
  const second = demoDrawer.parts[1];
  if (!second) throw new Error('the demo drawer is empty');
  const renamed = withPart(demoDrawer, { ...second, name: 'Mine' });
  expect(renamed.parts.map((p) => p.id)).toEqual(demoDrawer.parts.map((p) => p.id));
  expect(renamed.parts.filter((p) => p.name === 'Mine').map((p) => p.id)).toEqual([second.id]);
});

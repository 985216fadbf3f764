import fc from 'fast-check';
import { expect, test } from 'vitest';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { itemAt } from '../algorithms';
import { mustAssess } from '../assess';
import { checkDocument, newPart, type Setup } from '../model';
import { freePorts, plugIn, takeOut } from '.';

const classes = [...catalogue.parts.values()].filter((c) => c.kind !== 'unknown');

/** One thing done to a setup: something plugged in somewhere, or a part taken out. */
const act = fc.oneof(
  fc.record({ do: fc.constant('plug' as const), hole: fc.nat(60), what: fc.nat(classes.length - 1) }),
  fc.record({ do: fc.constant('take' as const), which: fc.nat(20) }),
);

test('whatever is plugged in and taken out, the setup stays a good document that can be assessed, devices included', () => {
  let grown = 0;
  fc.assert(
    fc.property(fc.constantFrom(...demoSetups), fc.array(act, { minLength: 1, maxLength: 12 }), (start, acts) => {
      let setup: Setup = start;
      for (const a of acts) {
        if (a.do === 'plug') {
          const holes = freePorts(setup, catalogue);
          const c = itemAt(classes, a.what);
          const next =
            holes.length > 0
              ? plugIn(setup, catalogue, itemAt(holes, a.hole % holes.length), newPart(c), 'studio')
              : null;
          if (next) grown += 1;
          setup = next ?? setup;
        } else {
          const part = itemAt(setup.parts, a.which % setup.parts.length).id;
          const next = takeOut(setup, catalogue, part);
          expect(next === null).toBe(
            catalogue.parts.get(setup.parts.find((p) => p.id === part)!.class)!.id === setup.job.device &&
              setup.parts.find((p) => p.class === setup.job.device)!.id === part,
          );
          setup = next ?? setup;
        }
        expect(checkDocument(setup, catalogue)).toBeNull();
      }
      expect(mustAssess(setup, catalogue).also).toHaveLength(setup.job.also?.length ?? 0);
    }),
    { numRuns: 160, seed: 31 },
  );
  expect(grown).toBeGreaterThan(50);
});

test('plugged in and taken out again, it is as it was', () => {
  const setup = itemAt(demoSetups, 0);
  const free = freePorts(setup, catalogue);
  for (const hole of free) {
    for (const c of classes) {
      const next = plugIn(setup, catalogue, hole, { id: 'new', class: c.id }, 'studio');
      if (next) expect(takeOut(next, catalogue, next.parts.at(-1)!.id)).toEqual(setup);
    }
  }
});

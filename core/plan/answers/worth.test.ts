import fc from 'fast-check';
import { expect, test } from 'vitest';
import { compareBy, type Ranked } from './preference';
import { totalOf, worthOf } from './worth';

const chain = (more: Partial<Ranked> = {}): Ranked => ({
  score: { failing: 0, unknown: 0, margin: 0 } as Ranked['score'],
  cost: 10,
  reliable: 0.8,
  pieces: 5,
  leftLying: 0,
  massG: 100,
  snrDb: 40,
  onMains: 0,
  devices: null,
  ...more,
});

test('by hand: at a margin of 0 half the takes are lost, a fifth by the pieces, and five are carried', () => {
  expect(totalOf(worthOf(chain()))).toBeCloseTo(10 + 30 + 12 + 10, 9);
  expect(totalOf(worthOf(chain(), { lostTake: 100, perPiece: 0 }))).toBeCloseTo(10 + 50 + 20, 9);
});

test('the dearer a piece more, the sooner fewer come first; the dearer a lost take, the sooner the surer', () => {
  const any = fc.record({
    cost: fc.double({ min: 0, max: 300, noNaN: true }),
    reliable: fc.double({ min: 0.3, max: 1, noNaN: true }),
    pieces: fc.integer({ min: 2, max: 12 }),
  });
  const sum = fc.double({ min: 0, max: 500, noNaN: true });
  fc.assert(
    fc.property(any, any, sum, sum, (x, y, s, t) => {
      const [a, b] = [chain(x), chain(y)];
      const [less, more] = [Math.min(s, t), Math.max(s, t)];
      const ahead = (own: Parameters<typeof compareBy>[1]) => compareBy('balanced', own)(a, b) < 0;
      if (a.pieces < b.pieces && ahead({ perPiece: less })) expect(ahead({ perPiece: more })).toBe(true);
      if (a.reliable > b.reliable && ahead({ lostTake: less })) expect(ahead({ lostTake: more })).toBe(true);
    }),
    { numRuns: 400, seed: 6 },
  );
});

import fc from 'fast-check';
import { expect, test } from 'vitest';
import { lazily, memo, memoBy, memoOfTwo, reach, wayTo } from '.';
import { itemAt } from './look-up';

const NODES = 8;
const graph = fc.array(fc.tuple(fc.nat(NODES - 1), fc.nat(NODES - 1)), { maxLength: 20 });

test('reach finds what repeated widening finds, in as few steps, and wayTo walks along edges there are', () => {
  fc.assert(
    fc.property(graph, fc.nat(NODES - 1), (edges, start) => {
      const found = reach([start], (at) => edges.filter(([a]) => a === at).map((e) => [e[1], e] as const));
      // The oracle: distances by relaxing every edge as often as there are nodes (Bellman and Ford).
      const far = Array.from({ length: NODES }, (_, n) => (n === start ? 0 : Number.POSITIVE_INFINITY));
      for (let i = 0; i < NODES; i++) for (const [a, b] of edges) far[b] = Math.min(itemAt(far, b), itemAt(far, a) + 1);
      for (const [n, steps] of far.entries()) {
        expect(found.get(n)?.steps ?? Number.POSITIVE_INFINITY).toBe(steps);
        const way = wayTo(found, n);
        expect(way?.steps.length ?? Number.POSITIVE_INFINITY).toBe(steps);
        way?.steps.forEach((e, i) => {
          expect([e[0], e[1]]).toEqual([way.places[i], way.places[i + 1]]);
        });
      }
      const order = [...found.values()].map((r) => r.steps);
      expect(order).toEqual([...order].sort((a, b) => a - b));
    }),
  );
});

test('a memo makes each value once, also one that is undefined', () => {
  let made = 0;
  const [a, b] = [{}, {}];
  const one = memo(() => {
    made += 1;
    return undefined;
  });
  const two = memoOfTwo(() => ++made);
  const by = memoBy(
    (x: number, y: number) => x + y,
    () => ++made,
  );
  for (let i = 0; i < 3; i++) {
    one(a);
    two(a, b);
    by(1, 2);
    by(2, 1);
  }
  expect(made).toBe(3);
  expect(two(b, a)).not.toBe(two(a, b));
});

test('what is worked out lazily is worked out when it is read, once, and by a copy all at once', () => {
  const worked: string[] = [];
  const work = (name: string) => () => {
    worked.push(name);
    return worked.length;
  };
  const it = lazily({ known: 0 }, { one: work('one'), two: work('two') });
  expect([it.known, worked]).toEqual([0, []]);
  expect([it.two, it.two, worked]).toEqual([1, 1, ['two']]);
  expect({ ...it }).toEqual({ known: 0, one: 2, two: 1 });
  expect(worked).toEqual(['two', 'one']);
});

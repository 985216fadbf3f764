import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { type Element, magnitude, prepare, type Solution } from './index';
import { shapeOf } from './known-orders';
import { stamp } from './stamp';

const drive: Element = { kind: 'voltage', name: 'v', p: 'a', n: '0', dc: 1, ac: 1 };
const OMEGA = 2 * Math.PI * 1000;

/** Siemens of a part as a real and an imaginary one. */
const admittance = (e: Element): readonly [number, number] => {
  if (e.kind === 'resistor') return [1 / e.ohm, 0];
  if (e.kind === 'capacitor') return [0, OMEGA * e.farad];
  return e.kind === 'inductor' ? [0, -1 / (OMEGA * e.henry)] : [0, 0];
};

/** What is left over of the currents into a node, as a share of the largest of them (Kirchhoff's current law). */
function leftOver(elements: readonly Element[], solution: Solution, node: string): number {
  let [re, im, largest] = [0, 0, 1e-30];
  for (const e of elements) {
    if (!('a' in e) || e.a === e.b || (e.a !== node && e.b !== node)) continue;
    const [g, b] = admittance(e);
    const over = solution.between(e.a, e.b);
    const sign = e.a === node ? 1 : -1;
    const [i, j] = [g * over.re - b * over.im, g * over.im + b * over.re];
    re += sign * i;
    im += sign * j;
    // A small current between two volts that are nearly alike is only as good as the digits that are left.
    const digits = 1e-7 * Math.hypot(g, b) * magnitude(solution.voltage(e.a));
    largest = Math.max(largest, Math.hypot(i, j), digits);
  }
  return Math.hypot(re, im) / largest;
}

describe('an order that is used again', () => {
  const parts = fc.array(
    fc.tuple(
      fc.nat(2),
      fc.nat(4),
      fc.nat(4),
      fc.double({ min: -3, max: 6, noNaN: true }),
      fc.double({ min: 0.3, max: 3, noNaN: true }),
    ),
    { minLength: 4, maxLength: 10 },
  );
  const made = (kind: number, name: string, a: string, b: string, ohm: number): Element =>
    kind === 0
      ? { kind: 'inductor', name, a, b, henry: ohm / OMEGA }
      : kind === 1
        ? { kind: 'capacitor', name, a, b, farad: 1 / (ohm * OMEGA) }
        : { kind: 'resistor', name, a, b, ohm };

  test('serves a circuit whose values were turned: what flows into each node flows out of it', () => {
    let solved = 0;
    fc.assert(
      fc.property(parts, (drawn) => {
        const netlistOf = (turned: boolean) => ({
          title: 'test',
          elements: [
            drive,
            ...'bcd'.split('').map((n): Element => ({ kind: 'resistor', name: `${n} tied`, a: n, b: '0', ohm: 1e9 })),
            ...drawn.flatMap(([kind, from, to, log, turn], k): Element[] => {
              const [a, b] = [from, to].map((node) => '0abcd'.charAt(node));
              return a && b && a !== b ? [made(kind, `e${k}`, a, b, 10 ** log * (turned ? turn : 1))] : [];
            }),
          ],
        });
        for (const netlist of [netlistOf(false), netlistOf(true)]) {
          const circuit = prepare(netlist);
          const at = circuit.ok ? circuit.value.at(1000) : circuit;
          if (!at.ok) continue;
          const solution = at.value.solveFor(new Map([['v', 1]]));
          for (const node of 'bcd') expect(leftOver(netlist.elements, solution, node)).toBeLessThan(1e-6);
          solved += 1;
        }
      }),
      { seed: 5, numRuns: 1000 },
    );
    expect(solved).toBeGreaterThan(1500);
  });

  const netlist = (ohm: number, to: string) => ({
    title: 'test',
    elements: [
      drive,
      made(2, 'r', 'a', 'b', 1000),
      made(2, 's', 'b', '0', 10),
      made(2, 't', 'c', '0', 1),
      made(2, 'u', to, 'c', ohm),
    ],
  });
  const shape = (ohm: number, to: string) => [...shapeOf(stamp(netlist(ohm, to)), OMEGA)];

  test('is asked for by where the entries are and how large they are, roughly', () => {
    expect(shape(3000, 'b')).toEqual(shape(3001, 'b'));
    expect(shape(3000, 'b')).not.toEqual(shape(3e6, 'b'));
    expect(shape(3000, 'b')).not.toEqual(shape(3000, 'a'));
  });
});

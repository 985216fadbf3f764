import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { type Element, prepare } from '../circuit';
import { nearestE24, type Pad, type PadForm, padFor } from './pad';

const padded = (form: PadForm, db: number, sourceOhm: number, loadOhm: number, inputOhm = loadOhm): Pad => {
  const made = padFor({ form, db, sourceOhm, loadOhm, inputOhm });
  if (!made.ok) throw new Error(made.message);
  return made.pad;
};

describe('pads for 600 ohm and 20 dB, as any handbook table of attenuators gives them', () => {
  const ohms = (form: PadForm) => padded(form, 20, 600, 600, 600).resistors.map((r) => r.ohm);
  test('T: 491, 121, 491', () => {
    expect(ohms('T').map(Math.round)).toEqual([491, 121, 491]);
  });
  test('pi: 733, 2970, 733', () => {
    expect(ohms('pi').map(Math.round)).toEqual([733, 2970, 733]);
  });
  test('L: 540 in series, 66.7 across; the U halves the 540', () => {
    expect(ohms('L')).toEqual([expect.closeTo(540, 1), expect.closeTo(66.67, 1)]);
    expect(ohms('U')).toEqual([expect.closeTo(270, 1), expect.closeTo(270, 1), expect.closeTo(66.67, 1)]);
  });
  test('600 to 150 ohm cannot be matched with less than 11.4 dB (minimum-loss pad)', () => {
    const made = padFor({ form: 'T', db: 6, sourceOhm: 600, loadOhm: 150, inputOhm: 600 });
    expect(made).toMatchObject({ ok: false, leastDb: expect.closeTo(11.44, 1) });
  });
});

test('E24 (IEC 60063): every value is its own nearest, and none is further than half a step', () => {
  for (const v of [1, 1.1, 2.7, 4.7, 9.1])
    for (const d of [1, 10, 1e3, 1e5]) expect(nearestE24(v * d)).toBeCloseTo(v * d, 9);
  fc.assert(
    fc.property(fc.double({ min: 0, max: 6, noNaN: true }), (decade) => {
      expect(Math.abs(Math.log10(nearestE24(10 ** decade)) - decade)).toBeLessThan(0.024);
    }),
  );
});

/** The same network by the circuit solver: an independent way to the loss. */
function solvedDb({ form, resistors }: Pad, sourceOhm: number, loadOhm: number): number {
  const elements: Element[] = [
    { kind: 'voltage', name: 'v', p: 's', n: '0', dc: 1, ac: 0 },
    { kind: 'resistor', name: 'zs', a: 's', b: 'n0', ohm: sourceOhm },
  ];
  let at = 'n0';
  let back = '0';
  resistors.forEach((r, i) => {
    const name = `r${i}`;
    if (r.where === 'shunt') elements.push({ kind: 'resistor', name, a: at, b: back, ohm: r.nearestOhm });
    else if (form === 'U' && r.at === 'cold leg') {
      elements.push({ kind: 'resistor', name, a: 'cold', b: '0', ohm: r.nearestOhm });
      back = 'cold';
    } else {
      elements.push({ kind: 'resistor', name, a: at, b: `n${i + 1}`, ohm: r.nearestOhm });
      at = `n${i + 1}`;
    }
  });
  elements.push({ kind: 'resistor', name: 'zl', a: at, b: back, ohm: loadOhm });
  const circuit = prepare({ title: 'pad', elements });
  const dc = circuit.ok ? circuit.value.at(0) : circuit;
  if (!dc.ok) throw new Error('no answer');
  const volt = dc.value.solve().between(at, back).re;
  return 20 * Math.log10(loadOhm / (sourceOhm + loadOhm) / volt);
}

test('whatever is asked, what is told of the nearest values is what the circuit solver finds, and near what was asked', () => {
  fc.assert(
    fc.property(
      fc.constantFrom<PadForm>('L', 'U', 'T', 'pi'),
      fc.double({ min: 3, max: 60, noNaN: true }),
      fc.double({ min: 50, max: 2000, noNaN: true }),
      fc.double({ min: 50, max: 20_000, noNaN: true }),
      (form, db, sourceOhm, loadOhm) => {
        const made = padFor({ form, db, sourceOhm, loadOhm, inputOhm: 10 * sourceOhm });
        if (!made.ok) {
          expect(made.leastDb).toBeGreaterThanOrEqual(db - 1e-9);
          return;
        }
        const { pad } = made;
        expect(pad.resultingDb).toBeCloseTo(solvedDb(pad, sourceOhm, loadOhm), 6);
        // A voltage asked of an L or U comes within what two roundings of 5 % can do.
        if (form === 'L' || form === 'U') expect(Math.abs(pad.resultingDb - db)).toBeLessThan(1);
      },
    ),
    { numRuns: 300, seed: 5 },
  );
});

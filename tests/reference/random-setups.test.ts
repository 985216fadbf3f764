import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { report } from '@/core/assess';
import { compile } from '@/core/compile';
import { checkDocument, writeDocument } from '@/core/model';
import { readDocument } from '@/core/read';
import { assessed, gate } from '../support/bench-setup';
import { driven } from '../support/driven';
import { randomSetup, setupWithOwnFigures } from '../support/random-setup';
import { expectLikeNgspice } from './compare';

/** No number in it is infinite or none. */
function allNumbers(value: unknown): boolean {
  if (typeof value === 'number') return Number.isFinite(value);
  return typeof value !== 'object' || value === null || Object.values(value).every(allNumbers);
}

// Whatever the catalogue's parts are plugged into each other, sensible or not.
describe('any parts in any sockets', () => {
  test('80 setups agree with ngspice at DC and three frequencies, at every node', () => {
    let compared = 0;
    fc.assert(
      fc.property(randomSetup, (setup) => {
        compared += expectLikeNgspice(driven(compile(setup, catalogue).netlist), [50, 1000, 16_000]);
      }),
      { numRuns: 80, seed: 2026 },
    );
    expect(compared).toBeGreaterThan(5000);
  });

  test('600 setups are judged without a throw or a NaN, and every fault that is named is there to be found', () => {
    fc.assert(
      fc.property(randomSetup, (setup) => {
        expect(checkDocument(setup, catalogue)).toBeNull();
        const a = assessed(setup);
        const told = report(a);
        expect(told.verdicts).toHaveLength(8);
        for (const v of told.verdicts) {
          expect(v.sentence.length).toBeGreaterThan(10);
          expect(v.sentence).not.toMatch(/NaN|undefined|Infinity|null/);
          if (v.joint !== undefined) expect(setup.joints.map((j) => j.id)).toContain(v.joint);
          if (v.part !== undefined) expect(setup.parts.map((p) => p.id)).toContain(v.part);
          if (v.status === 'pass') expect(v.margin).toBeGreaterThanOrEqual(0);
          if (v.status === 'fail') expect(v.margin).toBeLessThan(0);
          expect(v.margin === null).toBe(v.status === 'not known');
        }
        expect(allNumbers(told)).toBe(true);
      }),
      { numRuns: 600, seed: 7 },
    );
  });

  test('own figures are either refused with their place, or give a circuit with one answer and numbers throughout', () => {
    let judged = 0;
    fc.assert(
      fc.property(setupWithOwnFigures, (setup) => {
        const wrong = checkDocument(setup, catalogue);
        if (wrong) {
          expect(wrong.pointer).toMatch(/^\/parts\/\d+\/values\/\w+$/);
          return;
        }
        judged += 1;
        expect(allNumbers(report(assessed(setup)))).toBe(true);
      }),
      { numRuns: 1500, seed: 12 },
    );
    expect(judged).toBeGreaterThan(300);
  });

  test('a written and read setup is judged the same, whatever the order of its parts', () => {
    fc.assert(
      fc.property(randomSetup, (setup) => {
        const read = readDocument(writeDocument(setup), catalogue);
        if (!read.ok || read.value.format !== 'symplex.setup') throw new Error('not read back');
        const turned = { ...read.value, parts: read.value.parts.toReversed() };
        const [a, b] = [assessed(setup), assessed(turned)];
        for (const v of a.verdicts) {
          const other = gate(b, v.gate);
          expect(other.status).toBe(v.status);
          if (v.value !== null) expect(other.value).toBeCloseTo(v.value, 5);
        }
      }),
      { numRuns: 100, seed: 5 },
    );
  });
});

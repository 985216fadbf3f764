import fc from 'fast-check';
import { expect, test } from 'vitest';
import { assess, report } from '@/core/assess';
import { bareSetup, blankJob, type Setup } from '@/core/model';
import { demoSetups } from '@/demo';
import { catalogue } from '@/tests/support/frozen';
import { randomSetup } from '@/tests/support/random-setup';
import { layOut } from './layout';

const laidOut = (setup: Setup) => {
  const a = assess(setup, catalogue);
  if (!a.ok) throw new Error(a.problem.message);
  return layOut(setup, report(a.value));
};

test('whatever is plugged together, each part stands once, none on another, and each connection is drawn once at one of its parts', () => {
  fc.assert(
    fc.property(randomSetup, (setup) => {
      const { spots, columns, rows } = laidOut(setup);
      expect(spots.map((s) => s.part).sort()).toEqual(setup.parts.map((p) => p.id).sort());
      expect(new Set(spots.map((s) => `${s.column} ${s.row}`)).size).toBe(spots.length);
      for (const s of spots) {
        expect(s.column >= 0 && s.column < columns && s.row >= 0 && s.row < rows).toBe(true);
        for (const id of s.joints) {
          const joint = setup.joints.find((j) => j.id === id)!;
          expect([joint.a.part, joint.b.part]).toContain(s.part);
        }
      }
      expect(spots.flatMap((s) => s.joints).sort()).toEqual(setup.joints.map((j) => j.id).sort());
    }),
    { numRuns: 200, seed: 3 },
  );
});

test('two voices stand one below the other and share the trunk; the device ends the row; headphones hang below', () => {
  const { spots, columns } = laidOut(demoSetups.find((s) => s.id === 'kiln-rehearsed')!);
  const at = (part: string) => spots.find((s) => s.part === part)!;
  expect([at('pack-1').row, at('pack-2').row]).toEqual([0, 1]);
  expect(at('pack-1').column).toBe(at('pack-2').column);
  expect(['receiver', 'lead', 'splitter', 'adapter', 'phone'].map((p) => at(p).column)).toEqual([1, 2, 3, 4, 5]);
  expect(columns).toBe(6);
  expect(at('ears')).toMatchObject({ beside: true, column: at('splitter').column, toward: 'splitter' });
});

test('what leads to no device yet stands from left to right in a row of its own, the device at the right of it all', () => {
  const table = bareSetup('t', 'Table', blankJob('t', 'Table'));
  const parts = ['dynamic-handheld', 'lead-xlr', 'interface-usb-1'].map((id) => ({ id, class: id }));
  const joints = [
    { id: 'j1', a: { part: 'dynamic-handheld', port: 'xlr' }, b: { part: 'lead-xlr', port: 'a' } },
    { id: 'j2', a: { part: 'lead-xlr', port: 'b' }, b: { part: 'interface-usb-1', port: 'in1' } },
  ];
  const { spots } = laidOut({ ...table, parts: [...table.parts, ...parts], joints });
  const at = (part: string) => spots.find((s) => s.part === part)!;
  expect(parts.map((p) => [at(p.id).column, at(p.id).row, at(p.id).joints])).toEqual([
    [0, 1, ['j1']],
    [1, 1, ['j2']],
    [2, 1, []],
  ]);
  expect(at('device')).toMatchObject({ column: 3, row: 0 });
});

test('a cable with two plugs into one mixer shows both connections', () => {
  const { spots } = laidOut(demoSetups.find((s) => s.id === 'glaze-too-hot')!);
  expect(spots.map((s) => s.joints.length).sort()).toEqual([0, 1, 1, 1, 2]);
});

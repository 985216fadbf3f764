import fc from 'fast-check';
import { expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { mustAssess, report } from '@/core/assess';
import { bareSetup, blankJob, type Setup } from '@/core/model';
import { demoSetups } from '@/demo';
import { twoCallers } from '@/tests/support/calls';
import { randomSetup } from '@/tests/support/random-setup';
import { type Box, planSheet, type SheetPlan } from './plan-sheet';
import { waysOf } from './ways';

const PART = { width: 108, height: 92 };
const JOINT = { width: 64, height: 76, axis: 38 };
const drawn = (setup: Setup, room = 1140): SheetPlan => {
  const ways = waysOf(setup, report(mustAssess(setup, catalogue)));
  return planSheet({ parts: setup.parts.map((p) => [p.id, PART] as const), ways, jointSize: () => JOINT }, room);
};
const apart = (a: Box, b: Box): boolean =>
  a.x + a.width <= b.x + 1 || b.x + b.width <= a.x + 1 || a.y + a.height <= b.y + 1 || b.y + b.height <= a.y + 1;
const onSide = ({ x, y, width, height }: Box, [px, py]: readonly [number, number]): boolean =>
  (Math.abs(px - x) < 1 || Math.abs(px - x - width) < 1) && py >= y - 1 && py <= y + height + 1;

test('whatever is plugged together: each part and connection stands once, none on another, with a way from part to part', () => {
  fc.assert(
    fc.property(randomSetup, (setup) => {
      const plan = drawn(setup);
      expect([...plan.parts.keys()].sort()).toEqual(setup.parts.map((p) => p.id).sort());
      expect([...plan.joints.keys()].sort()).toEqual(setup.joints.map((j) => j.id).sort());
      const boxes = [...plan.parts.values(), ...plan.joints.values()];
      boxes.forEach((a, i) => {
        expect(a.x >= 0 && a.y >= 0 && a.x + a.width <= plan.width && a.y + a.height <= plan.height + 1).toBe(true);
        for (const b of boxes.slice(i + 1)) expect(apart(a, b)).toBe(true);
      });
      for (const { id, a, b } of setup.joints) {
        const own = plan.stretches.filter((s) => s.joint === id);
        const ends = own.flatMap((s) => [s.points[0]!, s.points.at(-1)!]);
        for (const part of [a.part, b.part]) expect(ends.some((e) => onSide(plan.parts.get(part)!, e))).toBe(true);
        expect(own).toHaveLength(2);
      }
    }),
    { numRuns: 150, seed: 3 },
  );
});

test('lines go from left to right; what is heard goes back beneath them by ways of its own', () => {
  const plan = drawn(twoCallers());
  const x = (part: string) => plan.parts.get(part)!.x;
  const chain = ['mic1', 'x1', 'desk', 'a1', 'box1', 'phone-headset'];
  expect(chain.map(x)).toEqual(chain.map(x).toSorted((a, b) => a - b));
  const kindsOf = (part: string) => {
    const setup = twoCallers();
    const own = setup.joints.filter((j) => [j.a.part, j.b.part].includes(part)).map((j) => j.id);
    return new Set(plan.stretches.filter((s) => own.includes(s.joint)).map((s) => `${s.kind} ${s.backwards}`));
  };
  // The cable from a headset box back to the mixer stands between the two.
  expect(x('r1')).toBeGreaterThan(x('desk'));
  expect(x('r1')).toBeLessThan(x('box1'));
  expect(kindsOf('r1')).toEqual(new Set(['back true']));
  expect(kindsOf('ears')).toEqual(new Set(['back false']));
  expect(kindsOf('a1')).toEqual(new Set(['sound false']));
});

test('headphones at the last part hang to its left, and a charger is power', () => {
  const rehearsed = demoSetups.find((s) => s.id === 'kiln-rehearsed')!;
  const plan = drawn(rehearsed);
  const right = Math.max(...[...plan.parts.values()].map((b) => b.x));
  expect(plan.parts.get('phone')!.x).toBe(right);
  const kinds = (setup: Setup) => new Set(waysOf(setup, report(mustAssess(setup, catalogue))).map((w) => w.kind));
  expect(kinds(rehearsed)).toContain('back');
  expect(kinds(demoSetups.find((s) => s.id === 'kiln-song')!)).toContain('power');
});

test('what leads to no device yet stands from left to right all the same; a sheet with room is drawn out', () => {
  const table = bareSetup('t', 'Table', blankJob('t', 'Table'));
  const parts = ['dynamic-handheld', 'lead-xlr', 'interface-usb-1'].map((id) => ({ id, class: id }));
  const joints = [
    { id: 'j1', a: { part: 'dynamic-handheld', port: 'xlr' }, b: { part: 'lead-xlr', port: 'a' } },
    { id: 'j2', a: { part: 'lead-xlr', port: 'b' }, b: { part: 'interface-usb-1', port: 'in1' } },
  ];
  const setup = { ...table, parts: [...table.parts, ...parts], joints };
  const at = (room: number) => parts.map((p) => drawn(setup, room).parts.get(p.id)!.x);
  expect(at(400)).toEqual(at(400).toSorted((a, b) => a - b));
  expect(Math.max(...at(1140))).toBeGreaterThan(Math.max(...at(400)));
});

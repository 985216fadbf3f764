import { expect, test } from 'vitest';
import { catalogue } from '@/tests/support/frozen';
import { classIn, type PartClass } from '../../model';
import { portKinds } from './port-kind';

const kinds = (c: PartClass, ...ports: readonly string[]) => new Set(ports.map((p) => portKinds(c).get(p))).size;

test('the second input of a box is as the first, holes with another use or another circuit are not', () => {
  const box = classIn(catalogue, 'interface-usb-2');
  expect(kinds(box, 'in1', 'in2')).toBe(1);
  const desktop = classIn(catalogue, 'desktop-holes');
  const holes = desktop.ports.filter((p) => p.connector.startsWith('socket-3.5')).map((p) => p.id);
  expect(holes.length).toBeGreaterThan(2);
  expect(kinds(desktop, ...holes)).toBe(holes.length);
  // One element more at one of them makes two kinds, and so does another figure.
  const with2nd = (value: unknown): PartClass => ({
    ...box,
    circuit: [
      ...box.circuit,
      ...[1, 2].map((n) => ({
        id: `r${n}`,
        is: 'resistor' as const,
        between: [`in${n}.hot`, 'g'] as const,
        value: (n === 1 ? 1000 : value) as never,
      })),
    ],
  });
  expect(kinds(with2nd(1000), 'in1', 'in2')).toBe(1);
  expect(kinds(with2nd(100), 'in1', 'in2')).toBe(2);
});

import fc from 'fast-check';
import { expect, test } from 'vitest';
import { catalogue } from '@/tests/support/frozen';
import { randomSetup } from '@/tests/support/random-setup';
import { compile } from '../compile';
import { quantity, type Setup } from '../model';
import { usbTree } from './usb';

const treeOf = (setup: Setup) => usbTree(compile(setup, catalogue));

const draw = (setup: Setup, id: string): number => {
  const part = setup.parts.find((p) => p.id === id)!;
  const partClass = catalogue.parts.get(part.class)!;
  return partClass.usb ? quantity(part, partClass, partClass.usb.drawMa) : 0;
};

test('whatever hangs on the device, each supply is asked for just what the parts listed under it draw', () => {
  let supplies = 0;
  fc.assert(
    fc.property(randomSetup, (setup) => {
      const usb = treeOf(setup);
      for (const s of usb.supplies) {
        supplies += 1;
        expect(s.loadMa).toBeCloseTo(
          s.pieces.reduce((sum, p) => sum + p.drawMa, 0),
          9,
        );
        for (const p of s.pieces) expect(p.drawMa).toBeCloseTo(draw(setup, p.part), 9);
        // No part is fed twice from one port, and none feeds itself.
        expect(new Set(s.pieces.map((p) => p.part)).size).toBe(s.pieces.length);
        expect(s.pieces.map((p) => p.part)).not.toContain(s.part);
      }
      for (const node of usb.nodes.values()) expect(node.loadMa).toBeGreaterThanOrEqual(node.drawMa);
    }),
    { numRuns: 900, seed: 21 },
  );
  expect(supplies).toBeGreaterThan(50);
});

test('a part that draws more never makes any part powered that was not', () => {
  fc.assert(
    fc.property(randomSetup, fc.integer({ min: 1, max: 2000 }), (setup, more) => {
      const hungry: Setup = {
        ...setup,
        parts: setup.parts.map((p) => {
          const partClass = catalogue.parts.get(p.class)!;
          return 'drawMa' in partClass.values
            ? { ...p, values: { drawMa: partClass.values['drawMa'].value + more } }
            : p;
        }),
      };
      const [before, after] = [treeOf(setup), treeOf(hungry)];
      for (const [id, node] of after.nodes) if (node.powered) expect(before.nodes.get(id)!.powered).toBe(true);
    }),
    { numRuns: 300, seed: 22 },
  );
});

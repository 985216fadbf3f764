import fc from 'fast-check';
import { expect, test } from 'vitest';
import { assessed } from '@/tests/support/bench-setup';
import { cell } from '@/tests/support/cell';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { classIn, partIn } from '../model';
import { capacityByRun, lasts } from '.';

const PHONE = catalogue.parts.get('phone-8-contact')!;

test('what lasted an hour and a half at 2 W from half full holds 6 Wh, with nothing kept back', () => {
  const found = capacityByRun({ id: 'p', class: PHONE.id }, PHONE, cell({ drawW: 2, start: 0.5 }), 90);
  expect(found?.figure).toBe('batteryWh');
  expect(found?.value).toBeCloseTo(6, 6);
});

test('with the capacity that is found it lasts so long, whatever is charged and exchanged; null where none would do', () => {
  let seen = 0;
  const minutes = fc.integer({ min: 5, max: 900 });
  fc.assert(
    fc.property(
      minutes,
      minutes,
      minutes,
      fc.double({ min: 0, max: 4, noNaN: true }),
      fc.boolean(),
      (t, from, swap, chargeW, swaps) => {
        const c = cell({ drawW: 2, chargeW, chargeFrom: from, chargeUntil: from + 60, swaps: swaps ? [swap] : [] });
        const found = capacityByRun({ id: 'p', class: PHONE.id }, PHONE, c, t);
        if (!found) return;
        seen++;
        expect(lasts({ ...c, capacityWh: found.value * 1.0001, reserve: 0 })).toBeGreaterThanOrEqual(t * 0.999);
        expect(lasts({ ...c, capacityWh: found.value * 0.9999, reserve: 0 })).toBeLessThanOrEqual(t * 1.001);
      },
    ),
    { numRuns: 300, seed: 5 },
  );
  expect(seen).toBeGreaterThan(200);
});

test('every device of the demo keeps it under a figure that its class has', () => {
  for (const setup of demoSetups) {
    for (const r of assessed(setup).readings.runtimes) {
      const part = partIn(setup, r.part);
      const partClass = classIn(catalogue, part.class);
      const found = capacityByRun(part, partClass, r.cell, 60);
      if (partClass.host && r.cell.chargeW === 0) expect(Object.keys(partClass.values)).toContain(found?.figure);
    }
  }
});

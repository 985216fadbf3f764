import { describe, expect, test } from 'vitest';
import { catalogue } from '@/tests/support/frozen';
import { trialJob } from '@/tests/support/trials';
import { classIn, dearerByLength, lengthsSold, longestM, newPart, ofLength, type Setup } from '../../model';
import { plan } from '../plan';
import { costOf, stockOf } from '../stock';
import { reaches } from './distance';
import { lengthened } from './lengthen';

const leads = [...catalogue.parts.values()].filter((c) => c.sold);

test('every cable is sold in its usual length too; a longer one costs no less and weighs more, and a part of it says so', () => {
  expect(leads.length).toBeGreaterThan(20);
  for (const c of leads) {
    const sold = lengthsSold(c);
    expect(sold.map((l) => l.lengthM)).toEqual(sold.map((l) => l.lengthM).toSorted((a, b) => a - b));
    const usual = sold.find((l) => l.lengthM === c.values['lengthM']!.value)!;
    expect(usual).toMatchObject({ price: c.values['price']!.value, massG: c.values['massG']!.value });
    for (const [i, l] of sold.entries()) {
      expect(l.price).toBeGreaterThan(0);
      expect(l.massG).toBeGreaterThan(0);
      if (i > 0) expect([l.price >= sold[i - 1]!.price, l.massG > sold[i - 1]!.massG]).toEqual([true, true]);
      const part = ofLength(newPart(c), c, l.lengthM);
      expect(dearerByLength(part, c)).toBeCloseTo(l.price - usual.price, 9);
      expect(ofLength(part, c, usual.lengthM)).toEqual(newPart(c));
    }
  }
});

describe('a stage microphone so far from the device', () => {
  const planned = (distanceM: number): Setup => {
    const job = trialJob({ device: 'recorder-xlr', distanceM });
    const only = new Map(
      [...catalogue.parts].filter(([id]) => ['dynamic-handheld', 'lead-xlr', 'recorder-xlr'].includes(id)),
    );
    return [...plan(job, null, { ...catalogue, parts: only })].at(-1)!.answers[0]!.setup;
  };
  test('the cable is as long as it must be, of those that are sold, and its price is reckoned with', () => {
    const xlr = classIn(catalogue, 'lead-xlr');
    for (const distanceM of [2, 3, 4.5, 9, 14, 19]) {
      const setup = planned(distanceM);
      expect(reaches(setup, catalogue)).toBe(true);
      const cable = setup.parts.find((p) => p.class === 'lead-xlr')!;
      const length = cable.values?.['lengthM'] ?? xlr.values['lengthM']!.value;
      // The microphone stands 0.1 m from the mouth, on an arm of 0.5 m. None is bought shorter than the usual.
      const needed = lengthsSold(xlr).find((l) => l.lengthM >= Math.max(3, distanceM - 0.6))!;
      expect(length).toBe(needed.lengthM);
      const alone = { ...setup, parts: setup.parts.filter((p) => p.class === 'lead-xlr') };
      expect(costOf(alone.parts, stockOf(null, catalogue), catalogue).cost).toBe(needed.price);
    }
  });
  test('farther than the longest that is sold there is none; in the place of a shorter one that one owns a longer is bought', () => {
    const setup = planned(19);
    const farther = { ...setup, job: { ...setup.job, distanceM: longestM(classIn(catalogue, 'lead-xlr')) + 2 } };
    expect(lengthened(farther, stockOf(null, catalogue), catalogue)).toBeNull();
    const own = setup.parts.filter((p) => p.class === 'lead-xlr').map(({ values: _, ...p }) => p);
    const drawer = { format: 'symplex.drawer' as const, version: setup.version, id: 'd', name: 'd', parts: own };
    const short = { ...setup, parts: setup.parts.map((p) => own.find((o) => o.id === p.id) ?? p) };
    for (const stock of [stockOf(drawer, catalogue), stockOf(null, catalogue)]) {
      expect(lengthened(short, stock, catalogue)).toEqual(setup);
      const cables = setup.parts.filter((p) => p.class === 'lead-xlr');
      expect(costOf(cables, stock, catalogue).toBuy).toEqual(cables);
    }
    expect(costOf(own, stockOf(drawer, catalogue), catalogue)).toEqual({ cost: 0, toBuy: [] });
  });
});

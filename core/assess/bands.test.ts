import { expect, test } from 'vitest';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { mustAssess } from '.';

test('octaves stand for their third octaves: voice over noise and over hum within half a decibel, seven tenths fewer bands', () => {
  let compared = 0;
  for (const setup of demoSetups) {
    const all = mustAssess(setup, catalogue).readings;
    const few = mustAssess(setup, catalogue, { bands: 'octaves' }).readings;
    expect(few.responses.sweep.frequenciesHz.length).toBeLessThan(0.35 * all.responses.sweep.frequenciesHz.length);
    all.channels.forEach((c, i) => {
      for (const of of ['snrDb', 'snrFlatDb', 'overHumDb'] as const) {
        const [whole, glance] = [c[of], few.channels[i]?.[of]];
        if (!Number.isFinite(whole)) expect(glance).toBe(whole);
        else {
          expect(Math.abs((glance ?? Number.NaN) - whole)).toBeLessThan(0.5);
          compared += 1;
        }
      }
    });
  }
  expect(compared).toBeGreaterThan(10);
});

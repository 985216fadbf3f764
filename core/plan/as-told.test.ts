import { describe, expect, test } from 'vitest';
import { catalogue } from '@/tests/support/frozen';
import { mustAssess } from '../assess';
import { checkDocument, classIn, PLAIN_USUAL, type Setup } from '../model';
import { type AsTold, asTold, type Told } from '.';

const PHONE: Told = { device: 'phone-headset', app: 'recorder-picker', from: 'lapel-4', by: 'plug', headphones: null };
const last = (told: Partial<Told>): AsTold => {
  const found = [...asTold({ ...PHONE, ...told }, { id: 'told', name: 'Told' }, PLAIN_USUAL, catalogue)].at(-1)!;
  expect(found.done).toBe(true);
  if (found.setup) expect(checkDocument(found.setup, catalogue)).toBeNull();
  return found;
};
const classes = (setup: Setup | null) => setup!.parts.map((p) => p.class);
const failing = (setup: Setup | null) =>
  mustAssess(setup!, catalogue).verdicts.flatMap((v) => (v.status === 'fail' ? v.gate : []));

describe('a chain told in five choices', () => {
  test('by its plug alone it stands as it was told, whether that works or not', () => {
    const right = last({});
    expect(classes(right.setup)).toEqual(['lapel-4', 'phone-headset']);
    expect([right.works, failing(right.setup)]).toEqual([true, []]);
    // A plug with a ring too few goes in, and is what is wrong: nothing is put between that was not told.
    const wrong = last({ from: 'lapel-3' });
    expect(classes(wrong.setup)).toEqual(['lapel-3', 'phone-headset']);
    expect(wrong.works).toBe(false);
    expect(failing(wrong.setup)).toContain('wired');
  });
  test('a plug that goes in nowhere makes no setup', () => {
    expect(last({ from: 'dynamic-handheld' })).toEqual({ setup: null, works: false, done: true });
  });
  test('with cables and adapters, or through a part, what was told takes part and it works', () => {
    const cables = last({ from: 'lapel-3', by: 'cables' });
    expect(cables.works).toBe(true);
    expect(classes(cables.setup)).toEqual(expect.arrayContaining(['lapel-3', 'phone-headset']));
    expect(classes(cables.setup).length).toBeGreaterThan(2);
    const through = last({
      device: 'laptop-two-holes',
      from: 'dynamic-handheld',
      by: { through: 'interface-usb-2' },
      headphones: 'headphones-6.35',
    });
    expect(through.works).toBe(true);
    expect(classes(through.setup)).toEqual(
      expect.arrayContaining(['dynamic-handheld', 'interface-usb-2', 'laptop-two-holes', 'headphones-6.35']),
    );
    expect(through.setup!.parts.filter((p) => classIn(catalogue, p.class).kind === 'listening')).toHaveLength(1);
  });
  test('a guitar comes by wire, and nobody speaks', () => {
    const guitar = last({
      device: 'tablet-usb-c',
      app: 'studio',
      from: 'guitar-passive',
      by: { through: 'interface-usb-2' },
    });
    expect(guitar.works).toBe(true);
    expect(guitar.setup!.job.sources).toMatchObject([{ from: 'guitar-passive' }]);
    expect(guitar.setup!.placements).toMatchObject([{ source: guitar.setup!.job.sources[0]!.id }]);
  });
});

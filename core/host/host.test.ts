import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { assessed, gate, sketch } from '@/tests/support/bench-setup';
import type { AppClass, HostSpec, InputSpec } from '../model';
import { chooseInput, type InputEntry } from '.';

describe('what the sense line makes of a resistance', () => {
  const seenWith = (ohm: number, device: string) => {
    const a = assessed(
      sketch({
        device,
        parts: { mic: { class: 'lapel-4', values: { capsuleOhm: ohm } }, split: 'splitter-2-1', ears: 'headphones' },
        joints: [`mic.plug > ${device}.socket`],
        hears: { mic: 0.2 },
      }),
    );
    const entry = a.readings.entries.find((e) => e.part === device && e.spec.identity === 'headset')!;
    return { entry, verdict: gate(a, 'seen') };
  };
  // From memory of the wired-headset specification of the open mobile platform: below 70 ohm a short or the main button,
  // other buttons up to 680 ohm, a microphone from 1 kohm; above some 100 kohm (est) nothing is there.
  const expected = (ohm: number) => (ohm < 70 ? 'short' : ohm < 1000 ? 'button' : ohm <= 100_000 ? null : 'open');

  test('whatever it is, from 1 ohm to 10 Mohm, it falls into the window that holds it', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 7, noNaN: true }), (decade) => {
        const ohm = 10 ** decade;
        // Wires and contacts add some tenths of an ohm; at the very edges either answer would do.
        fc.pre([70, 1000, 100_000].every((edge) => Math.abs(ohm / edge - 1) > 0.02));
        const { entry, verdict } = seenWith(ohm, 'phone-headset');
        expect(entry.why).toBe(expected(ohm));
        expect(entry.sense!.ohm / ohm).toBeCloseTo(1, 0);
        expect(verdict.status === 'fail').toBe(expected(ohm) !== null);
      }),
      { numRuns: 60, seed: 8 },
    );
  });
  test('a device with a higher window takes less: 1.2 kohm is a microphone to the phone and a button to the laptop', () => {
    expect(seenWith(1200, 'phone-headset').entry.why).toBeNull();
    expect(seenWith(1200, 'laptop-headset').entry.why).toBe('button');
  });
});

describe('which input an app records from', () => {
  const identity = fc.constantFrom<InputSpec['identity']>('headset', 'wired', 'usb');
  const entries: fc.Arbitrary<readonly InputEntry[]> = fc
    .array(fc.record({ identity, listed: fc.boolean() }), { maxLength: 6 })
    .map((list) => [
      entry('built-in', true, -1),
      ...list.map(({ identity: i, listed }, plugged) => entry(i, listed, plugged)),
    ]);
  const host = (limitsApps: boolean) =>
    ({ ...catalogue.parts.get('phone-usb-c')!.host!, limitsApps }) satisfies HostSpec;
  const apps = fc.constantFrom(...catalogue.apps.values());

  test('never one that is not listed or not taken; the newest of those; each other one is told why', () => {
    fc.assert(
      fc.property(entries, apps, fc.boolean(), (list, app: AppClass, limits) => {
        const { entry: chosen, passedOver } = chooseInput(list, app, host(limits), 'newest');
        const takes = (e: InputEntry) =>
          e.listed &&
          (e.spec.identity === 'built-in' || e.spec.identity === 'headset' || app.accepts === 'any' || !limits);
        const newest = list.filter(takes).at(-1)!;
        expect(chosen).toBe(newest);
        for (const e of list) {
          const why = !e.listed || e === chosen ? undefined : takes(e) ? 'not-chosen' : 'app-refuses';
          expect(passedOver.get(e)).toBe(why);
        }
      }),
    );
  });
  test('a picker can be set to the built-in one; an app without a picker cannot', () => {
    const list = [entry('built-in', true, -1), entry('usb', true, 0)];
    for (const app of catalogue.apps.values()) {
      const { entry: chosen } = chooseInput(list, app, host(false), 'built-in');
      expect(chosen?.spec.identity).toBe(app.chooses === 'picker' ? 'built-in' : 'usb');
    }
  });
});

function entry(identity: InputSpec['identity'], listed: boolean, plugged: number): InputEntry {
  const spec: InputSpec = { id: identity, label: identity, identity, channels: [], detect: { by: 'always' } };
  return {
    part: `p${plugged}`,
    spec,
    listed,
    why: listed ? null : 'open',
    sense: null,
    headphones: null,
    plugged,
    joint: null,
  };
}

import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { assessed, gate, sketch } from '@/tests/support/bench-setup';
import { catalogue } from '@/tests/support/frozen';
import { itemAt } from '../algorithms';
import type { AppClass, HostSpec, Identity, InputSpec } from '../model';
import { type Act, act, atRest, type InputEntry, keyOf, type Surroundings, standing, whyNot } from '.';

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
  const identity = fc.constantFrom<Identity>('headset', 'wired', 'usb');
  const entries: fc.Arbitrary<readonly InputEntry[]> = fc
    .array(fc.record({ identity, listed: fc.boolean(), licence: fc.boolean() }), { maxLength: 6 })
    .map((list) => [
      entry('built-in', true, -1),
      ...list.map(({ identity: i, listed, licence }, plugged) => entry(i, listed, plugged, licence ? null : 'chip')),
    ]);
  const phone = catalogue.parts.get('phone-usb-c')!.host!;
  const hosts = fc.record({
    limitsApps: fc.boolean(),
    unlicensed: fc.constantFrom<HostSpec['unlicensed']>('by-app', 'accepted'),
  });
  const apps = fc.constantFrom(...catalogue.apps.values());
  /** Each entry comes by a joint of its own. */
  const around = (list: readonly InputEntry[], app: AppClass, host: HostSpec): Surroundings => ({
    app,
    host,
    device: 'p-1',
    joints: list.slice(1).map((_, i) => `j${i}`),
    canPlay: () => false,
    senses: (plugged) => list.filter((e) => e.plugged < 0 || plugged.includes(`j${e.plugged}`)),
  });

  test('all plugged, then opened: never one that is not listed or not taken; the newest of those; each other is told why', () => {
    fc.assert(
      fc.property(entries, apps, hosts, (list, app, h) => {
        const host = { ...phone, ...h };
        const now = standing(around(list, app, host), {}, 'newest');
        const takes = (e: InputEntry) =>
          e.listed &&
          (e.spec.identity === 'built-in' ||
            ((app.accepts.includes(e.spec.identity) || !h.limitsApps) &&
              (e.unlicensed === null || h.unlicensed === 'accepted' || app.takesUnlicensed)));
        const newest = list.filter(takes).at(-1)!;
        expect(now.taken).toBe(keyOf(newest));
        for (const e of list) {
          const why = !e.listed ? 'open' : e === newest ? null : takes(e) ? 'not-chosen' : 'app-refuses';
          expect(whyNot(app, now, e)).toBe(why);
        }
      }),
    );
  });
  test('a picker can be set to the built-in one; an app without a picker cannot', () => {
    const list = [entry('built-in', true, -1), entry('usb', true, 0)];
    for (const app of catalogue.apps.values()) {
      const now = standing(around(list, app, { ...phone, limitsApps: false }), {}, 'built-in');
      expect(now.taken).toBe(keyOf(itemAt(list, app.chooses === 'picker' ? 0 : 1)));
    }
  });
  test('opened before any of the plugs, an app takes what it takes when opened last only if it looks again or is told', () => {
    fc.assert(
      fc.property(entries, apps, fc.nat({ max: 6 }), fc.boolean(), (list, app, openedAfter, automatic) => {
        const at = around(list, app, { ...phone, limitsApps: false });
        const early = standing(at, { openedAfter, ...(automatic ? {} : { automatic: 'off' }) }, 'newest');
        const late = standing(at, {}, 'newest');
        const known = list.filter((e) => e.listed && e.plugged < openedAfter).at(-1)!;
        const follows = app.chooses === 'picker' || (app.rescans === 'always' && automatic);
        expect(early.taken).toBe(follows ? late.taken : automatic ? keyOf(known) : keyOf(itemAt(list, 0)));
        for (const e of list.filter((x) => x.listed && x.plugged > (follows ? 9 : automatic ? known.plugged : -1))) {
          expect(whyNot(app, early, e)).toBe(automatic ? 'plugged-late' : 'automatic-off');
        }
      }),
    );
  });
  test('an app that is not allowed to hear records nothing, whatever is plugged or done', () => {
    const acts = fc.array(
      fc.constantFrom<Act>(
        { do: 'open' },
        { do: 'close' },
        { do: 'plug', joint: 'j0' },
        { do: 'unplug', joint: 'j0' },
        { do: 'choose', input: 'p0 usb' },
        { do: 'automatic', on: false },
        { do: 'automatic', on: true },
      ),
    );
    fc.assert(
      fc.property(apps, acts, (app, list) => {
        const at = around([entry('built-in', true, -1), entry('usb', true, 0)], app, phone);
        let now = act(at, atRest(at), { do: 'allow', on: false });
        for (const a of list) {
          now = act(at, now, a);
          expect(now.taken).toBeNull();
        }
      }),
    );
  });
});

function entry(identity: Identity, listed: boolean, plugged: number, unlicensed: string | null = null): InputEntry {
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
    unlicensed,
  };
}

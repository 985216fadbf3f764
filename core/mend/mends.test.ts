import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { demoDrawer } from '@/demo';
import { assessed, sketch } from '@/tests/support/bench-setup';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { itemAt } from '../algorithms';
import { apply, applyAll, freePorts, freshJointId } from '../change';
import { checkDocument, type Setup } from '../model';
import { statusesOf } from '../plan';
import { mends, type Standing } from '.';

const setupNamed = (id: string): Setup => demoSetups.find((s) => s.id === id)!;
const standingOf = (setup: Setup): Standing => [...mends(setup, demoDrawer, catalogue)].at(-1)!;
const ill = (setup: Setup) =>
  assessed(setup).verdicts.filter((v) => v.status === 'fail' || v.status === 'not known').length;
const cautions = (setup: Setup) => assessed(setup).verdicts.filter((v) => v.status === 'caution').length;

/** Setups that are wrong each in another way. */
const WRONG: readonly (readonly [string, Setup])[] = [
  ...demoSetups.map((s) => [s.id, s] as const),
  [
    'a cable back to front',
    sketch({
      device: 'phone-headset',
      parts: { pack: 'pack-own-mic', rx: 'receiver-mono', lead: 'lead-3-4' },
      joints: ['pack.radio > rx.radio', 'lead.b > rx.out', 'lead.a > phone-headset.socket'],
      hears: { pack: 0.2 },
    }),
  ],
  [
    'the wrong socket of a camera',
    sketch({
      job: { app: 'plain-camera' },
      device: 'camera',
      parts: { mic: 'shotgun-camera' },
      joints: ['mic.plug > camera.phones'],
      hears: { mic: 0.5 },
    }),
  ],
  [
    'a condenser without its supply',
    sketch({
      device: 'tablet-usb-c',
      parts: { mic: 'condenser-xlr', lead: 'lead-xlr', box: 'interface-usb-1', usb: 'lead-usb-c-c' },
      joints: ['mic.xlr > lead.a', 'lead.b > box.in1', 'box.usb > usb.b', 'usb.a > tablet-usb-c.usb'],
      hears: { mic: 0.3 },
    }),
  ],
];

test('where very much lies about, the search ends and says that not all was tried', () => {
  const wrong = setupNamed('kiln-first-try');
  const classes = [...catalogue.parts.values()].filter(
    (c) => ['lead', 'adapter', 'microphone'].includes(c.kind) && !c.usb,
  );
  const loose = Array.from({ length: 200 }, (_, i) => ({ id: `x${i}`, class: itemAt(classes, i % classes.length).id }));
  const heap: Setup = { ...wrong, parts: [...wrong.parts, ...loose] };
  // What lies about is no part of the circuit.
  expect(statusesOf(assessed(heap).verdicts)).toEqual(statusesOf(assessed(wrong).verdicts));
  const standing = [...mends(heap, null, catalogue)].at(-1)!;
  expect(standing.cut).toBe(true);
  expect(standingOf(wrong).cut).toBeUndefined();
});

describe.each(WRONG)('mends of %s', (_, setup) => {
  const { mends: found, causes } = standingOf(setup);
  test('each is carried out as it says, and leaves less to mend and nothing less safe', () => {
    const before = assessed(setup);
    for (const m of found) {
      expect(checkDocument(m.setup, catalogue)).toBeNull();
      expect(applyAll(setup, catalogue, m.changes)).toEqual(m.setup);
      const after = assessed(m.setup);
      expect(statusesOf(after.verdicts)).toEqual(m.gates);
      const account = /^(\d+) dB too (?:hot|quiet): (takes off|adds) ([\d, and]+) dB/.exec(m.account ?? '');
      if (account) {
        const peak = (a: typeof after) => itemAt(a.verdicts, 3).findings.find((f) => f.topic === 'peaks')!.value!;
        const acts = itemAt(account, 3)
          .split(/, | and /)
          .map(Number);
        const told = (account[2] === 'adds' ? -1 : 1) * acts.reduce((s, x) => s + x, 0);
        expect(Math.abs(peak(after) - peak(before) - told)).toBeLessThan(acts.length);
        expect(acts.length).toBeLessThanOrEqual(m.changes.length);
      }
      expect([ill(m.setup), cautions(m.setup)] < [ill(setup), cautions(setup)]).toBe(true);
      const rank = (a: typeof after) => ['pass', 'caution', 'not known', 'fail'].indexOf(a.verdicts.at(-1)!.status);
      expect(rank(after)).toBeLessThanOrEqual(rank(before));
    }
  });
  test('none holds an act that is idle: without it something is worse', () => {
    for (const m of found) {
      for (const c of m.changes.length > 1 ? m.changes : []) {
        const without = applyAll(
          setup,
          catalogue,
          m.changes.filter((x) => x !== c),
        );
        if (without)
          expect([m.label, ill(without) > ill(m.setup) || cautions(without) > cautions(m.setup)]).toEqual([
            m.label,
            true,
          ]);
      }
    }
  });
  test('where something fails, the first mends all of it', () => {
    if (ill(setup) === 0) return;
    expect(found.length).toBeGreaterThan(0);
    expect(ill(itemAt(found, 0).setup)).toBe(0);
    for (const c of causes) expect(c.sentence).toMatch(/^[\p{Lu}\d].*\.$/u);
  });
});

describe('the first mend is the one that a practised hand would make', () => {
  const first = (setup: Setup) => standingOf(setup).mends[0];
  test('a two-into-one splitter at the connection that shorts, and headphones since somebody must hear', () => {
    expect(first(setupNamed('kiln-first-try')).label).toMatch(
      /^Put a two-into-one splitter into connection 4, and plug headphones.* into the headphone socket of/,
    );
  });
  test('a half-drawn plug is pushed in', () => {
    const setup = setupNamed('kiln-rehearsed');
    const loose = { ...setup, joints: setup.joints.map((j) => (j.id === 'j4' ? { ...j, outMm: 3.2 } : j)) };
    expect(ill(loose)).toBeGreaterThan(0);
    expect(first(loose)).toMatchObject({ label: 'Push the plug of connection 4 fully in', buys: false });
    expect(ill(first(loose).setup)).toBe(0);
  });
  test.each([
    ['a cable back to front', /^Turn the TRS to TRRS cable round/],
    [
      'the wrong socket of a camera',
      /^Move Camera-top shotgun from the headphone socket to the microphone socket of Camera/,
    ],
    ['a condenser without its supply', /^Switch 48 V on at USB interface/],
    ['glaze-too-hot', /^Turn (Main|Gain 1) of Village-hall mixer down to/],
  ])('%s', (name, label) => expect(first(WRONG.find(([n]) => n === name)![1]).label).toMatch(label));
  test('what passes everywhere with room is left alone', () => {
    expect(standingOf(setupNamed('kiln-rehearsed'))).toEqual({ causes: [], mends: [] });
  });
});

test('whatever is plugged into whatever, itself included, a search neither breaks nor tells what is no number', () => {
  let looked = 0;
  fc.assert(
    fc.property(
      fc.constantFrom(...demoSetups),
      fc.array(fc.tuple(fc.nat(200), fc.nat(200)), { minLength: 1, maxLength: 4 }),
      (start, joins) => {
        const setup = joins.reduce((s: Setup, [i, k]) => {
          const free = freePorts(s, catalogue);
          if (free.length < 2) return s;
          const [a, b] = [free[i % free.length], free[k % free.length]].map(({ part, port }) => ({
            part,
            port: port.id,
          }));
          const joint = { id: freshJointId(s), a, b };
          return apply(s, catalogue, { do: 'join', joint, at: s.joints.length }) ?? s;
        }, start);
        if (checkDocument(setup, catalogue)) return;
        let steps = 0;
        for (const { causes, mends: found } of mends(setup, null, catalogue)) {
          expect(JSON.stringify([causes, found.map((m) => m.label)])).not.toMatch(/NaN|undefined|Infinity/);
          looked += 1;
          steps += 1;
          if (steps > 40) break;
        }
      },
    ),
    { numRuns: 16, seed: 14 },
  );
  expect(looked).toBeGreaterThan(100);
});

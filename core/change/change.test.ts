import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { sketch } from '@/tests/support/bench-setup';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { itemAt } from '../algorithms';
import { checkDocument, type Setup } from '../model';
import {
  apply,
  asTheCareful,
  bypasses,
  type Change,
  effortS,
  faultsOf,
  inverse,
  moves,
  removals,
  say,
  sayAll,
  switches,
  touched,
} from '.';

/** Every act of the list that can be done to a setup, in both directions. */
const actsOn = (setup: Setup): readonly Change[] => [
  ...[...faultsOf(setup, catalogue)].map((f) => f.change),
  ...asTheCareful(setup),
  ...switches(setup, catalogue),
  ...moves(setup, catalogue),
  ...removals(setup, catalogue),
  ...bypasses(setup, catalogue),
];

/** Keys in any order are the same document. */
const plain = (setup: Setup): unknown =>
  JSON.parse(
    JSON.stringify(setup, (_, v) =>
      v && typeof v === 'object' && !Array.isArray(v) ? Object.fromEntries(Object.entries(v).sort()) : v,
    ),
  );

describe('acts by which setups differ', () => {
  test('each leaves a good document, can be taken back to the letter, and says what it does and where', () => {
    const kinds = new Set<string>();
    const withLead = sketch({
      device: 'phone-headset',
      parts: { pack: 'pack-own-mic', rx: 'receiver-mono', lead: 'lead-3-4' },
      joints: ['pack.radio > rx.radio', 'rx.out > lead.a', 'lead.b > phone-headset.socket'],
      hears: { pack: 0.2 },
    });
    for (const start of [...demoSetups, withLead]) {
      for (const change of actsOn(start)) {
        const after = apply(start, catalogue, change);
        if (!after) continue;
        kinds.add(change.do);
        expect([change, checkDocument(after, catalogue)]).toEqual([change, null]);
        const back = apply(after, catalogue, inverse(start, catalogue, change))!;
        expect(plain(back)).toEqual(plain(start));
        expect(say(start, catalogue, change)).toMatch(/^[A-Z].{8,}[^.]$/);
        expect(effortS([change])).toBeGreaterThan(0);
        const { parts, joints } = touched(start, change);
        for (const p of parts) expect(start.parts.map((x) => x.id)).toContain(p);
        for (const j of joints) expect(start.joints.map((x) => x.id)).toContain(j);
      }
    }
    for (const kind of [
      'seat',
      'dirt',
      'contact',
      'bridge',
      'move',
      'exchange',
      'turn',
      'unplug',
      'knob',
      'session',
      'outlet',
      'replace',
      'remove',
      'bypass',
    ])
      expect(kinds).toContain(kind);
  });
  test('several after one another are taken back from the last', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...demoSetups),
        fc.array(fc.nat(5000), { minLength: 1, maxLength: 6 }),
        (start, picks) => {
          let now = start;
          const undo: Change[] = [];
          for (const pick of picks) {
            const acts = actsOn(now);
            const change = itemAt(acts, pick % acts.length);
            const after = apply(now, catalogue, change);
            if (!after) continue;
            undo.unshift(inverse(now, catalogue, change));
            now = after;
          }
          for (const change of undo) now = apply(now, catalogue, change)!;
          expect(plain(now)).toEqual(plain(start));
        },
      ),
      { numRuns: 60, seed: 13 },
    );
  });
  test('what cannot be done is refused, and alters nothing', () => {
    const setup = itemAt(demoSetups, 0);
    const { a } = itemAt(setup.joints, 0);
    for (const change of [
      { do: 'move', joint: itemAt(setup.joints, 1).id, side: 'a', to: a },
      { do: 'unplug', joint: 'none' },
      { do: 'replace', part: 'none', by: { id: 'x', class: 'lead-xlr' } },
      { do: 'bypass', part: itemAt(setup.parts, 0).id },
    ] satisfies Change[])
      expect(apply(setup, catalogue, change)).toBeNull();
  });
  test('in words: two acts in one line, the second told of what the first leaves', () => {
    const setup = demoSetups.find((s) => s.id === 'glaze-hall')!;
    const words = sayAll(setup, catalogue, [
      { do: 'knob', part: 'mixer', knob: 'main', to: -24 },
      { do: 'knob', part: 'mixer', knob: 'main', to: -20 },
    ]);
    expect(words).toBe('Turn Main of Hall mixer down to −24 dB, and turn Main of Hall mixer up to −20 dB');
  });
});

import fc from 'fast-check';
import { expect, test } from 'vitest';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { mustAssess } from '../assess';
import { checkDocument, type Setup } from '../model';
import { type Act, act, asTried, atRest, type StandIn } from '.';

const setupNamed = (id: string): Setup => demoSetups.find((s) => s.id === id)!;
const play = (setup: Setup, acts: readonly Act[]): StandIn =>
  acts.reduce((now, a) => act(setup, catalogue, now, a), atRest(setup, catalogue));

/** Three devices: a phone with one port, a tablet with a hub, a laptop that asks. */
const STAND_INS = ['kiln-rehearsed', 'kiln-song', 'clay-call'].map(setupNamed);

/** All joints and the app in some order, the settings anywhere between, the question answered either way. */
const history = (setup: Setup): fc.Arbitrary<readonly Act[]> => {
  const plugs = setup.joints.map((j): Act => ({ do: 'plug', joint: j.id }));
  const settings: readonly Act[] = [
    { do: 'allow', on: false },
    { do: 'automatic', on: false },
    { do: 'processing', on: false },
    { do: 'processing', on: true },
  ];
  return fc
    .record({
      set: fc.subarray([...settings], { maxLength: 2 }),
      order: fc.shuffledSubarray([...plugs, { do: 'open' } as Act], { minLength: plugs.length + 1 }),
      answer: fc.constantFrom('headset' as const, 'headphones' as const),
    })
    .map(({ set, order, answer }) => [
      ...set,
      // A device that asks is answered at once; where nothing is asked the answer does nothing.
      ...order.flatMap((a): readonly Act[] => (a.do === 'plug' ? [a, { do: 'answer', as: answer }] : [a])),
    ]);
};

test.each(STAND_INS.map((s) => [s.name, s] as const))(
  '%s: whatever the order, the gates judge just what the stand-in shows',
  (_, setup) => {
    const ends = new Set<string>();
    fc.assert(
      fc.property(history(setup), (acts) => {
        const now = play(setup, acts);
        const tried = asTried(setup, catalogue, now);
        expect(checkDocument(tried, catalogue)).toBeNull();
        const { readings, verdicts } = mustAssess(tried, catalogue);
        expect(readings.stand.taken).toBe(now.taken);
        expect(readings.playbackPart).toBe(now.playsFrom);
        expect(readings.stand.list.map((l) => l.key)).toEqual(now.list.map((l) => l.key));
        const outer = now.taken !== null && !now.list.find((l) => l.key === now.taken)!.builtIn;
        expect(verdicts.find((v) => v.gate === 'seen')!.status === 'fail').toBe(!outer);
        ends.add(String(now.taken));
      }),
      { numRuns: 40, seed: 45 },
    );
    // Both good and bad ends were met.
    expect(ends.size).toBeGreaterThan(1);
  },
);

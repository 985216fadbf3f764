import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { itemAt } from '../algorithms';
import { entropyBits, expectedBits, normalised, updated } from './bayes';
import { Belief } from './belief';
import { Hunt } from './hunt';
import { NOTICES, noticesIn } from './notices';
import { weighed } from './weigh';

const share = fc.integer({ min: 1, max: 99 });

describe('Bayes and information', () => {
  const table = fc.integer({ min: 2, max: 4 }).chain((answers) =>
    fc.array(
      fc.tuple(share, fc.array(share, { minLength: answers, maxLength: answers }), fc.integer({ min: 0, max: 2 })),
      {
        minLength: 2,
        maxLength: 6,
      },
    ),
  );

  test('what an answer brings on average is the mutual information of cause and answer (Shannon 1948)', () => {
    fc.assert(
      fc.property(table, (rows) => {
        const weights = normalised(rows.map(([w]) => w));
        const chances = rows.map(([, c]) => normalised(c));
        const classes = rows.map(([, , k]) => k);
        // By the definition: sum over causes and answers of p log(p / (p of cause, p of answer)).
        let bits = 0;
        for (const k of new Set(classes)) {
          const pk = weights.reduce((s, w, i) => s + (classes[i] === k ? w : 0), 0);
          for (let a = 0; a < itemAt(chances, 0).length; a++) {
            const pa = weights.reduce((s, w, i) => s + w * itemAt(itemAt(chances, i), a), 0);
            const both = weights.reduce((s, w, i) => s + (classes[i] === k ? w * itemAt(itemAt(chances, i), a) : 0), 0);
            if (both > 0) bits += both * Math.log2(both / (pk * pa));
          }
        }
        expect(expectedBits(weights, chances, (i) => itemAt(classes, i), 3)).toBeCloseTo(Math.max(0, bits), 9);
      }),
    );
  });

  test('two answers may come in either order, and what tells nothing changes nothing', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(share, share, share), { minLength: 2, maxLength: 8 }), (rows) => {
        const w = normalised(rows.map(([x]) => x));
        const [one, other] = [1, 2].map((k) => (i: number) => itemAt(rows, i)[k as 1 | 2] / 100) as [
          (i: number) => number,
          (i: number) => number,
        ];
        const [ab, ba] = [updated(updated(w, one), other), updated(updated(w, other), one)];
        for (const [i, x] of ab.entries()) expect(x).toBeCloseTo(itemAt(ba, i), 9);
        const same = updated(w, () => 0.3);
        for (const [i, x] of same.entries()) expect(x).toBeCloseTo(itemAt(w, i), 9);
        expect(entropyBits(w, (i) => i, w.length)).toBeLessThanOrEqual(Math.log2(w.length) + 1e-9);
      }),
    );
  });
});

test('the next probe is the one that an exhaustive trial of every answer to every probe finds', () => {
  const setup = demoSetups.find((s) => s.id === 'kiln-first-try')!;
  const hunt = new Hunt(setup, catalogue, null);
  for (const _ of hunt.ready());
  const belief = Belief.of(hunt, [{ noticed: ['no-level'] }]);
  for (const { probe, bits } of weighed(belief)) {
    if (probe.tells.by === 'try') continue;
    const after = belief
      .predicts(probe)
      .reduce(
        (sum, p, a) => sum + p * belief.after({ probe: probe.id, answer: itemAt(probe.answers, a).value }).openBits,
        0,
      );
    expect([probe.id, Math.abs(belief.openBits - after - bits) < 1e-6]).toEqual([probe.id, true]);
  }
});

test('what a person writes is understood, in their words', () => {
  const said: readonly (readonly [string, string])[] = [
    ['I plugged it in and nothing changes, the phone still records with its own mic', 'built-in'],
    ['the mic is listed but there is no sound', 'listed-silent'],
    ['It does not show up: not recognised', 'not-listed'],
    ['loud static when charging', 'whine'],
    ['one side is dead, only the left has sound', 'one-side'],
    ['they hear themselves after a moment', 'echo'],
    ['the caller hears an echo', 'echo'],
    ["I can't hear myself", 'not-myself'],
    ['my headphones are silent', 'no-headphones'],
    ['accessory needs too much power', 'power-notice'],
    ['it asked what did you plug in', 'asked'],
    ['the keyboard dies in the middle of the song', 'keys-dead'],
    ['the plug does not go in', 'does-not-seat'],
    ['far too quiet', 'too-quiet'],
    ['distorted at any setting', 'distorted'],
    ['there is a buzz', 'hum'],
    ['it cuts out now and then', 'crackle'],
    ['sound vanishes in mono', 'hollow'],
    ['the battery died half way', 'goes-flat'],
    ['I hear myself with a delay', 'late'],
  ];
  for (const [words, id] of said) expect([words, noticesIn(words)]).toEqual([words, expect.arrayContaining([id])]);
  expect(noticesIn('lovely weather')).toEqual([]);
  // What stands on the buttons is understood as it stands there.
  for (const n of NOTICES) expect([n.words, noticesIn(n.words)]).toEqual([n.words, expect.arrayContaining([n.id])]);
});

test('whatever has one touch a plug where 48 V is on says first to switch it off', () => {
  const setup = demoSetups.find((s) => s.id === 'kiln-song')!;
  const hunt = new Hunt(setup, catalogue, null);
  const touches = hunt.probes.filter((p) =>
    /^(push|again|do (seat|unplug|move|exchange|turn) |swap |try |look wiggle )/.test(p.id),
  );
  expect(touches.length).toBeGreaterThan(10);
  for (const p of touches) expect([p.id, p.care.join(' ')]).toEqual([p.id, expect.stringContaining('48 V off')]);
});

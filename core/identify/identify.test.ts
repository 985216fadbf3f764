import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import type { PartClass } from '../model';
import { candidates, gainBits, nextQuestion, possible, QUESTIONS } from '.';

const classes = [...catalogue.parts.values()].filter((c) => !c.host);

/** Ask until nothing narrows any more, answering as the class would, but for what cannot be told. */
function ask(c: PartClass, unseen: ReadonlySet<string> = new Set()) {
  const answers = new Map<string, string | null>();
  let left: readonly PartClass[] = classes;
  for (let q = nextQuestion(left, answers); q; q = nextQuestion(left, answers)) {
    expect(possible(q, left)).toContain(q.of(c));
    answers.set(q.id, unseen.has(q.id) ? null : q.of(c));
    left = candidates(classes, answers);
  }
  return { left, asked: answers.size };
}

describe('a part found by looking', () => {
  test('every class answers every question with one of its answers', () => {
    for (const q of QUESTIONS) for (const c of classes) expect(Object.keys(q.answers)).toContain(q.of(c));
  });
  test('whatever it is and whatever cannot be told, it is among what is left at the end', () => {
    fc.assert(
      fc.property(fc.constantFrom(...classes), fc.subarray(QUESTIONS.map((q) => q.id)), (c, unseen) => {
        expect(ask(c, new Set(unseen)).left).toContain(c);
      }),
    );
  });
  test('it takes few questions: no more than two over the bits that there are, and leaves two kinds or fewer', () => {
    const runs = classes.map((c) => ask(c));
    const bits = Math.log2(classes.length);
    expect(runs.reduce((sum, r) => sum + r.asked, 0) / runs.length).toBeLessThan(bits + 2);
    expect(runs.reduce((sum, r) => sum + r.left.length, 0) / runs.length).toBeLessThan(2);
  });
  test('by hand: a question that parts four in halves is one bit, one that parts off each is two', () => {
    const [a, b, c, d] = classes;
    const q = { id: 'x', text: '', answers: {}, of: (k: PartClass) => (k === a || k === b ? 'one' : 'two') };
    expect(gainBits(q, [a, b, c, d])).toBeCloseTo(1, 12);
    expect(gainBits({ ...q, of: (k) => k.id }, [a, b, c, d])).toBeCloseTo(2, 12);
    expect(gainBits({ ...q, of: () => 'same' }, [a, b, c, d])).toBeCloseTo(0, 12);
  });
});

import { describe, expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { isAsked, type PartClass, type Setup } from '@/core/model';
import { type Answer, plan } from '@/core/plan';
import { PRACTICE } from '../support/practice';
import type { Practice } from '../support/practice-job';

const classesOf = ({ parts }: Setup): readonly PartClass[] =>
  parts.flatMap((p) => {
    const c = catalogue.parts.get(p.class);
    return c && !c.host ? [c] : [];
  });
const works = (a: Answer): boolean => a.score.failing + a.score.unknown === 0;

const answersTo = ({ job, drawer }: Practice): readonly Answer[] => {
  let last: readonly Answer[] = [];
  for (const p of plan(job, drawer, catalogue)) last = p.answers;
  return last.filter(works);
};

/** Does a chain have one of each of these, "a|b" being either? */
const has = (setup: Setup, list: string): boolean => {
  const there = new Set(setup.parts.map((p) => String(p.class)));
  return list.split(' ').every((word) => word.split('|').some((c) => there.has(c)));
};

/** What nobody would hand over, whatever the job. */
function silly({ setup, verdicts }: Answer): readonly string[] {
  const classes = classesOf(setup);
  const people = setup.job.sources.filter((s) => s.from === undefined);
  const heard = (part: string) => setup.placements.filter((p) => p.part === part).length;
  const loose = setup.parts.filter(
    (p) => !catalogue.parts.get(p.class)?.host && !setup.joints.some((j) => [j.a.part, j.b.part].includes(p.id)),
  );
  const bare = setup.joints.filter((j) => {
    const [a, b] = [j.a, j.b].map((e) => catalogue.parts.get(setup.parts.find((p) => p.id === e.part)?.class ?? ''));
    const boxes = ['interface', 'mixer'];
    return [
      [a, b],
      [b, a],
    ].some(([mic, box]) => mic?.plugInBody && (boxes.includes(box?.kind ?? '') || box?.host));
  });
  return [
    ...(verdicts.some((v) => v.gate === 'safe' && v.status === 'fail') ? ['harms'] : []),
    ...loose.map((p) => `${p.class} lies idle`),
    ...setup.parts.flatMap((p) => {
      const held = catalogue.parts.get(p.class)?.held;
      return (held === 'clip' || held === 'head') && people.length > 1 && heard(p.id) > 1
        ? [`${p.class} is shared`]
        : [];
    }),
    ...bare.map((j) => `a mic sits on a box at ${j.id}`),
    ...(classes.filter((c) => c.kind === 'adapter').length > 4 ? ['more than four adapters'] : []),
    ...(setup.job.with ?? []).flatMap((w) =>
      classes.some((c) => isAsked(c, w)) ? [] : [`without ${JSON.stringify(w)}`],
    ),
  ];
}

describe('jobs with the answer of somebody who does this for a living', () => {
  const missed: string[] = [];
  test.each(PRACTICE.map((p) => [p.name, p] as const))('%s', (_, practice) => {
    const answers = answersTo(practice);
    for (const a of answers) {
      expect(silly(a)).toEqual([]);
      for (const c of practice.never.split(' ').filter(Boolean))
        expect(
          a.setup.parts.map((p) => p.class),
          practice.why,
        ).not.toContain(c);
    }
    const good = answers
      .slice(0, 3)
      .some((a) => a.cost <= practice.most && practice.takes.some((list) => has(a.setup, list)));
    const isRight = practice.takes.length === 0 ? answers.length === 0 : good;
    if (!isRight)
      missed.push(
        `${practice.name} (${practice.why}): ${answers
          .slice(0, 3)
          .map((a) => `${a.cost}: ${a.setup.parts.map((p) => p.class).join(' ')}`)
          .join(' / ')}`,
      );
  });
  test('the answer is among the first three in 95 of 100', () => {
    expect(PRACTICE.length).toBeGreaterThanOrEqual(60);
    expect(missed.length / PRACTICE.length, missed.join('\n')).toBeLessThanOrEqual(0.05);
  });
});

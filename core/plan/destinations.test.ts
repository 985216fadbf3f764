import { expect, test } from 'vitest';
import { catalogue } from '@/tests/support/frozen';
import { trialJobs } from '@/tests/support/trials';
import { itemAt } from '../algorithms';
import { mustAssess } from '../assess';
import { checkDocument } from '../model';
import { plan } from './plan';

const several = trialJobs.filter((j) => j.also).map((j) => [j.name, j] as const);

test.each(several)('%s: every answer leads to both, is judged at both, and buys no device or source', (_, wanted) => {
  const { answers } = [...plan(wanted, null, catalogue)].at(-1)!;
  expect(itemAt(answers, 0).score).toMatchObject({ failing: 0, unknown: 0 });
  for (const a of answers) {
    expect(checkDocument(a.setup, catalogue)).toBeNull();
    const { readings, also, verdicts } = mustAssess(a.setup, catalogue);
    expect([readings, ...also].map((r) => r.compiled.device.part.class)).toEqual([
      wanted.device,
      itemAt(wanted.also!, 0).device,
    ]);
    for (const r of [readings, ...also]) expect(r.lines.some((l) => l.arrives)).toBe(true);
    expect(verdicts.map((v) => v.status)).toEqual(a.verdicts.map((v) => v.status));
    for (const p of a.toBuy) expect(['device', 'source']).not.toContain(catalogue.parts.get(p.class)!.kind);
  }
});

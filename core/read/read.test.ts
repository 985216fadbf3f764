import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { demoSetups } from '@/demo';
import { assessed, gate } from '@/tests/support/bench-setup';
import { swapPart, takeOut } from '../change';
import { type Bundle, type Catalogue, FORMAT_VERSION, partName, type Setup, UNKNOWN, writeDocument } from '../model';
import { adopted } from './adopt';
import { readDocument } from './read';

const read = (text: string, known: Catalogue = catalogue) => {
  const result = readDocument(text, known);
  if (!result.ok) throw new Error(`${result.problem.pointer}: ${result.problem.message}`);
  return result.value;
};

/** The catalogue as one that never had some classes. */
const without = (...ids: readonly string[]): Catalogue => ({
  ...catalogue,
  parts: new Map([...catalogue.parts].filter(([id]) => !ids.includes(id))),
});

describe('documents of older versions', () => {
  const text = readFileSync('tests/older/version-1.bundle.json', 'utf8');
  const today = read(text) as Bundle;
  test('version 1: all of it is there, and what said nothing is put right', () => {
    const [setup] = today.setups;
    expect([today, setup, setup.job, ...today.jobs, ...today.drawers].map((d) => d.version)).toEqual(
      Array.from({ length: 5 }, () => FORMAT_VERSION),
    );
    // Told twice: what was said later. Opened after joints that are not there: after all of them. A rope day: counted on.
    expect(setup.placements).toEqual([
      { source: 'voice-2', part: 'pack-2', distanceM: 0.2 },
      { source: 'voice-1', part: 'pack-1', distanceM: 0.25 },
    ]);
    expect(setup.session).toEqual({ openedAfter: setup.joints.length });
    expect(setup.swaps).toEqual([{ part: 'phone', minute: 20 }]);
    expect(today.drawers[0].outcomes![0].date).toBe('2026-12-01');
    // 0.05 ohm over half a metre.
    expect(setup.parts.find((p) => p.id === 'lead')).toMatchObject({
      values: { ohmPerM: 0.1, lengthM: 0.5 },
      measured: { ohmPerM: '2026-03-03' },
    });
    expect(today.drawers[0].prices).toEqual({ 'a-class-of-its-own': [3, 4] });
  });
  test('read, written and read again it stays', () => expect(read(writeDocument(today))).toEqual(today));
  test('what is in no older form is not touched', () => {
    for (const s of demoSetups) expect(read(writeDocument(s))).toEqual(s);
  });
});

describe('what was called otherwise', () => {
  const aliases = {
    parts: { 'old-lead': 'lead-3-3', 'old-phone': 'phone-8-contact' },
    apps: { 'old-call': 'browser-call' },
    ports: { 'old-lead near': 'a', 'old-lead far': 'b' },
    knobs: {},
    values: [],
  };
  test('classes, apps and ports get their names of today', () => {
    const [now] = demoSetups.filter(
      (s) => s.job.device === 'phone-8-contact' && s.parts.some((p) => p.class === 'lead-3-3'),
    );
    const lead = now.parts.find((p) => p.class === 'lead-3-3')!.id;
    const old = (r: Setup['joints'][number]['a']) =>
      r.part === lead ? { ...r, port: r.port === 'a' ? 'near' : 'far' } : r;
    const then: Setup = {
      ...now,
      job: { ...now.job, device: 'old-phone', app: now.job.app === 'browser-call' ? 'old-call' : now.job.app },
      parts: now.parts.map((p) => ({
        ...p,
        class: p.id === lead ? 'old-lead' : p.class === 'phone-8-contact' ? 'old-phone' : p.class,
      })),
      joints: now.joints.map((j) => ({ ...j, a: old(j.a), b: old(j.b) })),
    };
    expect(adopted(then, catalogue, aliases)).toEqual(now);
  });
});

describe('a part of a class that is not here', () => {
  /** Every class of the demo that is not given, taken away one at a time. */
  const cases = demoSetups.flatMap((s) =>
    [...new Set(s.parts.map((p) => p.class))]
      .filter((c) => !['device', 'source'].includes(catalogue.parts.get(c)!.kind))
      .map((c) => [s.id, c, s] as const),
  );
  test.each(cases)(
    '%s without %s is read, judged and written, and is whole again where it is known',
    (_, id, setup) => {
      const strange = read(writeDocument(setup), without(id)) as Setup;
      const part = strange.parts.find((p) => p.class === UNKNOWN)!;
      expect(partName(strange, catalogue, part.id)).toContain(part.name ?? `Part not known here (${id})`);
      const fit = gate(assessed(strange), 'fit');
      expect(fit.findings.some((f) => f.status === 'not known' && f.part === part.id)).toBe(true);
      expect(fit.status).not.toBe('pass');
      expect(read(writeDocument(strange), without(id))).toEqual(strange);
      expect(read(writeDocument(strange))).toEqual(setup);
      // It can be taken away, and one that is known put in its place.
      expect(takeOut(strange, catalogue, part.id)?.parts.some((p) => p.id === part.id)).toBe(false);
      const swapped = swapPart(strange, catalogue, part.id, { id: part.id, class: id });
      const joints = (all: Setup) =>
        all.joints.filter((j) => [j.a.part, j.b.part].includes(part.id)).map((j) => [j.a, j.b]);
      const own = (all: Setup) =>
        joints(all)
          .flat()
          .filter((r) => r.part === part.id);
      expect(own(swapped!)).toEqual(own(setup));
    },
  );
});

import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { assessed, gate } from '@/tests/support/bench-setup';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { itemAt } from '../algorithms';
import { swapPart, takeOut } from '../change';
import {
  type Bundle,
  type Catalogue,
  FORMAT_VERSION,
  hostsOf,
  inApp,
  partName,
  type Setup,
  UNKNOWN,
  UNKNOWN_APP,
  UNKNOWN_DEVICE,
  writeDocument,
} from '../model';
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
    const setup = itemAt(today.setups, 0);
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
    expect(itemAt(itemAt(today.drawers, 0).outcomes!, 0).date).toBe('2026-12-01');
    // 0.05 ohm over half a metre.
    expect(setup.parts.find((p) => p.id === 'lead')).toMatchObject({
      values: { ohmPerM: 0.1, lengthM: 0.5 },
      measured: { ohmPerM: '2026-03-03' },
    });
    expect(itemAt(today.drawers, 0).prices).toEqual({ 'a-class-of-its-own': [3, 4] });
  });
  test('read, written and read again it stays', () => expect(read(writeDocument(today))).toEqual(today));
  test('what is in no older form is not touched', () => {
    for (const s of demoSetups) expect(read(writeDocument(s))).toEqual(s);
  });
});

describe('what was called otherwise', () => {
  test('a figure that its class has no more is left out, every other stays', () => {
    const drawer = {
      format: 'symplex.drawer',
      version: FORMAT_VERSION,
      id: 'd',
      name: 'd',
      parts: [
        {
          id: 'm',
          class: 'dynamic-handheld',
          values: { wireOhm: 0.1, price: 20 },
        },
        { id: 'c', class: 'camera', values: { senseMinOhm: 900, harmVolt: 3 } },
        { id: 'l', class: 'laptop-headset', values: { senseMinOhm: 900 } },
      ],
    };
    expect(read(JSON.stringify(drawer))).toEqual({
      ...drawer,
      parts: [
        { id: 'm', class: 'dynamic-handheld', values: { price: 20 } },
        { id: 'c', class: 'camera', values: { harmVolt: 3 } },
        { id: 'l', class: 'laptop-headset', values: { senseMinOhm: 900 } },
      ],
    });
  });
  const aliases = {
    parts: { 'old-lead': 'lead-3-3', 'old-phone': 'phone-8-contact' },
    apps: { 'old-call': 'browser-call' },
    ports: { 'old-lead near': 'a', 'old-lead far': 'b' },
    knobs: {},
    values: [],
  };
  test('classes, apps and ports get their names of today', () => {
    const now = itemAt(
      demoSetups.filter((s) => s.job.device === 'phone-8-contact' && s.parts.some((p) => p.class === 'lead-3-3')),
      0,
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

describe('knobs of earlier catalogues', () => {
  test('one that no hand finds goes, one whose scale began elsewhere is moved, and to the end where it would stand beyond', () => {
    const drawer = (parts: readonly object[]) =>
      JSON.stringify({ format: 'symplex.drawer', version: FORMAT_VERSION, id: 'd', name: 'd', parts });
    const now = [
      { id: 'p', class: 'phone-headset' },
      { id: 'c', class: 'camera', knobs: { micGain: 26 } },
      { id: 'l', class: 'laptop-two-holes', knobs: { supply: 1, volume: 30 } },
    ];
    const then = [
      { id: 'p', class: 'phone-headset', knobs: { gain: 12 } },
      { id: 'c', class: 'camera', knobs: { gain: 8 } },
      { id: 'l', class: 'laptop-two-holes', knobs: { supply: 1, gain: 8 } },
    ];
    expect(read(drawer(then))).toMatchObject({ parts: now });
    expect((read(drawer(then)) as { parts: readonly object[] }).parts[0]).toEqual(now[0]);
    expect(read(drawer(now))).toMatchObject({ parts: now });
  });
});

describe('a part of a class that is not here', () => {
  /** Every class of the demo, taken away one at a time. */
  const cases = demoSetups.flatMap((s) => [...new Set(s.parts.map((p) => p.class))].map((c) => [s.id, c, s] as const));
  test.each(cases)('%s without %s is read, judged, written, and whole again where it is known', (_, id, setup) => {
    const here = without(id);
    const strange = read(writeDocument(setup), here) as Setup;
    const { kind } = catalogue.parts.get(id)!;
    const part = strange.parts.find((p) => p.class === (kind === 'device' ? UNKNOWN_DEVICE : UNKNOWN))!;
    expect(partName(strange, catalogue, part.id)).toMatch(part.name ?? /^(Part|Device) not known here/);
    const { verdicts } = assessed(strange);
    const told = verdicts.filter((v) => v.findings.some((f) => f.status === 'not known' && f.part === part.id));
    expect(told.map((v) => v.gate)).toContain(kind === 'device' ? 'seen' : 'fit');
    for (const v of told) expect(v.status).not.toBe('pass');
    if (itemAt(hostsOf(strange, here)!, 0).part === part)
      expect(verdicts.filter((v) => v.status === 'pass')).toEqual([]);
    expect(read(writeDocument(strange), here)).toEqual(strange);
    expect(read(writeDocument(strange))).toEqual(setup);
    // It can be taken away, unless it is the job's own device, and one that is known put in its place.
    if (itemAt(hostsOf(strange, here)!, 0).part !== part) {
      expect(takeOut(strange, here, part.id)?.parts.some((p) => p.id === part.id)).toBe(false);
    }
    const swapped = swapPart(strange, catalogue, part.id, { id: part.id, class: id })!;
    const ends = (all: Setup) => all.joints.flatMap((j) => [j.a, j.b]).filter((r) => r.part === part.id);
    expect(ends(swapped)).toEqual(ends(setup));
    expect(swapped.job).toEqual(setup.job);
  });

  test('two devices that are not here are told apart, whatever the order of the parts', () => {
    const setup = demoSetups.find((s) => (s.job.also ?? []).some((d) => d.device !== s.job.device))!;
    const devices = [setup.job, ...setup.job.also!].map((d) => d.device);
    const here = without(...devices);
    const strange = read(writeDocument({ ...setup, parts: setup.parts.toReversed() }), here) as Setup;
    expect(hostsOf(strange, here)!.map((h) => h.part.was!.class)).toEqual(devices);
  });
});

describe('an app that is not here', () => {
  const without = (id: string): Catalogue => ({
    ...catalogue,
    apps: new Map([...catalogue.apps].filter(([a]) => a !== id)),
  });
  test.each(demoSetups.map((s) => [s.id, s] as const))('%s is read, judged, and whole again', (_, setup) => {
    const here = without(setup.job.app);
    const strange = read(writeDocument(setup), here) as Setup;
    expect(strange.job).toMatchObject({ app: UNKNOWN_APP, was: { app: setup.job.app } });
    const seen = gate(assessed(strange), 'seen');
    expect(seen.sentence).toContain(`"${setup.job.app}"`);
    expect(seen.status).toBe('not known');
    expect(read(writeDocument(strange), here)).toEqual(strange);
    expect(read(writeDocument(strange))).toEqual(setup);
    expect(inApp(strange.job, setup.job.app)).toEqual(setup.job);
  });
});

import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { readDocument } from '@/core/read';
import { demoDrawer, demoJobs } from '@/demo';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { itemAt } from '../algorithms';
import { type Document, FORMAT_VERSION, writeDocument } from '.';

const bundle: Document = {
  format: 'symplex.bundle',
  version: FORMAT_VERSION,
  setups: demoSetups,
  jobs: demoJobs,
  drawers: [demoDrawer],
};
const all: readonly Document[] = [...demoSetups, ...demoJobs, demoDrawer, bundle];
const works = itemAt(demoSetups, 0);

/** The pointer of the first fault of a text, by schema or by check; null when it has none. */
function faultOf(text: string): string | null {
  const read = readDocument(text, catalogue);
  return read.ok ? null : read.problem.pointer;
}

/** The text of a setup with one place in it changed. */
const spoiled = (spoil: (draft: ReturnType<typeof draftOf>) => void): string => {
  const draft = draftOf();
  spoil(draft);
  return JSON.stringify(draft);
};
// biome-ignore lint/suspicious/noExplicitAny: faults are put where types would not let them be
const draftOf = (): any => JSON.parse(JSON.stringify(works));

describe('round trip', () => {
  test.each(all.map((d) => [d.format, d] as const))('a %s read back is the same, and writes the same bytes', (_, d) => {
    const text = writeDocument(d);
    const read = readDocument(text, catalogue);
    expect(read).toEqual({ ok: true, value: JSON.parse(JSON.stringify(d)) });
    if (read.ok) expect(writeDocument(read.value)).toBe(text);
    expect(faultOf(text)).toBeNull();
  });
  test('the order in which keys were put in does not show in the file', () => {
    // The same entries in another order: a type cannot say so.
    const shuffled = Object.fromEntries(Object.entries(works).reverse()) as unknown as Document;
    expect(writeDocument(shuffled)).toBe(writeDocument(works));
  });
  test('a byte order mark in front is no fault', () => {
    expect(faultOf(`\uFEFF${writeDocument(works)}`)).toBeNull();
  });
});

describe('a wrong file is refused with the place of its first fault', () => {
  test.each([
    ['no JSON', '{"format": ', ''],
    ['empty', '', ''],
    ['a list', '[]', ''],
    ['null', 'null', ''],
    ['no format', '{}', '/format'],
    ['a format that is a property of every object', '{"format":"__proto__"}', '/format'],
    ['a foreign format', '{"format":"symplex.spell"}', '/format'],
    ['a later version', spoiled((d) => (d.version = 99)), '/version'],
    ['an earlier version that never was', spoiled((d) => (d.version = 0)), '/version'],
    ['a missing list', spoiled((d) => delete d.joints), ''],
    ['a number that is a word', spoiled((d) => (d.job.minutes = 'long')), '/job/minutes'],
    ['a purpose nobody has', spoiled((d) => (d.job.purpose = 'sing')), '/job/purpose'],
    ['an unknown property deep inside', spoiled((d) => (d.parts[2].colour = 'red')), '/parts/2'],
    ['a hostile id', spoiled((d) => (d.parts[0].id = '<img src=x onerror=alert(1)>')), '/parts/0/id'],
    ['an id that climbs', spoiled((d) => (d.id = '../../etc')), '/id'],
    ['a device that is none', spoiled((d) => (d.job.device = 'lead-3-3')), '/job/device'],
    ['a device that is not there', spoiled((d) => (d.job.device = 'toString')), '/parts'],
    [
      'a day that no calendar has',
      spoiled((d) => (d.parts[3].measured = { ohmPerM: '2026-02-30' })),
      '/parts/3/measured/ohmPerM',
    ],
    [
      'an opening after connections that are not there',
      spoiled((d) => (d.session = { openedAfter: 99 })),
      '/session/openedAfter',
    ],
    ['a cable that is to play', spoiled((d) => (d.session = { output: 'lead' })), '/session/output'],
    ['a placement told twice', spoiled((d) => d.placements.push({ ...d.placements[0] })), '/placements/2'],
    [
      'an exchange told twice',
      spoiled(
        (d) =>
          (d.swaps = [
            { part: d.parts[0].id, minute: 9 },
            { part: d.parts[0].id, minute: 9 },
          ]),
      ),
      '/swaps/1',
    ],
    ['an unknown port', spoiled((d) => (d.joints[2].b.port = 'constructor')), '/joints/2/b/port'],
    ['an unknown part', spoiled((d) => (d.joints[1].a.part = 'nobody')), '/joints/1/a/part'],
    ['a port used twice', spoiled((d) => (d.joints[1].b = d.joints[0].b)), '/joints/1/b'],
    ['an id used twice', spoiled((d) => (d.parts[1].id = d.parts[0].id)), '/parts/1/id'],
    ['an unknown knob', spoiled((d) => (d.parts[0].knobs = { warp: 9 })), '/parts/0/knobs/warp'],
    ['a knob past its end', spoiled((d) => (d.parts[0].knobs = { gain: 999 })), '/parts/0/knobs/gain'],
    ['an unknown value', spoiled((d) => (d.parts[3].values = { hasOwnProperty: 1 })), '/parts/3/values/hasOwnProperty'],
    ['no ohms at all', spoiled((d) => (d.parts[3].values = { ohmPerM: 0 })), '/parts/3/values/ohmPerM'],
    ['a deaf microphone', spoiled((d) => (d.placements[0].part = 'lead')), '/placements/0/part'],
    ['a voice that is not in the job', spoiled((d) => (d.placements[0].source = 'ghost')), '/placements/0/source'],
    [
      'a further device that is none',
      spoiled((d) => (d.job.also = [{ device: 'pad-20', app: 'studio' }])),
      '/job/also/0/device',
    ],
    [
      'a further device that is not there',
      spoiled((d) => (d.job.also = [{ device: 'camera', app: 'studio' }])),
      '/parts',
    ],
    ['a device too many', spoiled((d) => d.parts.push({ id: 'more', class: 'camera' })), '/parts'],
    ['an exchange of what has no battery', spoiled((d) => (d.swaps = [{ part: 'lead', minute: 9 }])), '/swaps/0/part'],
    ['a battery more than full', spoiled((d) => (d.parts[0].charge = 1.2)), '/parts/0/charge'],
    ['dirt that is better than metal', spoiled((d) => (d.joints[0].contactOhm = 0)), '/joints/0/contactOhm'],
    [
      'a room without air',
      spoiled((d) => (d.job.room = { volumeM3: 0, reverbS: 1, noiseDba: 30 })),
      '/job/room/volumeM3',
    ],
    ['an app that is no name', spoiled((d) => (d.job.app = 'value of')), '/job/app'],
  ])('%s', (_, text, pointer) => {
    expect(faultOf(text)).toBe(pointer);
  });

  test('a file of many megabytes is refused before it is parsed', () => {
    const read = readDocument(' '.repeat(250_000_001), catalogue);
    expect(read).toMatchObject({ ok: false, problem: { message: expect.stringContaining('larger than') } });
  });
  test('__proto__ in the text changes no prototype and is refused', () => {
    const text = writeDocument(works).replace('"parts"', '"__proto__": {"polluted": true}, "parts"');
    expect(faultOf(text)).toBe('');
    expect(({} as { polluted?: boolean }).polluted).toBeUndefined();
  });
  test('no text whatever makes it throw', () => {
    fc.assert(fc.property(fc.oneof(fc.string(), fc.json()), (text) => void readDocument(text, catalogue)));
  });
  test('no single value put anywhere into a setup makes reading, or computing what was let in, throw', () => {
    const places = [...placesIn(draftOf())];
    fc.assert(
      fc.property(
        fc.constantFrom(...places),
        fc.oneof(fc.constant(null), fc.integer(), fc.double(), fc.string(), fc.constant([]), fc.constant({})),
        (path, value) => {
          const draft = draftOf();
          const parent = path.slice(0, -1).reduce((o, k) => o[k], draft);
          parent[itemAt(path, path.length - 1)] = value;
          const fault = faultOf(JSON.stringify(draft));
          expect(fault === null || typeof fault === 'string').toBe(true);
        },
      ),
      { numRuns: 400, seed: 7 },
    );
  });
});

function* placesIn(value: unknown, path: readonly string[] = []): Generator<readonly string[]> {
  if (path.length > 0) yield path;
  if (typeof value !== 'object' || value === null) return;
  for (const [key, inner] of Object.entries(value)) yield* placesIn(inner, [...path, key]);
}

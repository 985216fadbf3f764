import { csvParse } from 'd3-dsv';
import { expect, test } from 'vitest';
import { demoDrawer } from '@/demo';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { itemAt } from '../algorithms';
import { Belief, Hunt } from '../diagnose';
import { type Drawer, type Entry, FORMAT_VERSION } from '../model';
import { found, lessonsOf, logCsv, seenIn, timelineOf } from '.';

const entry = (id: string, more: Partial<Entry>): Entry => ({
  format: 'symplex.entry',
  version: FORMAT_VERSION,
  id,
  name: id,
  at: '2026-11-20T10:15',
  did: 'note',
  ...more,
});
const half = (id: string): Entry =>
  entry(id, {
    did: 'fixed',
    cause: { text: 'Plug not fully in at connection 6, "quay", 2 mm', kind: 'half in', class: '8c-headset-licensed' },
    act: 'Push it in',
  });

test('what mended a setup before is looked for sooner, and only that', () => {
  const setup = demoSetups.find((s) => s.id === 'kiln-rehearsed')!;
  const chances = (entries: readonly Entry[]) => {
    const hunt = new Hunt(setup, catalogue, null, seenIn(entries));
    for (const _ of hunt.ready());
    const standing = Belief.of(hunt, [{ noticed: ['nothing-happens'] }]).standing();
    return (key: RegExp) => standing.filter((s) => key.test(s.suspect.key)).reduce((sum, s) => sum + s.chance, 0);
  };
  const [before, after] = [chances([]), chances([half('a'), half('b'), half('c'), entry('n', { note: 'half in' })])];
  // The adapter's plug in the phone, which it was three times, against a plug of another class.
  const [own, other] = [/^seat j6$/, /^seat j4$/];
  expect(after(own)).toBeGreaterThan(1.3 * before(own));
  expect(after(other)).toBeLessThan(before(other));
  // What is no kind that is known here counts for nothing.
  expect(seenIn([entry('x', { did: 'fixed', cause: { text: 'spilt tea', kind: 'tea' } })])).toEqual([]);
});

test('a timeline of entries, takes and results: latest first, nothing told twice, found by its words and its parts', () => {
  const used = entry('it worked', {
    did: 'used',
    at: '2026-11-21T18:00',
    device: 'phone-8-contact',
    parts: [{ class: 'splitter-2-1', name: 'Grey splitter' }],
  });
  const outcome = { class: 'splitter-2-1', device: 'phone-8-contact', worked: true, date: '2026-11-21' };
  const drawer: Drawer = { ...demoDrawer, outcomes: [outcome, { ...outcome, date: '2026-11-19', worked: false }] };
  const takes = [{ id: 't', setup: null, name: 'Test take 3', date: '2026-11-20T09:00:00.000Z' }];
  const all = timelineOf({ entries: [half('fault'), used], takes, drawers: [drawer], nameOf: (id) => id });
  expect(all.map((m) => [m.at.slice(0, 10), m.did])).toEqual([
    ['2026-11-21', 'used'],
    ['2026-11-20', 'fixed'],
    ['2026-11-20', 'take'],
    ['2026-11-19', 'went'],
  ]);
  expect(found(all, 'grey SPLITTER', null).map((m) => m.did)).toEqual(['used']);
  expect(found(all, '', 'splitter-2-1').map((m) => m.did)).toEqual(['used', 'went']);
  expect(found(all, 'quay push', null).map((m) => m.name)).toEqual(['fault']);
  const { sure, causes, suspects } = lessonsOf([half('a'), half('b'), half('c'), used], [drawer], catalogue);
  expect(sure.map((s) => [s.classId, s.worked, s.tried])).toEqual([['splitter-2-1', 1, 2]]);
  expect(itemAt(sure, 0).from).toBeLessThan(itemAt(sure, 0).mean);
  expect(causes).toEqual([{ kind: 'half in', times: 3, mostAt: '8c-headset-licensed' }]);
  expect(suspects).toEqual([{ class: '8c-headset-licensed', times: 3 }]);
});

test('as CSV, in the order of time, read back as it was by the package that reads CSV elsewhere', () => {
  const rows = csvParse(
    logCsv([entry('later', { at: '2026-11-22T08:00', note: 'two\nlines, "quoted"' }), half('fault')]),
  );
  expect(rows.map((r) => [r['what'], r['cause'], r['note']])).toEqual([
    ['fault', 'Plug not fully in at connection 6, "quay", 2 mm', ''],
    ['later', '', 'two\nlines, "quoted"'],
  ]);
});

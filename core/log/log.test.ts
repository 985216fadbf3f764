import { csvParse } from 'd3-dsv';
import { expect, test } from 'vitest';
import { demoDrawer } from '@/demo';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { itemAt } from '../algorithms';
import { Belief, Hunt } from '../diagnose';
import { type Drawer, type Entry, FORMAT_VERSION } from '../model';
import { rateOf } from '../plan';
import { found, lastTimeWith, lessonsOf, logCsv, seenIn, timelineOf, withFaults } from '.';

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

test('a piece that was itself at fault counts against its kind in the next plan, once; a hand that slipped does not', () => {
  const piece = '8c-headset-unlicensed';
  const fault = (id: string, kind: string, more: Partial<Entry> = {}) =>
    entry(id, { did: 'fixed', device: 'phone-8-contact', cause: { text: id, kind, class: piece }, ...more });
  const rate = (drawer: Drawer) => rateOf(piece, 'phone-8-contact', drawer, catalogue)!;
  const own = { ...demoDrawer, outcomes: [] };
  const worn = withFaults(own, [fault('a', 'broken conductor'), fault('b', 'dirty contacts')], catalogue);
  expect(rate(worn).mean).toBeLessThan(rate(own).mean);
  expect([rate(worn).tried, rate(worn).worked]).toEqual([2, 0]);
  const [slip, tried] = [fault('c', 'half in'), fault('d', 'broken conductor', { did: 'tried' })];
  expect(withFaults(own, [slip, tried, fault('e', 'broken conductor', { cause: { text: '?' } })], catalogue)).toBe(own);
  // Told already as the result of that day.
  const told = { ...own, outcomes: [{ class: piece, device: 'phone-8-contact', worked: false, date: '2026-11-20' }] };
  expect(withFaults(told, [fault('a', 'broken conductor')], catalogue)).toBe(told);
});

test('the last time with an app is the last that went well, by the entry’s own app or its setup’s; else the last that did not', () => {
  const setup = itemAt(demoSetups, 0);
  const { device, app } = setup.job;
  const used = (id: string, went: 'well' | 'badly', at: string, more: Partial<Entry> = {}) =>
    entry(id, { did: 'used', went, at, device, app, ...more });
  const [well, later] = [used('well', 'well', '2026-11-02T10:00'), used('later', 'badly', '2026-11-09T10:00')];
  const last = (entries: readonly Entry[], here = [setup]) => lastTimeWith(entries, here, { device, app })?.entry.id;
  expect(last([later, well])).toBe('well');
  expect(last([later, used('first', 'badly', '2026-10-01T10:00')])).toBe('later');
  const { app: _, ...older } = used('older', 'well', '2026-11-12T10:00', { setup: { id: setup.id, name: setup.name } });
  expect(last([well, older])).toBe('older');
  expect(last([well, older], [])).toBe('well');
  expect(
    last([used('other', 'well', '2026-11-12T10:00', { app: 'other-app' }), { ...well, device: 'other' }]),
  ).toBeUndefined();
});

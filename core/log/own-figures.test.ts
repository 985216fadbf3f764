import fc from 'fast-check';
import { expect, test } from 'vitest';
import { demoDrawer } from '@/demo';
import { catalogue } from '@/tests/support/frozen';
import { itemAt } from '../algorithms';
import { type Part, quantity } from '../model';
import { readDocument } from '../read';
import { driftedIn, foundOf, putBack, retired, withFigure, withoutFigure, withoutPart } from '.';

const lead = demoDrawer.parts.find((p) => 'ohmPerM' in (catalogue.parts.get(p.class)?.values ?? {})) as Part;
const leadClass = catalogue.parts.get(lead.class)!;
const found = (value: number, date: string, drawer = demoDrawer) =>
  withFigure(drawer, lead, leadClass, { figure: 'ohmPerM', value, date });

test('the latest figure counts, one a day is kept, and one that went far is told', () => {
  const twice = found(0.2, '2026-11-03', found(0.1, '2026-11-03'));
  expect(foundOf(twice, lead.id, 'ohmPerM').map((f) => f.value)).toEqual([0.2]);
  expect(driftedIn(twice, catalogue)).toEqual([]);
  // A tenth more is within what two hands measure; ten times as much is not.
  expect(driftedIn(found(0.22, '2026-12-01', twice), catalogue)).toEqual([]);
  const worn = found(2, '2026-12-02', twice);
  expect(driftedIn(worn, catalogue)).toMatchObject([{ figure: 'ohmPerM', unit: 'ohm/m', change: 10, isMuch: true }]);
  expect(quantity(worn.parts.find((p) => p.id === lead.id)!, leadClass, 'ohmPerM')).toBe(2);
  // A part that is not in the drawer leaves it as it was.
  expect(withFigure(worn, { ...lead, id: 'x' }, leadClass, { figure: 'ohmPerM', value: 1, date: '2026-12-02' })).toBe(
    worn,
  );
});

test('a figure that was wrong is taken back with its day; what does not age has no drift, nor has what the part does not go by', () => {
  const first = found(0.2, '2026-11-03');
  const slip = found(2, '2026-12-02', first);
  const back = withoutFigure(slip, lead.id, leadClass, 'ohmPerM');
  expect(foundOf(back, lead.id, 'ohmPerM')).toEqual(foundOf(first, lead.id, 'ohmPerM'));
  expect(back.parts).toEqual(demoDrawer.parts);
  const elsewhere = { ...slip, parts: demoDrawer.parts };
  expect(driftedIn(elsewhere, catalogue)).toEqual([]);
  const priced = (value: number, date: string, drawer = demoDrawer) =>
    withFigure(drawer, lead, leadClass, { figure: 'price', value, date });
  expect(driftedIn(priced(40, '2026-12-02', priced(4, '2026-11-03')), catalogue)).toEqual([]);
});

test('decibels drift by their difference', () => {
  const pad = [...catalogue.parts.values()].find((c) => Object.values(c.values).some((v) => v.unit === 'dBu'))!;
  const [name] = Object.entries(pad.values).find(([, v]) => v.unit === 'dBu')!;
  const part = { id: 'own', class: pad.id };
  const drawer = { ...demoDrawer, parts: [part] };
  const at = (value: number, date: string, d = drawer as typeof demoDrawer) =>
    withFigure(d, part, pad, { figure: name, value, date });
  expect(driftedIn(at(-6, '2026-12-02', at(0, '2026-11-01')), catalogue)).toMatchObject([{ change: -6 }]);
  expect(driftedIn(at(-1, '2026-12-02', at(0, '2026-11-01')), catalogue)).toEqual([]);
});

test('retired and put back is as before, figures and all; what is taken out leaves nothing; files hold all of it', () => {
  fc.assert(
    fc.property(fc.nat(demoDrawer.parts.length - 1), (i) => {
      const part = itemAt(demoDrawer.parts, i);
      const drawer = found(0.3, '2026-11-04');
      const gone = retired(drawer, part.id, '2026-12-02');
      expect(gone.parts.some((p) => p.id === part.id)).toBe(false);
      const read = readDocument(JSON.stringify(gone), catalogue);
      expect(read).toEqual({ ok: true, value: gone });
      const back = putBack(gone, part.id);
      const sorted = (d: typeof drawer) => [...d.parts].sort((a, b) => (a.id < b.id ? -1 : 1));
      expect({ ...back, parts: sorted(back) }).toEqual({ ...drawer, parts: sorted(drawer) });
      expect(JSON.stringify(withoutPart(gone, part.id))).not.toContain(`"${part.id}"`);
    }),
    { numRuns: 30, seed: 4 },
  );
});

test.each([
  ['an id in use and retired', { retired: [{ ...lead, retiredOn: '2026-12-02' }] }, '/retired/0/id'],
  ['no day', { retired: [{ ...lead, id: 'old', retiredOn: '2026-13-02' }] }, '/retired/0/retiredOn'],
  [
    'a figure of no day',
    { ownFigures: [{ part: lead.id, figure: 'ohmPerM', value: 1, date: '2026-02-30' }] },
    '/ownFigures/0/date',
  ],
])('%s is refused where it stands', (_, more, pointer) => {
  expect(readDocument(JSON.stringify({ ...demoDrawer, ...more }), catalogue)).toMatchObject({
    ok: false,
    problem: { pointer },
  });
});

import { csvParse } from 'd3-dsv';
import { expect, test } from 'vitest';
import { catalogue } from '@/tests/support/frozen';
import { itemAt } from '../../algorithms';
import { checkDocument, type Drawer, FORMAT_VERSION, isGiven } from '../../model';
import { shoppingCsv, shoppingList } from './shopping';
import { costOf, stockOf } from './stock';

const wanted = (classId: string) => shoppingList(new Map([[classId, 1]]), null, catalogue)[0];

test('a cable is asked for by its ends, its wiring and its length', () => {
  const lead = wanted('lead-3-4');
  expect(lead.what).toMatch(/3\.5 mm TRS plug to 3\.5 mm TRRS plug, CTIA wiring, 0\.3 m$/);
  expect(itemAt(lead.check, 0)).toBe('count the black rings: two and three');
});

test('a longer cable is a thing of its own: its length is asked for, and its price is that of the length', () => {
  const [long, usual] = ['lead-xlr 10', 'lead-xlr'].map(wanted);
  expect(long!.what).toMatch(/, 10 m$/);
  expect(usual!.what).toMatch(/, 3 m$/);
  const { pricePerM, price } = catalogue.parts.get('lead-xlr')!.values;
  // By hand: seven metres more, and both ends of the band 30 % either way.
  const byHand = price!.value + 7 * pricePerM!.value;
  expect(long!.price).toEqual([Math.floor(0.7 * Math.round(byHand)), Math.ceil(1.3 * Math.round(byHand))]);
});

test('what decides at the counter is told: licence, converter, phantom power, data', () => {
  expect(wanted('8c-headset-licensed').check.join()).toMatch(/certified for the 8-contact port.*converter of its own/);
  expect(wanted('usbc-headset-passive').check.join()).not.toMatch(/converter of its own/);
  expect(wanted('interface-usb-2').check.join()).toMatch(/48 V/);
  expect(wanted('lead-usb-a-c').check.join()).toMatch(/carries data/);
});

test('every class of the catalogue can be asked for, and comes back from CSV as it was', () => {
  const list = shoppingList(
    new Map([...catalogue.parts.values()].filter((c) => !isGiven(c)).map((c) => [c.id, 2])),
    null,
    catalogue,
  );
  const rows = csvParse(shoppingCsv(list));
  expect(rows.map((r) => r['what'])).toEqual(list.map((w) => w.what));
  expect(rows.map((r) => r['check'])).toEqual(list.map((w) => w.check.join('; ')));
  for (const w of list) expect(w.price[0]).toBeLessThan(w.price[1]);
  expect(new Set(list.map((w) => w.what)).size).toBe(list.length);
});

test('prices of the owner stand in place of the estimates: in the list and in what a chain costs', () => {
  const drawer = (own: NonNullable<Drawer['prices']>): Drawer => ({
    format: 'symplex.drawer',
    version: FORMAT_VERSION,
    id: 'd',
    name: 'd',
    parts: [],
    prices: own,
    currency: 'crowns',
  });
  const list = shoppingList(new Map([['lead-3-4', 1]]), drawer({ 'lead-3-4': [3, 5] }), catalogue);
  expect(itemAt(list, 0).price).toEqual([3, 5]);
  expect(shoppingCsv(list, 'crowns')).toContain('from (crowns),to (crowns)');
  const stock = stockOf(drawer({ 'lead-3-4': [3, 5] }), catalogue);
  expect(costOf([{ id: 'a', class: 'lead-3-4' }], stock, catalogue).cost).toBe(4);
  const wrong = checkDocument(drawer({ 'lead-3-4': [6, 5] }), catalogue);
  expect(wrong?.pointer).toBe('/prices/lead-3-4');
});

import { expect, test } from 'vitest';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { itemAt } from '../algorithms';
import { mustAssess, report as reportOf } from '../assess';
import { type PartId, partIn, type Setup } from '../model';
import { shortestOrder } from './order';
import { comeTo, inputParts, OTHER, OWN, sightings } from './sightings';

/** A setup with the names under which a browser would list what Seen says is listed, each told. */
function told(setup: Setup) {
  const report = reportOf(mustAssess(setup, catalogue));
  const listed = inputParts(report).filter((p) => report.inputs.some((i) => i.part === p && i.listed));
  const nameOf = (part: PartId) => `USB Audio of ${part}`;
  const known = {
    Built: OWN,
    ...Object.fromEntries(inputParts(report).map((p) => [nameOf(p), partIn(setup, p).class])),
  };
  const rows = (names: readonly string[], by: Readonly<Record<string, string>> = known) =>
    sightings({ setup, report, catalogue }, names, by);
  return { report, listed, nameOf, known, rows };
}
const withUsb = demoSetups.filter((s) => told(s).listed.length > 0);

test('the demo has setups whose device lists something by USB', () => expect(withUsb.length).toBeGreaterThan(0));

test.each(demoSetups)('$id: a list as computed agrees, whatever else is on it', (setup) => {
  const { listed, nameOf, rows } = told(setup);
  const seen = rows(['Built', 'Built', ...listed.map(nameOf)]);
  expect(seen.filter((r) => r.agrees === false)).toEqual([]);
  expect(seen.filter((r) => r.name !== null && r.agrees === true)).toHaveLength(listed.length + 1);
  const beside = rows(['Built', 'Screen', ...listed.map(nameOf)], { ...told(setup).known, Screen: OTHER });
  expect(beside.find((r) => r.name === 'Screen')).toMatchObject({ agrees: null, part: null });
});

test.each(withUsb)('$id: what is missing is missed, unless a name that nobody told may be it', (setup) => {
  const { listed, nameOf, rows } = told(setup);
  const gone = itemAt(listed, 0);
  const others = listed.slice(1).map(nameOf);
  expect(rows(['Built', ...others]).find((r) => r.part === gone)).toMatchObject({ name: null, agrees: false });
  expect(rows(['Built', ...others, 'USB 2.0']).find((r) => r.part === gone)).toMatchObject({
    name: null,
    agrees: null,
  });
});

test.each(demoSetups)('$id: what was not to be listed and is, is told', (setup) => {
  const { report, listed, nameOf, rows } = told(setup);
  for (const part of inputParts(report).filter(
    (p) => !listed.includes(p) && !listed.some((l) => partIn(setup, l).class === partIn(setup, p).class),
  ))
    expect(rows([nameOf(part)]).find((r) => r.part === part)).toMatchObject({ agrees: false });
});

test.each(withUsb)('$id: the order of plugging ticks as the list grows', (setup) => {
  const { report, listed } = told(setup);
  const order = shortestOrder(setup, catalogue);
  if (!order) return;
  expect(comeTo(order, report.device, new Set())).toBe(0);
  const done = comeTo(order, report.device, new Set(listed))!;
  // With the act before it not done, the list would be shorter.
  const before = done > 1 ? itemAt(order.states, done - 2).list.filter((l) => l.part !== report.device) : [];
  expect(before.length).toBeLessThan(listed.length);
  expect(comeTo(order, report.device, new Set(['nothing of this']))).toBeNull();
});

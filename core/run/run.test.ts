import { csvParseRows } from 'd3-dsv';
import { describe, expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { itemAt } from '@/core/algorithms';
import { mustAssess, report } from '@/core/assess';
import { looseParts, type Setup } from '@/core/model';
import { careOf, shortestOrder } from '@/core/standin';
import { demoSetups } from '@/demo';
import { firstAid, orderCsv, patchCsv, runSheet } from '.';

const sheetOf = (setup: Setup) => runSheet(setup, report(mustAssess(setup, catalogue)), catalogue);
const demo = (id: string) => demoSetups.find((s) => s.id === id)!;

describe.each(demoSetups.map((s) => [s.id, s] as const))('the run sheet of %s', (_, setup) => {
  const sheet = sheetOf(setup);
  const told = report(mustAssess(setup, catalogue));

  test('packs each part that takes part once, and none that lies about', () => {
    const loose = looseParts(setup, catalogue);
    const parts = sheet.bags.flatMap((b) => b.things).filter((t) => t.id.startsWith('pack '));
    expect(parts.reduce((sum, t) => sum + t.count, 0)).toBe(setup.parts.filter((p) => !loose.has(p.id)).length);
  });

  test('every step can be ticked by itself', () => {
    const ids = [sheet.plugging, sheet.shows, sheet.tap, sheet.peak, sheet.noise, sheet.hears, sheet.power]
      .flat()
      .concat(sheet.bags.flatMap((b) => b.things))
      .map((s) => s.id);
    expect(new Set(ids).size).toBe(ids.length);
  });

  test('gives an order only while nothing can be harmed, with the care around it', () => {
    const harms = told.verdicts.some((v) => v.gate === 'safe' && v.status === 'fail');
    const { before, after } = careOf(setup, catalogue);
    const acts = shortestOrder(setup, catalogue)?.acts.length ?? 0;
    expect(sheet.plugging.length).toBe(harms ? 0 : before.length + acts + after.length);
    expect(sheet.danger === null).toBe(!harms);
  });

  test('asks for the peak that was computed, of each voice that arrives', () => {
    for (const line of told.lines.filter((l) => l.arrives)) {
      const peaks = told.channels.flatMap((c) =>
        c.arrivals.flatMap((a) => (a.source === line.source && !a.leaks && a.peakDbfs !== null ? [a.peakDbfs] : [])),
      );
      const step = sheet.peak.find((s) => s.id === `peak ${line.source} ${line.microphone}`);
      const most = Math.max(...peaks);
      if (peaks.length > 0 && most <= 0)
        expect(step?.text).toContain(`about ${String(Math.round(most)).replace('-', '−')} dBFS`);
    }
  });
});

test('the patch list has each connection with its two ends, whatever its parts are called', () => {
  const setup = demo('kiln-song');
  const [first, ...others] = setup.parts;
  const odd = { ...setup, parts: [{ ...first!, name: 'A "mic", or\nnot' }, ...others] };
  const rows = csvParseRows(patchCsv(odd, catalogue));
  expect(rows.length).toBe(setup.joints.length + 1);
  for (const row of rows) expect(row.length).toBe(5);
  const told = rows.slice(1).flatMap(([, a, , b]) => [a, b]);
  expect(told.filter((n) => n === 'A "mic", or\nnot').length).toBe(
    setup.joints.flatMap((j) => [j.a.part, j.b.part]).filter((p) => p === first!.id).length,
  );
  const order = csvParseRows(orderCsv(sheetOf(setup)));
  expect(order.slice(1).map(([, what]) => what)).toEqual(sheetOf(setup).plugging.map((s) => s.text));
});

test('a battery that does not last is changed before it is empty', () => {
  const setup = demo('kiln-rehearsed');
  const long = sheetOf({ ...setup, job: { ...setup.job, minutes: 600 } });
  const pack = long.power.find((s) => s.id === 'power pack-1')!.text;
  const [, by, empty] = /by minute (\d+), it is empty at (\d+)/.exec(pack)!;
  expect(Number(by)).toBeLessThan(Number(empty));
  expect(Number(by)).toBeGreaterThan(Number(empty) * 0.8);
  expect(Number(empty)).toBe(300);
});

test('what to do first if it fails is told by what is noticed, likeliest first', () => {
  let last = null;
  for (const p of firstAid(demo('clay-call'), catalogue, null, [])) last = p.aid;
  expect(last?.length).toBeGreaterThan(0);
  for (const { causes, first } of last ?? []) {
    expect(causes.length).toBeGreaterThan(0);
    const chances = causes.map((c) => c.chance);
    expect(chances).toEqual([...chances].sort((a, b) => b - a));
    expect(itemAt(chances, 0)).toBeLessThanOrEqual(1);
    expect(first).not.toBe('');
  }
});

import { expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { demoDrawer } from '@/demo';
import { checkDocument, type Drawer, pooled } from '.';

test('pooled drawers hold every part of each, none twice by its id, and are a good document', () => {
  const other: Drawer = { ...demoDrawer, id: 'other', name: 'Oswin', currency: 'crowns', prices: {} };
  const both = pooled([demoDrawer, other]);
  if (!both) throw new Error('nothing was pooled');
  expect(both.parts).toHaveLength(2 * demoDrawer.parts.length);
  expect(new Set(both.parts.map((p) => p.id)).size).toBe(both.parts.length);
  expect(checkDocument(both, catalogue)).toBeNull();
  expect(both.currency).toBe(demoDrawer.currency);
  for (const c of new Set(demoDrawer.parts.map((p) => p.class)))
    expect(both.parts.filter((p) => p.class === c)).toHaveLength(
      2 * demoDrawer.parts.filter((p) => p.class === c).length,
    );
  expect(pooled([demoDrawer])).toEqual(demoDrawer);
  expect(pooled([])).toBeNull();
});

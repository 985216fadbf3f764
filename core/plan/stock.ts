import type { Catalogue, Drawer, Part, Setup } from '../model';
import { quantity } from '../model';

/** Where the next part of a class comes from, and what it costs. */
export interface Take {
  readonly part: Part;
  readonly owned: boolean;
  readonly price: number;
}

/** Parts of the drawer by class, and the catalogue behind it. */
export interface Stock {
  /** The n-th part of a class (from 0): an owned one while there are any. */
  take(classId: string, n: number): Take;
}

export function stockOf(drawer: Drawer | null, catalogue: Catalogue): Stock {
  const owned = new Map<string, Part[]>();
  for (const part of drawer?.parts ?? []) owned.set(part.class, [...(owned.get(part.class) ?? []), part]);
  return {
    take(classId, n) {
      const own = owned.get(classId)?.[n];
      if (own) return { part: own, owned: true, price: 0 };
      const partClass = catalogue.parts.get(classId)!;
      const part: Part = { id: classId, class: classId };
      return { part, owned: false, price: quantity(part, partClass, 'price') };
    },
  };
}

/** What a setup costs beyond the drawer: every part that the drawer has not got. */
export function costOf(
  parts: readonly Part[],
  stock: Stock,
  catalogue: Catalogue,
): { readonly cost: number; readonly toBuy: readonly Part[] } {
  const used = new Map<string, number>();
  let cost = 0;
  const toBuy: Part[] = [];
  for (const part of parts) {
    if (catalogue.parts.get(part.class)!.host) continue;
    const n = used.get(part.class) ?? 0;
    used.set(part.class, n + 1);
    const take = stock.take(part.class, n);
    cost += take.price;
    if (!take.owned) toBuy.push(part);
  }
  return { cost, toBuy };
}

/** How many of each class a setup takes, devices left out: they are there. */
export function classNeeds(setup: Setup, catalogue: Catalogue): ReadonlyMap<string, number> {
  const needs = new Map<string, number>();
  for (const { class: c } of setup.parts) if (!catalogue.parts.get(c)!.host) needs.set(c, (needs.get(c) ?? 0) + 1);
  return needs;
}

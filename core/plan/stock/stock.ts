import {
  type Catalogue,
  type ClassId,
  classIn,
  type Drawer,
  dearerByLength,
  isGiven,
  kindOf,
  newPart,
  type Part,
  type PartClass,
  quantity,
  type Setup,
} from '../../model';
import { priceOf } from './prices';

/** Where the next part of a class comes from, and what it costs. */
export interface Take {
  readonly part: Part;
  readonly owned: boolean;
  readonly price: number;
}

/** Parts of the drawer by class, and the catalogue behind it. */
export interface Stock {
  /** The n-th part of a class (from 0): an owned one while there are any. */
  take(classId: ClassId, n: number): Take;
}

export function stockOf(drawer: Drawer | null, catalogue: Catalogue): Stock {
  const owned = new Map<string, Part[]>();
  for (const part of drawer?.parts ?? []) owned.set(part.class, [...(owned.get(part.class) ?? []), part]);
  return {
    take(classId, n) {
      const own = owned.get(classId)?.[n];
      if (own) return { part: own, owned: true, price: 0 };
      return { part: newPart({ id: classId }), owned: false, price: priceOf(classId, drawer, catalogue) };
    },
  };
}

/** What chains are made of: the classes there are, and where pieces of them come from. */
export interface Means {
  readonly catalogue: Catalogue;
  readonly stock: Stock;
}

/** Money for so many of a class beside none of them. */
export function priceOfCopies(stock: Stock, classId: ClassId, copies: number): number {
  let sum = 0;
  for (let n = 0; n < copies; n++) sum += stock.take(classId, n).price;
  return sum;
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
    if (isGiven(classIn(catalogue, part.class))) continue;
    const n = used.get(part.class) ?? 0;
    used.set(part.class, n + 1);
    const take = stock.take(part.class, n);
    const partClass = classIn(catalogue, part.class);
    // A cable that one owns serves where it is long enough.
    const isOwned = take.owned && lengthOf(take.part, partClass) >= lengthOf(part, partClass);
    if (isOwned) continue;
    if (take.owned) used.set(part.class, n);
    cost += stock.take(part.class, Number.MAX_SAFE_INTEGER).price + dearerByLength(part, partClass);
    toBuy.push(part);
  }
  return { cost, toBuy };
}

const lengthOf = (part: Part, c: PartClass): number => (c.sold ? quantity(part, c, 'lengthM') : 0);

/** How many of each kind a setup takes, longer cables told apart, without what is there anyway. */
export function kindNeeds(setup: Setup, catalogue: Catalogue): ReadonlyMap<ClassId, number> {
  const needs = new Map<ClassId, number>();
  for (const p of setup.parts) {
    const c = classIn(catalogue, p.class);
    if (isGiven(c)) continue;
    const kind = kindOf(p, c);
    needs.set(kind, (needs.get(kind) ?? 0) + 1);
  }
  return needs;
}

/** How many of each class a setup takes, without what is there anyway. */
export function classNeeds(setup: Setup, catalogue: Catalogue): ReadonlyMap<string, number> {
  const needs = new Map<string, number>();
  for (const { class: c } of setup.parts) if (!isGiven(classIn(catalogue, c))) needs.set(c, (needs.get(c) ?? 0) + 1);
  return needs;
}

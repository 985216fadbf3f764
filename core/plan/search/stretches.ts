import TinyQueue from 'tinyqueue';
import { itemAt } from '../../algorithms';
import type { PartClass, PortSpec } from '../../model';
import type { Means } from '../stock';
import { accepts } from './accepts';
import type { Link } from './chain';
import { isStraightThrough } from './wire';

/** What a piece counts for beside its price: a lead that goes straight is worth more than two that one owns and an adapter; est. */
const PIECE_COST = 5;

/** Somewhere a signal can get to from a port by a few pieces. */
export interface End {
  /** From the part it starts at. */
  readonly links: readonly Link[];
  readonly out: PortSpec;
  readonly cost: number;
  /** The pieces on the way that are more than wire. */
  readonly doing: readonly string[];
}

/** What may lie on the way: pieces in all, and of them those that do something, one that converts among them. */
export interface Limits {
  readonly pieces: number;
  readonly doing: number;
}

/**
 * Where the signal of a part's ports can get to by few pieces, cheapest first. Of ways that differ in wire only, the
 * cheapest.
 */
export function endsFrom(
  from: PartClass,
  ports: readonly PortSpec[],
  between: readonly PartClass[],
  { stock, ...limits }: Limits & Pick<Means, 'stock'>,
): readonly End[] {
  const found: End[] = [];
  const visited = new Set<string>();
  const queue = new TinyQueue<End>([], (a, b) => a.cost - b.cost);
  for (const out of ports) {
    const links = [{ classId: from.id, inPort: null, alsoIn: [], secondaries: [], outPort: out.id }];
    queue.push({ links, out, cost: 0, doing: [] });
  }
  while (queue.length > 0) {
    const end = queue.pop()!;
    const last = itemAt(end.links, end.links.length - 1);
    const key = `${last.classId}.${last.outPort} ${end.doing.join()}`;
    if (visited.has(key)) continue;
    visited.add(key);
    found.push(end);
    if (end.links.length > limits.pieces) continue;
    for (const c of between) {
      if (end.links.some((l) => l.classId === c.id)) continue;
      const into = c.ports.find((p) => ['in', 'through'].includes(p.flow) && accepts(end.out, p));
      if (!into) continue;
      const cost = end.cost + PIECE_COST + stock.take(c.id, 0).price;
      for (const out of c.ports.filter((p) => p !== into && ['out', 'through'].includes(p.flow))) {
        const doing = isStraightThrough(c, into, out) ? end.doing : [...end.doing, c.id];
        if (doing.length > limits.doing) continue;
        const link = { classId: c.id, inPort: into.id, alsoIn: [], secondaries: [], outPort: out.id };
        queue.push({ links: [...end.links, link], out, cost, doing });
      }
    }
  }
  return found;
}

/** Leads and adapters: what may lie between two parts anywhere. */
export const betweenOf = (classes: Iterable<PartClass>): readonly PartClass[] =>
  [...classes].filter((c) => (c.kind === 'lead' || c.kind === 'adapter') && !c.needs);

import TinyQueue from 'tinyqueue';
import { memo } from '../../algorithms';
import type { Catalogue, PartClass, PortSpec } from '../../model';
import { priceOfCopies, type Stock } from '../stock';
import { accepts } from './accepts';
import { DEAD, JOIN, type Needs } from './needs';
import { outsOf, portsOfOtherInputs } from './ports';
import type { SecondarySources } from './secondary-sources';

interface Leaving {
  readonly partClass: PartClass;
  readonly port: PortSpec;
}

/** What leads into a port, of all classes: worked out once a catalogue. */
const leadingInto = memo((catalogue: Catalogue): ((into: PortSpec) => readonly Leaving[]) => {
  const all = [...catalogue.parts.values()].filter((c) => !c.host);
  const outs = all.flatMap((c) => outsOf(c).map((port): Leaving => ({ partClass: c, port })));
  return memo((into) => outs.filter((o) => accepts(o.port, into)));
});

/** What a search goes by. */
export interface Ground {
  readonly catalogue: Catalogue;
  readonly stock: Stock;
  readonly device: PartClass;
  /** Ports that sound may leave a part by. */
  readonly leaving: readonly PortSpec[];
  readonly needs: Needs;
  /** Microphones that come side by side, and sources of another kind that join them. */
  readonly leads: number;
  readonly secondaries: SecondarySources;
  /** What a piece counts for beside its price. */
  readonly pieceCost: number;
}

/**
 * Least cost from leaving a part by a port, with certain needs still open, to the device with none: Dijkstra from the
 * device backwards over ports and needs. Never more than what a chain will really cost.
 * @returns a cost by port and needs; undefined where no way leads on.
 */
export function costAhead(ground: Ground): (port: PortSpec, open: number) => number | undefined {
  const { catalogue, leaving, device, stock, needs, leads, secondaries, pieceCost } = ground;
  const leadInto = leadingInto(catalogue);
  const ahead = new Map<PortSpec, (number | undefined)[]>();
  for (const port of leaving) ahead.set(port, []);
  const joining = new Map<PortSpec, number>();
  const queue = new TinyQueue<Leaving & { readonly open: number; readonly cost: number }>(
    [],
    (a, b) => a.cost - b.cost,
  );
  /** Going into a part by a port, after which `left` is still needed, costs so much from there on. */
  const relax = (c: PartClass, into: PortSpec, left: number, cost: number) => {
    const joins = joining.get(into) ?? joinsAt(c, into, leads, secondaries);
    joining.set(into, joins);
    for (const open of needs.every) {
      const met = needs.after(open, c, into);
      if (met === DEAD || (met & ~joins) !== left) continue;
      for (const o of leadInto(into)) {
        const costs = ahead.get(o.port);
        // Of no use for this job.
        if (!costs) continue;
        if (cost >= (costs[open] ?? Number.POSITIVE_INFINITY)) continue;
        costs[open] = cost;
        queue.push({ ...o, open, cost });
      }
    }
  };
  for (const port of device.ports) if (port.flow === 'in') relax(device, port, 0, pieceCost);
  while (queue.length > 0) {
    const { partClass, port, open: left, cost } = queue.pop()!;
    const least = ahead.get(port)?.[left];
    if (least === undefined || cost > least) continue;
    // What stands before the joining part is needed once a microphone.
    const price = priceOfCopies(stock, partClass.id, left & JOIN ? leads : 1);
    for (const into of partClass.ports) {
      if (into !== port && ['in', 'through'].includes(into.flow))
        relax(partClass, into, left, cost + pieceCost + price);
    }
  }
  return (port, open) => ahead.get(port)?.[open];
}

/**
 * JOIN when the part has as many holes like this one as lead there, and others for the secondaries. No two converters are
 * recorded at once, so nothing joins where sound is numbers already.
 */
function joinsAt(c: PartClass, into: PortSpec, leads: number, secondaries: SecondarySources): number {
  if (into.carries === 'usb') return 0;
  const alike = c.ports.filter((p) => p.flow === 'in' && p.connector === into.connector).map((p) => p.id);
  return alike.length >= leads &&
    secondaries.into(c, [...alike.slice(0, leads), ...portsOfOtherInputs(c, into.id)]) !== null
    ? JOIN
    : 0;
}

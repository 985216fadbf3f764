import { atKey, byId, memoBy } from '../../algorithms';
import { classIn, type PartClass, type PortSpec, type Source } from '../../model';
import type { Means } from '../stock';
import { accepts, isRightHalf } from './accepts';
import type { Branch } from './chain';
import { betweenOf, type End, endsFrom } from './stretches';
import { isWire } from './wire';

/** Pieces between what a source comes out of and the part that joins: one box, and a lead on either side. */
const LIMITS = { pieces: 3, doing: 1 };
/** Other ways in that are tried for one secondary where the cheapest does not work. */
const MOST_WAYS = 8;

/** Sources of another kind than those that lead: how each could come into a part. */
export interface SecondarySources {
  /** The cheapest ways in for all of them at once, beside holes that are taken; null where they find none. */
  into(c: PartClass, taken: readonly string[]): readonly Branch[] | null;
  /** Every way in for one of them that does something else to its signal or takes another kind of hole, cheapest first. */
  others(c: PartClass, taken: readonly string[], of: Branch): readonly Branch[];
}

export function secondarySources(sources: readonly Source[], { catalogue, stock }: Means): SecondarySources {
  const between = betweenOf(catalogue.parts.values()).filter((c) => !c.inputs && !c.usb);
  const endsOf = (from: string): readonly End[] => {
    const c = classIn(catalogue, from);
    const outs = c.ports.filter((p) => p.flow === 'out' && !isRightHalf(p));
    return endsFrom(c, outs, between, { ...LIMITS, stock });
  };
  const ends = new Map([...new Set(sources.map((s) => s.from!))].map((from) => [from, endsOf(from)]));
  /** Ways to each hole of a part, cheapest first; those that differ in wire only, once. */
  const waysInto = memoBy(
    (from: string, c: PartClass) => `${from} ${c.id}`,
    (from, c): readonly Way[] =>
      c.ports
        .filter((p) => p.flow === 'in')
        .flatMap((port) => {
          const fitting = atKey(ends, from).filter((e) => accepts(e.out, port));
          return fitting
            .filter((e, i) => fitting.findIndex((x) => x.doing.join() === e.doing.join()) === i)
            .map((end) => ({ port, end }));
        })
        .sort((a, b) => a.end.cost - b.end.cost),
  );
  const free = memoBy(
    (from: string, c: PartClass, taken: readonly string[]) => `${from} ${c.id} ${taken.join()}`,
    (from, c, taken) => lastOfEachKind(waysInto(from, c).filter(({ port }) => !taken.includes(port.id))),
  );
  const branch = (source: string, { port, end }: Way): Branch => ({ source, links: end.links, port: port.id });
  return {
    into(c, taken) {
      if (sources.length === 0) return [];
      // Bare wire between a microphone and something else is no way to bring them together.
      if (isWire(c)) return null;
      const holes = [...taken];
      const come: Branch[] = [];
      for (const { id, from } of sources) {
        const [way] = free(from!, c, holes);
        if (!way) return null;
        come.push(branch(id, way));
        holes.push(way.port.id, ...(way.port.pair ? [way.port.pair] : []));
      }
      return come;
    },
    others(c, taken, of) {
      const { from } = byId(sources, of.source);
      return free(from!, c, taken)
        .map((way) => branch(of.source, way))
        .filter((b) => JSON.stringify(b) !== JSON.stringify(of))
        .slice(0, MOST_WAYS);
    },
  };
}

interface Way {
  readonly port: PortSpec;
  readonly end: End;
}

/** Of holes that are alike the last: the first are where microphones go, and often share their channel. */
function lastOfEachKind(ways: readonly Way[]): readonly Way[] {
  const kind = ({ port: p, end }: Way) => `${p.connector} ${p.carries} ${end.doing.join()}`;
  const whole = ways.filter(({ port }) => !isRightHalf(port));
  return whole.filter((w, i) => !whole.slice(i + 1).some((later) => kind(later) === kind(w)));
}

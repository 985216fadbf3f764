import { reach } from '../../algorithms';
import { groundsOf, type PartClass, type PortId } from '../../model';

/** Gains that lie on some way through a part's circuit from one port to another. */
export function knobsBetween(partClass: PartClass, from: string, to: string): ReadonlySet<string> {
  const edges = edgesOf(partClass);
  const ahead = reached(partClass, edges, from, 'ahead');
  const behind = reached(partClass, edges, to, 'behind');
  return new Set(edges.filter((e) => ahead.has(e.from) && behind.has(e.to)).flatMap((e) => e.knobs));
}

/** Gains that what comes in by a port goes through, wherever it goes. */
export function knobsAhead(partClass: PartClass, from: string): ReadonlySet<string> {
  const edges = edgesOf(partClass);
  const ahead = reached(partClass, edges, from, 'ahead');
  return new Set(edges.filter((e) => ahead.has(e.from)).flatMap((e) => e.knobs));
}

interface Edge {
  readonly from: string;
  readonly to: string;
  readonly knobs: readonly string[];
}

/** Ways inside a part, each with the gains on it. A converter's leads to no node of the circuit. */
const edgesOf = ({ circuit }: PartClass): readonly Edge[] =>
  circuit.flatMap((e): readonly Edge[] => {
    if (e.is === 'resistor' || e.is === 'capacitor') {
      const [a, b] = e.between;
      return [
        { from: a, to: b, knobs: [] },
        { from: b, to: a, knobs: [] },
      ];
    }
    if (e.is === 'transformer') {
      const [one, other] = [e.primary, e.secondary];
      return one.flatMap((a) =>
        other.flatMap((b) => [
          { from: a, to: b, knobs: [] },
          { from: b, to: a, knobs: [] },
        ]),
      );
    }
    if (e.is === 'tone') return e.in.flatMap((a) => e.out.map((b) => ({ from: a, to: b, knobs: [] })));
    if (e.is !== 'stage' && e.is !== 'input') return [];
    const knobs = e.gainDb.flatMap((g) => (typeof g === 'string' && g.startsWith('knob:') ? [g.slice(5)] : []));
    const ends = e.is === 'stage' ? e.out : ['converter'];
    return e.in.flatMap((a) => ends.map((b) => ({ from: a, to: b, knobs })));
  });

/** Nodes that can be got to from a port, or from which it can be got to; ground is where no way leads on. */
function reached(
  partClass: PartClass,
  edges: readonly Edge[],
  port: PortId,
  which: 'ahead' | 'behind',
): ReadonlySet<string> {
  const [start, end] = which === 'ahead' ? (['from', 'to'] as const) : (['to', 'from'] as const);
  const grounds = groundsOf(partClass);
  const isGround = (node: string) => grounds.has(node);
  const nodes = edges.flatMap((e) => [e.from, e.to]).filter((n) => n.startsWith(`${port}.`) && !isGround(n));
  const found = reach(nodes, (node) =>
    edges.flatMap((e) => (e[start] === node && !isGround(e[end]) ? [[e[end], e] as const] : [])),
  );
  return new Set(found.keys());
}

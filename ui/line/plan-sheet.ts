import { type EdgeLabel, Graph, type GraphLabel, layout, type NodeLabel } from '@dagrejs/dagre';
import type { JointId, PartId } from '@/core/model';
import type { Way, WayKind } from './ways';

/** A box on the sheet, CSS pixels from its left upper corner. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A stretch of a way: from a part to a connection, or on from there. */
export interface Stretch {
  readonly joint: JointId;
  readonly kind: WayKind;
  /** From left to right, whatever goes through it. */
  readonly points: readonly (readonly [x: number, y: number])[];
  /** Where an arrow stands that says which way it goes; null where it goes from left to right, as most. */
  readonly backwards: boolean;
}

export interface SheetPlan {
  readonly width: number;
  readonly height: number;
  readonly parts: ReadonlyMap<PartId, Box>;
  readonly joints: ReadonlyMap<JointId, Box>;
  /** The part at the left of each connection. */
  readonly lefts: ReadonlyMap<JointId, PartId>;
  readonly stretches: readonly Stretch[];
}

interface Size {
  readonly width: number;
  readonly height: number;
}

const NODE_GAP = 14;
const RANK_GAP = 10;
const EDGE_GAP = 14;
const MARGIN = 4;
/** Ways that end at one side of a part lie so far apart. */
const SIDE_GAP = 16;
/** A sheet with room is drawn out, but not so far that it falls apart. */
const MOST_STRETCH = 1.5;
/** One that is a little too wide is drawn in a little, as far as the gaps allow. */
const LEAST_STRETCH = 0.93;

/** The parts of a sheet with their connections between them, from left to right; connections are places of their own. */
export interface SheetParts {
  readonly parts: readonly (readonly [PartId, Size])[];
  readonly ways: readonly Way[];
  /** How far below its upper edge the way goes through a connection. */
  readonly jointSize: (joint: JointId) => Size & { readonly axis: number };
}

/**
 * Where everything stands: the lines from left to right; what leads back to an earlier part runs back beneath them; what
 * hangs on the last part hangs to its left, so that the sheet grows no wider.
 * @param room width that there is; a narrower sheet is drawn out to it
 */
export function planSheet({ parts, ways, jointSize }: SheetParts, room: number): SheetPlan {
  const graph = new Graph<GraphLabel, NodeLabel, EdgeLabel>().setDefaultEdgeLabel(() => ({}));
  graph.setGraph({
    rankdir: 'LR',
    nodesep: NODE_GAP,
    ranksep: RANK_GAP,
    edgesep: EDGE_GAP,
    marginx: MARGIN,
    marginy: MARGIN,
  });
  for (const [id, size] of parts) graph.setNode(`part ${id}`, { ...size });
  const turned = turnedWays(ways);
  const axes = new Map<string, number>();
  for (const w of ways) {
    const { axis, ...size } = jointSize(w.joint);
    axes.set(`joint ${w.joint}`, axis);
    graph.setNode(`joint ${w.joint}`, size);
    const [left, right] = turned.has(w.joint) ? [w.to, w.from] : [w.from, w.to];
    const weight = w.onLine ? 6 : 1;
    graph.setEdge(`part ${left}`, `joint ${w.joint}`, { weight });
    graph.setEdge(`joint ${w.joint}`, `part ${right}`, { weight });
  }
  layout(graph);
  const { width = 0, height = 0 } = graph.graph();
  const share = room / width;
  const wide = share < LEAST_STRETCH ? 1 : Math.min(MOST_STRETCH, share);
  const boxOf = (node: string): Box => {
    const n = graph.node(node);
    return { x: (n.x ?? 0) * wide - n.width / 2, y: (n.y ?? 0) - n.height / 2, width: n.width, height: n.height };
  };
  const boxes = new Map([...graph.nodes()].map((n) => [n, boxOf(n)]));
  const raw = graph.edges().map(({ v, w }) => {
    const inner = (graph.edge(v, w).points ?? []).slice(1, -1).map((p): [number, number] => [p.x * wide, p.y]);
    return { v, w, inner };
  });
  // Ways that meet one side of a part come in one below the other, in the order of where they come from.
  const sideY = (node: string, edge: (typeof raw)[number], side: 'left' | 'right'): number => {
    const box = boxes.get(node);
    if (!box) return 0;
    const axis = axes.get(node);
    if (axis !== undefined) return box.y + axis;
    const other = (e: (typeof raw)[number]) => {
      const near = side === 'right' ? e.inner[0] : e.inner.at(-1);
      const far = boxes.get(side === 'right' ? e.w : e.v);
      return near?.[1] ?? (far ? far.y + far.height / 2 : 0);
    };
    const mates = raw.filter((e) => (side === 'right' ? e.v : e.w) === node).sort((a, b) => other(a) - other(b));
    const gap = Math.min(SIDE_GAP, (box.height - 16) / Math.max(1, mates.length - 1));
    return box.y + box.height / 2 + (mates.indexOf(edge) - (mates.length - 1) / 2) * gap;
  };
  const kinds = new Map(ways.map((w) => [`joint ${w.joint}`, w]));
  const stretches = raw.flatMap((e): readonly Stretch[] => {
    const way = kinds.get(e.v) ?? kinds.get(e.w);
    const [from, to] = [boxes.get(e.v), boxes.get(e.w)];
    if (!way || !from || !to) return [];
    const start: [number, number] = [from.x + from.width, sideY(e.v, e, 'right')];
    const end: [number, number] = [to.x, sideY(e.w, e, 'left')];
    const points = [start, ...e.inner.filter(([x]) => x > start[0] + 4 && x < end[0] - 4), end];
    return [{ joint: way.joint, kind: way.kind, points, backwards: turned.has(way.joint) }];
  });
  const named = <K extends string>(prefix: string) =>
    new Map([...boxes].filter(([n]) => n.startsWith(prefix)).map(([n, box]) => [n.slice(prefix.length) as K, box]));
  return {
    width: Math.max(room, Math.ceil(width * wide)),
    height: Math.ceil(height),
    parts: named<PartId>('part '),
    joints: named<JointId>('joint '),
    lefts: new Map(ways.map((w) => [w.joint, turned.has(w.joint) ? w.to : w.from])),
    stretches,
  };
}

/** Ways that are drawn from right to left: those that lead back to where they came from, and what hangs on the last part. */
function turnedWays(ways: readonly Way[]): ReadonlySet<JointId> {
  const onLine = ways.filter((w) => w.onLine);
  const trunk = new Set(onLine.flatMap((w) => [w.from, w.to]));
  const turned = new Set<JointId>();
  const reaches = (from: PartId, to: PartId, seen: Set<PartId>): boolean => {
    if (from === to) return true;
    if (seen.has(from)) return false;
    seen.add(from);
    return onLine.some((w) => w.from === from && reaches(w.to, to, seen));
  };
  for (const lot of lotsOf(ways, trunk)) {
    const leaves = lot.filter((w) => trunk.has(w.from)).map((w) => w.from);
    const comesTo = lot.filter((w) => trunk.has(w.to)).map((w) => w.to);
    const goesBack = leaves.some((from) => comesTo.some((to) => to !== from && reaches(to, from, new Set())));
    const hangsOnLast =
      comesTo.length === 0 && leaves.length > 0 && leaves.every((part) => !onLine.some((w) => w.from === part));
    if (goesBack || hangsOnLast) for (const w of lot) turned.add(w.joint);
  }
  return turned;
}

/** Ways off the lines, those together that hang together without passing a part that lies on one. */
function lotsOf(ways: readonly Way[], trunk: ReadonlySet<PartId>): readonly (readonly Way[])[] {
  const left = new Set(ways.filter((w) => !w.onLine));
  const lots: Way[][] = [];
  for (const first of left) {
    left.delete(first);
    const lot = [first];
    for (const w of lot) {
      const loose = [w.from, w.to].filter((part) => !trunk.has(part));
      for (const o of left) {
        if (!loose.includes(o.from) && !loose.includes(o.to)) continue;
        left.delete(o);
        lot.push(o);
      }
    }
    lots.push(lot);
  }
  return lots;
}

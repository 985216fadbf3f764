import { atKey } from '../algorithms';
import { type Element, GROUND, type Netlist, nodesOf } from './netlist';

/**
 * The system matrix of modified nodal analysis as two real sparse parts, A(w) = G + jwC, in coordinate form with
 * duplicates summed. Unknowns are the node voltages (without ground) followed by the branch currents.
 * Source: Ho, Ruehli and Brennan, "The modified nodal approach to network analysis", 1975.
 */
export interface Stamped {
  readonly size: number;
  readonly rows: Int32Array;
  readonly cols: Int32Array;
  readonly g: Float64Array;
  readonly c: Float64Array;
  /** Row and column of a node; -1 for ground; undefined for a node that is not in the netlist. */
  readonly nodeIndex: ReadonlyMap<string, number>;
  /** Row and column of an element's branch current. */
  readonly branchIndex: ReadonlyMap<string, number>;
  /** What each unknown is, for messages. */
  readonly unknowns: readonly string[];
}

const HAS_BRANCH: ReadonlySet<Element['kind']> = new Set([
  'inductor',
  'voltage',
  'vcvs',
  'ccvs',
  'transformer',
  'amplifier',
]);

export function stamp(netlist: Netlist): Stamped {
  const nodeIndex = new Map<string, number>([[GROUND, -1]]);
  const branchIndex = new Map<string, number>();
  const unknowns: string[] = [];
  const visit = (n: string) => {
    if (nodeIndex.has(n)) return;
    nodeIndex.set(n, unknowns.length);
    unknowns.push(n);
  };
  for (const e of netlist.elements) for (const n of nodesOf(e)) visit(n);
  for (const e of netlist.elements) {
    if (!HAS_BRANCH.has(e.kind)) continue;
    branchIndex.set(e.name, unknowns.length);
    unknowns.push(e.name);
  }

  const size = unknowns.length;
  const slots = new Map<number, number>();
  const rows: number[] = [];
  const cols: number[] = [];
  const g: number[] = [];
  const c: number[] = [];
  const put = (row: number, col: number, gValue: number, cValue: number) => {
    if (row < 0 || col < 0) return;
    const key = row * size + col;
    const slot = slots.get(key);
    if (slot === undefined) {
      slots.set(key, rows.length);
      rows.push(row);
      cols.push(col);
      g.push(gValue);
      c.push(cValue);
    } else {
      g[slot] += gValue;
      c[slot] += cValue;
    }
  };
  const at = (n: string) => atKey(nodeIndex, n);
  const admittance = (a: number, b: number, gValue: number, cValue: number) => {
    put(a, a, gValue, cValue);
    put(b, b, gValue, cValue);
    put(a, b, -gValue, -cValue);
    put(b, a, -gValue, -cValue);
  };
  /** Current `k` leaves p and enters n; row k will hold the branch equation. */
  const branch = (k: number, p: number, n: number) => {
    put(p, k, 1, 0);
    put(n, k, -1, 0);
  };
  const voltageOf = (k: number, p: number, n: number, factor: number) => {
    put(k, p, factor, 0);
    put(k, n, -factor, 0);
  };

  for (const e of netlist.elements) {
    const k = branchIndex.get(e.name) ?? -1;
    switch (e.kind) {
      case 'resistor':
        admittance(at(e.a), at(e.b), 1 / e.ohm, 0);
        break;
      case 'capacitor':
        admittance(at(e.a), at(e.b), 0, e.farad);
        break;
      case 'inductor':
        branch(k, at(e.a), at(e.b));
        voltageOf(k, at(e.a), at(e.b), 1);
        put(k, k, 0, -e.henry);
        break;
      case 'voltage':
        branch(k, at(e.p), at(e.n));
        voltageOf(k, at(e.p), at(e.n), 1);
        break;
      case 'current':
        break;
      case 'vcvs':
        branch(k, at(e.p), at(e.n));
        voltageOf(k, at(e.p), at(e.n), 1);
        voltageOf(k, at(e.cp), at(e.cn), -e.gain);
        break;
      case 'vccs':
        for (const [row, sign] of [
          [at(e.p), 1],
          [at(e.n), -1],
        ] as const) {
          put(row, at(e.cp), sign * e.siemens, 0);
          put(row, at(e.cn), -sign * e.siemens, 0);
        }
        break;
      case 'cccs': {
        const j = atKey(branchIndex, e.control);
        put(at(e.p), j, e.gain, 0);
        put(at(e.n), j, -e.gain, 0);
        break;
      }
      case 'ccvs':
        branch(k, at(e.p), at(e.n));
        voltageOf(k, at(e.p), at(e.n), 1);
        put(k, atKey(branchIndex, e.control), -e.ohm, 0);
        break;
      case 'transformer':
        // i is the current into p1; the secondary gives turns * i out of p2.
        branch(k, at(e.p1), at(e.n1));
        put(at(e.p2), k, -e.turns, 0);
        put(at(e.n2), k, e.turns, 0);
        voltageOf(k, at(e.p1), at(e.n1), 1);
        voltageOf(k, at(e.p2), at(e.n2), -e.turns);
        break;
      case 'amplifier':
        put(at(e.out), k, 1, 0);
        voltageOf(k, at(e.inP), at(e.inN), 1);
        break;
    }
  }
  return {
    size,
    rows: Int32Array.from(rows),
    cols: Int32Array.from(cols),
    g: Float64Array.from(g),
    c: Float64Array.from(c),
    nodeIndex,
    branchIndex,
    unknowns,
  };
}

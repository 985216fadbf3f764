import { expect } from 'vitest';
import { itemAt } from '@/core/algorithms';
import { type Element, magnitude, type Netlist, nodesOf, phaseDeg, prepare, subtract } from '@/core/circuit';
import { runNgspice } from './ngspice';

/** The bars of the product: 0.1 mV at DC, 0.01 dB and 0.1 degree at audio frequencies. */
const DC_VOLT = 1e-4;
const LEVEL_DB = 0.01;
const PHASE_DEG = 0.1;
/** Below this share of the largest voltage in the circuit, a voltage is rounding of either program. */
const ROUNDING = 1e-9;

/** The largest conductance about: metal on metal in a joint. */
const TOUCH_SIEMENS = 1 / 0.03;

/**
 * Check every node of a netlist against ngspice; returns how many voltages were compared.
 * Where parts float, plugged into each other but tied to nothing, only their insulation holds them: what they have in
 * common is as good as the digits that are left after that ratio; what is between them is held to the bars as all else is.
 */
export function expectLikeNgspice(netlist: Netlist, frequenciesHz: readonly number[]): number {
  const circuit = prepare(netlist);
  if (!circuit.ok) throw new Error(circuit.problem.message);
  const spice = runNgspice(netlist, frequenciesHz);
  const floating = floatingGroups(netlist);
  let compared = 0;

  const dc = circuit.value.at(0);
  if (!dc.ok) throw new Error(dc.problem.message);
  const dcSolution = dc.value.solve();
  const scale = Math.max(1, ...[...spice.dc.values()].map(Math.abs));
  for (const [node, volt] of spice.dc) {
    if (!isNetlistNode(netlist, node)) continue;
    const difference = Math.abs(dcSolution.voltage(node).re - volt);
    expect(difference, `DC volts at ${node}`).toBeLessThanOrEqual(DC_VOLT * scale);
    compared += 1;
  }

  frequenciesHz.forEach((hz, i) => {
    const solved = circuit.value.at(hz);
    if (!solved.ok) throw new Error(solved.problem.message);
    const solution = solved.value.solve();
    const theirs = itemAt(spice.ac, i);
    const largest = Math.max(...[...theirs.values()].map(magnitude));
    for (const node of theirs.keys()) {
      if (!isNetlistNode(netlist, node)) continue;
      const group = floating.get(node);
      const against = group && group.first !== node ? group.first : null;
      const [a, b] = [solution.voltage(node), theirs.get(node)!];
      const ours = against ? subtract(a, solution.voltage(against)) : a;
      const expected = against ? subtract(b, theirs.get(against)!) : b;
      const common = group && !against ? digitsLeft(netlist, floating, group, hz) : ROUNDING;
      compared += 1;
      if (magnitude(subtract(ours, expected)) <= common * largest) continue;
      const db = 20 * Math.log10(magnitude(ours) / magnitude(expected));
      const turn = Math.abs(((phaseDeg(ours) - phaseDeg(expected) + 540) % 360) - 180);
      expect(Math.abs(db), `level at ${node}, ${hz} Hz`).toBeLessThanOrEqual(LEVEL_DB);
      expect(turn, `phase at ${node}, ${hz} Hz`).toBeLessThanOrEqual(PHASE_DEG);
    }
  });
  return compared;
}

interface Group {
  readonly first: string;
  readonly nodes: ReadonlySet<string>;
}

/** Conductance of what hardly conducts: insulation, air and stray capacitance; 0 for anything more. */
function weakSiemens(e: Element, hz: number): number {
  if (e.kind === 'resistor' && e.ohm >= 1e8) return 1 / e.ohm;
  if (e.kind === 'capacitor' && e.farad < 1e-9) return 2 * Math.PI * hz * e.farad;
  return 0;
}

/** Nodes that no real element ties to ground, each with those it is tied to. */
function floatingGroups(netlist: Netlist): ReadonlyMap<string, Group> {
  const parent = new Map<string, string>();
  const root = (n: string): string => {
    const up = parent.get(n) ?? n;
    return up === n ? n : root(up);
  };
  const tie = (a: string, b: string) => parent.set(root(a), root(b));
  for (const e of netlist.elements) {
    for (const n of nodesOf(e)) if (!parent.has(n)) parent.set(n, n);
    if (weakSiemens(e, 1) > 0) continue;
    if (e.kind === 'resistor' || e.kind === 'capacitor' || e.kind === 'inductor') tie(e.a, e.b);
    else if (e.kind === 'voltage' || e.kind === 'vcvs' || e.kind === 'ccvs') tie(e.p, e.n);
    else if (e.kind === 'amplifier') tie(e.out, '0');
    else if (e.kind === 'transformer') {
      tie(e.p1, e.n1);
      tie(e.p2, e.n2);
    }
  }
  const members = new Map<string, Set<string>>();
  for (const n of parent.keys()) members.set(root(n), (members.get(root(n)) ?? new Set()).add(n));
  const groups = new Map<string, Group>();
  for (const nodes of members.values()) {
    if (nodes.has('0')) continue;
    for (const n of nodes) groups.set(n, { first: itemAt([...nodes], 0), nodes });
  }
  return groups;
}

/**
 * What two programs may differ by in the common voltage of a group, as a share of the largest: two roundings each. What
 * leads to another floating group holds nothing.
 */
function digitsLeft(netlist: Netlist, floating: ReadonlyMap<string, Group>, group: Group, hz: number): number {
  const held = netlist.elements
    .filter((e) => nodesOf(e).some((n) => group.nodes.has(n)) && nodesOf(e).some((n) => !floating.has(n)))
    .reduce((sum, e) => sum + weakSiemens(e, hz), 0);
  return Math.max(ROUNDING, (4 * Number.EPSILON * TOUCH_SIEMENS) / held);
}

/** The deck has helper nodes of its own (inside transformers); only ours are compared. */
const isNetlistNode = (netlist: Netlist, node: string) =>
  node !== '0' && !netlist.elements.some((e) => `${e.name} primary` === node);

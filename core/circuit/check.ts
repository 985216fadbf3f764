import { type CircuitProblem, type Element, GROUND, type Netlist, nodesOf } from './netlist';

/** The first thing wrong with a netlist that can be told without solving it, or null. */
export function checkNetlist(netlist: Netlist): CircuitProblem | null {
  const names = new Map<string, Element>();
  for (const e of netlist.elements) {
    if (names.has(e.name)) return problem('duplicate-name', e.name, `Two elements are named ${e.name}.`);
    names.set(e.name, e);
  }
  for (const e of netlist.elements) {
    const bad = badValue(e);
    if (bad) return problem('bad-value', e.name, `${e.name}: ${bad}.`);
    if ((e.kind === 'cccs' || e.kind === 'ccvs') && names.get(e.control)?.kind !== 'voltage') {
      return problem('unknown-control', e.name, `${e.name} is controlled by ${e.control}, which is no voltage source.`);
    }
  }
  return null;
}

/**
 * The first node without a path to ground, or null. At DC a capacitor is no path; a current source never is.
 * Catches the common mistake by name, before the arithmetic would only say "singular".
 */
export function findFloating(netlist: Netlist, atDc: boolean): CircuitProblem | null {
  const numbers = new Map<string, number>();
  // Sets of nodes that are tied, each node pointing towards the one that stands for its set.
  const parent: number[] = [];
  const numberOf = (n: string): number => {
    const known = numbers.get(n);
    if (known !== undefined) return known;
    numbers.set(n, parent.length);
    return parent.push(parent.length) - 1;
  };
  const root = (n: number): number => {
    let r = n;
    while (parent[r] !== r) {
      parent[r] = parent[parent[r]];
      r = parent[r];
    }
    return r;
  };
  const ground = numberOf(GROUND);
  for (const e of netlist.elements) for (const n of nodesOf(e)) numberOf(n);
  for (const e of netlist.elements) {
    for (const [a, b] of conductingPairs(e, atDc)) parent[root(numberOf(a))] = root(numberOf(b));
  }
  for (const [node, n] of numbers) {
    if (root(n) !== root(ground)) {
      return problem('floating-node', node, `Node ${node} has no path to ground${atDc ? ' for direct current' : ''}.`);
    }
  }
  return null;
}

function conductingPairs(e: Element, atDc: boolean): readonly (readonly [string, string])[] {
  switch (e.kind) {
    case 'resistor':
    case 'inductor':
      return [[e.a, e.b]];
    case 'capacitor':
      return atDc ? [] : [[e.a, e.b]];
    case 'voltage':
    case 'vcvs':
    case 'ccvs':
      return [[e.p, e.n]];
    case 'transformer':
      return [
        [e.p1, e.n1],
        [e.p2, e.n2],
      ];
    case 'amplifier':
      // Feedback sets the inputs; when nothing does, the solver says singular.
      return [
        [e.out, GROUND],
        [e.inP, e.inN],
      ];
    case 'current':
    case 'vccs':
    case 'cccs':
      return [];
  }
}

const positive = (value: number, what: string): string | null =>
  Number.isFinite(value) && value > 0 ? null : `${what} must be above zero, not ${value}`;
const finite = (value: number, what: string): string | null =>
  Number.isFinite(value) ? null : `${what} must be a number, not ${value}`;

function badValue(e: Element): string | null {
  switch (e.kind) {
    case 'resistor':
      return positive(e.ohm, 'resistance');
    case 'capacitor':
      return positive(e.farad, 'capacitance');
    case 'inductor':
      return positive(e.henry, 'inductance');
    case 'voltage':
    case 'current':
      return finite(e.dc, 'DC value') ?? finite(e.ac, 'AC value');
    case 'vcvs':
    case 'cccs':
      return finite(e.gain, 'gain');
    case 'vccs':
      return finite(e.siemens, 'transconductance');
    case 'ccvs':
      return finite(e.ohm, 'transresistance');
    case 'transformer':
      return positive(e.turns, 'turns ratio');
    case 'amplifier':
      return null;
  }
}

const problem = (kind: CircuitProblem['kind'], where: string, message: string): CircuitProblem => ({
  kind,
  where,
  message,
});

import { checkNetlist, findFloating } from './check';
import type { Complex } from './complex';
import {
  type Factors,
  factorAlong,
  NO_PIVOT,
  solveTransposed,
  solveWith,
  type Vector,
  vector,
  WEAK_ELSEWHERE,
} from './factor';
import { type CircuitProblem, type Element, fail, type Netlist, type NodeName, ok, type Result } from './netlist';
import { findOrder, type PivotOrder } from './order';
import { type Stamped, stamp } from './stamp';

/** A netlist made ready to be solved at any number of frequencies. */
export interface Circuit {
  readonly netlist: Netlist;
  /** A number that stands for a node in `squaredOhm` and `squaredVolt`: looked up once, used for every frequency. */
  handle(node: NodeName): number;
  has(node: NodeName): boolean;
  /** Factor at a frequency; 0 is DC. The ordering of the first factorisation is reused while its pivots hold. */
  at(frequencyHz: number): Result<Solvable>;
}

/** The circuit at one frequency, factored. */
export interface Solvable {
  readonly frequencyHz: number;
  /** Response to every independent source at its own DC or AC value. */
  solve(): Solution;
  /**
   * Response to the named independent sources alone, each at the amplitude given (volts or amperes); a controlled voltage source
   * takes it in series.
   */
  solveFor(amplitudes: ReadonlyMap<string, number>): Solution;
  /** Response to one ampere driven from one node into another, all sources at rest. */
  solveCurrent(from: NodeName, to: NodeName): Solution;
  /** Transfer from anywhere to the voltage between two nodes: one transposed solve serves all sources. */
  transferTo(p: NodeName, n: NodeName): Transfer;
}

export interface Solution {
  /** Squared size of `between`, by handles: for the many levels whose phase does not matter. */
  squaredVolt(p: number, n: number): number;
  /** Volts of a node against ground. Throws for a node that is not in the netlist: that is a bug of the caller. */
  voltage(node: NodeName): Complex;
  between(p: NodeName, n: NodeName): Complex;
  /** Amperes through a voltage source, inductor or controlled voltage source, from p to n inside it. */
  current(element: string): Complex;
}

export interface Transfer {
  /** Squared size of `fromCurrent`, by handles: for the many resistors whose phase does not matter. */
  squaredOhm(from: number, to: number): number;
  /** Volts at the output for one ampere driven into `to` and drawn from `from`; ohms. */
  fromCurrent(from: string, to: string): Complex;
  /** Volts at the output for one volt (or ampere) of the named source; a controlled voltage source takes it in series. */
  fromSource(name: string): Complex;
}

/**
 * Prepare a netlist for solving.
 * @returns a typed problem naming the node or element when the netlist has no single finite answer.
 * @example
 * const circuit = prepare({ elements: [{ kind: 'resistor', name: 'r', a: 'in', b: '0', ohm: 1000 }] });
 * if (circuit.ok) circuit.value.at(1000);
 */
export function prepare(netlist: Netlist): Result<Circuit> {
  const wrong = checkNetlist(netlist) ?? findFloating(netlist, false);
  if (wrong) return fail(wrong);
  return ok(prepareTrusted(netlist));
}

/** The same for a netlist that is known to be sound, or made from one that is. */
export function prepareTrusted(netlist: Netlist): Circuit {
  let floating: CircuitProblem | null | undefined;
  return circuitOf(netlist, stamp(netlist), () => {
    if (floating === undefined) floating = findFloating(netlist, true);
    return floating;
  });
}

/** Whichever is asked for first, DC or audio, finds an order; the other takes it over where its pivots hold there too. */
interface Orders {
  readonly dc: PivotOrder | null;
  readonly audio: PivotOrder | null;
}
const NO_ORDERS: Orders = { dc: null, audio: null };

function circuitOf(netlist: Netlist, stamped: Stamped, floatingAtDc: () => CircuitProblem | null): Circuit {
  const elements = new Map(netlist.elements.map((e) => [e.name, e]));
  let orders = NO_ORDERS;
  // An order of one's own may be as weak as the arithmetic bears; one taken over must hold clearly.
  const found: { dc: boolean; audio: boolean } = { dc: false, audio: false };

  const factor = (frequencyHz: number): Result<Factors> => {
    const omega = 2 * Math.PI * frequencyHz;
    const [here, there] = frequencyHz === 0 ? (['dc', 'audio'] as const) : (['audio', 'dc'] as const);
    if (here === 'dc') {
      const floating = floatingAtDc();
      if (floating) return fail(floating);
    }
    const reused =
      (orders[here] && factorAlong(stamped, orders[here], omega, found[here] ? NO_PIVOT : WEAK_ELSEWHERE)) ??
      (orders[there] && factorAlong(stamped, orders[there], omega, WEAK_ELSEWHERE));
    if (reused) return ok(reused);
    const order = findOrder(stamped, omega);
    if ('undetermined' in order) return fail(singular(stamped, order.undetermined));
    orders = { ...orders, [here]: order };
    found[here] = true;
    const fresh = factorAlong(stamped, order, omega);
    return fresh ? ok(fresh) : fail(singular(stamped, order.colAt[order.colAt.length - 1]));
  };

  return {
    netlist,
    handle: (node) => indexIn(stamped, node),
    has: (node) => stamped.nodeIndex.has(node),
    at(frequencyHz) {
      const factored = factor(frequencyHz);
      return factored.ok ? ok(solvable(stamped, elements, factored.value, frequencyHz)) : factored;
    },
  };
}

function singular(stamped: Stamped, unknown: number): CircuitProblem {
  const where = stamped.unknowns[unknown];
  return { kind: 'singular', where, message: `The circuit has no single answer at ${where}.` };
}

function indexIn(stamped: Stamped, node: NodeName): number {
  const i = stamped.nodeIndex.get(node);
  if (i === undefined) throw new Error(`no node ${node} in the netlist`);
  return i;
}

function solvable(
  stamped: Stamped,
  elements: ReadonlyMap<string, Element>,
  factors: Factors,
  frequencyHz: number,
): Solvable {
  const index = (node: NodeName) => indexIn(stamped, node);
  const drive = (rhs: Vector, e: Element, amplitude: number) => {
    if (e.kind === 'voltage' || e.kind === 'ccvs') rhs.re[stamped.branchIndex.get(e.name)!] += amplitude;
    if (e.kind === 'current') {
      const p = index(e.p);
      const n = index(e.n);
      if (p >= 0) rhs.re[p] -= amplitude;
      if (n >= 0) rhs.re[n] += amplitude;
    }
  };
  const respond = (rhs: Vector): Solution => {
    const x = solveWith(factors, rhs);
    const voltage = (node: NodeName): Complex => {
      const i = index(node);
      return i < 0 ? { re: 0, im: 0 } : { re: x.re[i], im: x.im[i] };
    };
    return {
      voltage,
      squaredVolt(p, n) {
        const re = (p < 0 ? 0 : x.re[p]) - (n < 0 ? 0 : x.re[n]);
        const im = (p < 0 ? 0 : x.im[p]) - (n < 0 ? 0 : x.im[n]);
        return re * re + im * im;
      },
      between(p, n) {
        const a = voltage(p);
        const b = voltage(n);
        return { re: a.re - b.re, im: a.im - b.im };
      },
      current(element) {
        const k = stamped.branchIndex.get(element);
        if (k === undefined) throw new Error(`no branch current is computed for ${element}`);
        return { re: x.re[k], im: x.im[k] };
      },
    };
  };
  return {
    frequencyHz,
    solve() {
      const rhs = vector(stamped.size);
      for (const e of elements.values()) {
        if (e.kind === 'voltage' || e.kind === 'current') drive(rhs, e, frequencyHz > 0 ? e.ac : e.dc);
      }
      return respond(rhs);
    },
    solveFor(amplitudes) {
      const rhs = vector(stamped.size);
      for (const [name, amplitude] of amplitudes) {
        const e = elements.get(name);
        if (!e) throw new Error(`no source ${name} in the netlist`);
        drive(rhs, e, amplitude);
      }
      return respond(rhs);
    },
    solveCurrent(from, to) {
      const rhs = vector(stamped.size);
      const [source, sink] = [index(from), index(to)];
      if (source >= 0) rhs.re[source] -= 1;
      if (sink >= 0) rhs.re[sink] += 1;
      return respond(rhs);
    },
    transferTo(p, n) {
      const c = vector(stamped.size);
      const ip = index(p);
      const ineg = index(n);
      if (ip >= 0) c.re[ip] += 1;
      if (ineg >= 0) c.re[ineg] -= 1;
      const z = solveTransposed(factors, c);
      const at = (i: number): Complex => (i < 0 ? { re: 0, im: 0 } : { re: z.re[i], im: z.im[i] });
      const fromCurrent = (from: string, to: string): Complex => {
        const a = at(index(to));
        const b = at(index(from));
        return { re: a.re - b.re, im: a.im - b.im };
      };
      return {
        squaredOhm(from, to) {
          const re = (to < 0 ? 0 : z.re[to]) - (from < 0 ? 0 : z.re[from]);
          const im = (to < 0 ? 0 : z.im[to]) - (from < 0 ? 0 : z.im[from]);
          return re * re + im * im;
        },
        fromCurrent,
        fromSource(name) {
          const e = elements.get(name);
          if (e?.kind === 'voltage' || e?.kind === 'vcvs') return at(stamped.branchIndex.get(name)!);
          if (e?.kind === 'current') return fromCurrent(e.p, e.n);
          throw new Error(`no source ${name} in the netlist`);
        },
      };
    },
  };
}

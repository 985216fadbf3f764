import { atKey } from '../algorithms';
import { checkNetlist, findFloating } from './check';
import { type Complex, subtract } from './complex';
import {
  type Factors,
  factorAlong,
  NO_PIVOT,
  type Sparse,
  type Spread,
  solveTransposed,
  solveWith,
  WEAK_ELSEWHERE,
} from './factor';
import { recallOrder, rememberOrder, shapeOf } from './known-orders';
import { type CircuitProblem, type Element, fail, type Netlist, type NodeName, ok, type Result } from './netlist';
import { findOrder, type PivotOrder } from './order';
import { type Stamped, stamp } from './stamp';

/** A netlist made ready to be solved at any number of frequencies. */
export interface Circuit {
  readonly netlist: Netlist;
  /** A number that stands for a node: looked up once, used for every frequency. */
  handle(node: NodeName): number;
  /** The same for where a source stands in a transfer: `to` over `from`. A controlled voltage source takes it in series. */
  handlesOf(source: string): Handles;
  has(node: NodeName): boolean;
  /** Factor at a frequency; 0 is DC. The ordering of the first factorisation is reused while its pivots hold. */
  at(frequencyHz: number): Result<Solvable>;
  /** Factor at several frequencies at once, none of them 0: a third of the time that they take one by one. */
  over(frequenciesHz: readonly number[]): Result<Sweep>;
}

export interface Handles {
  readonly from: number;
  readonly to: number;
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

/** The circuit at several frequencies, factored; bands are counted in their order. */
export interface Sweep {
  readonly frequenciesHz: readonly number[];
  at(band: number): Solvable;
  /** As `Solvable.solveFor`, the same amplitudes in every band. */
  solveFor(amplitudes: ReadonlyMap<string, number>): Swept<Solution>;
  transferTo(p: NodeName, n: NodeName): Swept<Transfer>;
}

/** Solutions or transfers of all bands of a sweep. */
export interface Swept<T> {
  at(band: number): T;
  /**
   * Sum over the bands of a weight times the squared size of what is between two handles, `to` over `from`, -1 being ground:
   * for the many levels and noises whose phase does not matter.
   */
  power(from: number, to: number, weights: Float64Array): number;
}

export interface Solution {
  /** Volts of a node against ground. Throws for a node that is not in the netlist: that is a bug of the caller. */
  voltage(node: NodeName): Complex;
  between(p: NodeName, n: NodeName): Complex;
  /** Amperes through a voltage source, inductor or controlled voltage source, from p to n inside it. */
  current(element: string): Complex;
}

export interface Transfer {
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
  const floatingAtDc = findFloating(netlist, true);
  // What direct current reaches, every other does.
  const wrong = checkNetlist(netlist) ?? (floatingAtDc && findFloating(netlist, false));
  if (wrong) return fail(wrong);
  return ok(circuitOf(netlist, stamp(netlist), () => floatingAtDc));
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

/** Some of the bands of a sweep, one after the other, that one order serves. */
type Piece = readonly number[];

function circuitOf(netlist: Netlist, stamped: Stamped, floatingAtDc: () => CircuitProblem | null): Circuit {
  const elements = new Map(netlist.elements.map((e) => [e.name, e]));
  let orders = NO_ORDERS;
  // An order of one's own may be as weak as the arithmetic bears; one taken over must hold clearly.
  const found: { dc: boolean; audio: boolean } = { dc: false, audio: false };

  /** Factors of these bands, in as few pieces as orders serve: nearly always one. */
  const factor = (omegas: Piece): Result<readonly Factors[]> => {
    const [here, there] = omegas[0] === 0 ? (['dc', 'audio'] as const) : (['audio', 'dc'] as const);
    const reused =
      (orders[here] && factorAlong(stamped, orders[here], omegas, found[here] ? NO_PIVOT : WEAK_ELSEWHERE)) ??
      (orders[there] && factorAlong(stamped, orders[there], omegas, WEAK_ELSEWHERE));
    if (reused) return ok([reused]);
    const own = (order: PivotOrder) => {
      orders = { ...orders, [here]: order };
      found[here] = true;
    };
    const shape = shapeOf(stamped, omegas[0]);
    const known = recallOrder(shape);
    const again = known && factorAlong(stamped, known.order, omegas, Math.max(NO_PIVOT, known.weakest / 1000));
    if (known && again) {
      own(known.order);
      return ok([again]);
    }
    const order = findOrder(stamped, omegas[0]);
    if ('undetermined' in order) return fail(singular(stamped, order.undetermined));
    own(order);
    const fresh = factorAlong(stamped, order, omegas);
    if (fresh) {
      rememberOrder(shape, { order, weakest: fresh.weakest });
      return ok([fresh]);
    }
    if (omegas.length === 1) return fail(singular(stamped, order.colAt[order.colAt.length - 1]));
    const half = omegas.length >> 1;
    const low = factor(omegas.slice(0, half));
    const high = low.ok ? factor(omegas.slice(half)) : low;
    return low.ok && high.ok ? ok([...low.value, ...high.value]) : high;
  };

  const over = (frequenciesHz: readonly number[]): Result<Sweep> => {
    const factored = factor(frequenciesHz.map((hz) => 2 * Math.PI * hz));
    return factored.ok ? ok(sweepOf(stamped, elements, factored.value, frequenciesHz)) : factored;
  };
  return {
    netlist,
    handle: (node) => indexIn(stamped, node),
    handlesOf: (source) => handlesIn(stamped, elements, source),
    has: (node) => stamped.nodeIndex.has(node),
    at(frequencyHz) {
      const floating = frequencyHz === 0 ? floatingAtDc() : null;
      if (floating) return fail(floating);
      const swept = over([frequencyHz]);
      return swept.ok ? ok(swept.value.at(0)) : swept;
    },
    over,
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

function handlesIn(stamped: Stamped, elements: ReadonlyMap<string, Element>, source: string): Handles {
  const e = elements.get(source);
  if (e?.kind === 'voltage' || e?.kind === 'vcvs') return { from: -1, to: atKey(stamped.branchIndex, source) };
  if (e?.kind === 'current') return { from: indexIn(stamped, e.p), to: indexIn(stamped, e.n) };
  throw new Error(`no source ${source} in the netlist`);
}

function sweepOf(
  stamped: Stamped,
  elements: ReadonlyMap<string, Element>,
  pieces: readonly Factors[],
  frequenciesHz: readonly number[],
): Sweep {
  const index = (node: NodeName) => indexIn(stamped, node);
  const drivenBy = (amplitudes: Iterable<readonly [string, number]>): Sparse => {
    const rows: number[] = [];
    const values: number[] = [];
    const add = (row: number, value: number) => {
      if (row < 0 || value === 0) return;
      rows.push(row);
      values.push(value);
    };
    for (const [name, amplitude] of amplitudes) {
      const e = elements.get(name);
      if (!e) throw new Error(`no source ${name} in the netlist`);
      if (e.kind === 'voltage' || e.kind === 'ccvs') add(atKey(stamped.branchIndex, name), amplitude);
      if (e.kind === 'current') {
        add(index(e.p), -amplitude);
        add(index(e.n), amplitude);
      }
    }
    return { rows, values };
  };
  const across = (p: number, n: number): Sparse => {
    const ends = [
      [p, 1],
      [n, -1],
    ].filter(([row]) => row >= 0);
    return { rows: ends.map(([row]) => row), values: ends.map(([, value]) => value) };
  };

  const solution = (x: Spread, band: number): Solution => {
    const at = (i: number) => entryOf(x, i, band);
    return {
      voltage: (node) => at(index(node)),
      between: (p, n) => subtract(at(index(p)), at(index(n))),
      current(element) {
        const k = stamped.branchIndex.get(element);
        if (k === undefined) throw new Error(`no branch current is computed for ${element}`);
        return at(k);
      },
    };
  };
  const transfer = (z: Spread, band: number): Transfer => {
    const between = (from: number, to: number) => subtract(entryOf(z, to, band), entryOf(z, from, band));
    return {
      fromCurrent: (from, to) => between(index(from), index(to)),
      fromSource(name) {
        const { from, to } = handlesIn(stamped, elements, name);
        return between(from, to);
      },
    };
  };
  const swept = <T>(x: Spread, view: (x: Spread, band: number) => T): Swept<T> => ({
    at: (band) => view(x, band),
    power: (from, to, weights) => powerOf(x, from, to, weights),
  });

  return {
    frequenciesHz,
    solveFor: (amplitudes) => swept(merged(pieces.map((f) => solveWith(f, drivenBy(amplitudes)))), solution),
    transferTo: (p, n) => swept(merged(pieces.map((f) => solveTransposed(f, across(index(p), index(n))))), transfer),
    at(band) {
      const { factors, within } = pieceAt(pieces, band);
      const hz = frequenciesHz[band];
      const solve = (b: Sparse) => solution(solveWith(factors, b, within, 1), 0);
      return {
        frequencyHz: hz,
        solve: () =>
          solve(
            drivenBy(
              [...elements.values()].flatMap((e) =>
                e.kind === 'voltage' || e.kind === 'current' ? [[e.name, hz > 0 ? e.ac : e.dc] as const] : [],
              ),
            ),
          ),
        solveFor: (amplitudes) => solve(drivenBy(amplitudes)),
        solveCurrent: (from, to) => solve(across(index(to), index(from))),
        transferTo: (p, n) => transfer(solveTransposed(factors, across(index(p), index(n)), within, 1), 0),
      };
    },
  };
}

function pieceAt(pieces: readonly Factors[], band: number): { readonly factors: Factors; readonly within: number } {
  let before = 0;
  for (const factors of pieces) {
    if (band < before + factors.bands) return { factors, within: band - before };
    before += factors.bands;
  }
  throw new Error(`no band ${band} in the sweep`);
}

/** Bands of several pieces as one. */
function merged(pieces: readonly Spread[]): Spread {
  if (pieces.length === 1) return pieces[0];
  const bands = pieces.reduce((sum, x) => sum + x.bands, 0);
  const size = pieces[0].place.length;
  const re = new Float64Array(size * bands);
  const im = new Float64Array(size * bands);
  let before = 0;
  for (const x of pieces) {
    for (let i = 0; i < size; i++) {
      const from = x.place[i] * x.bands;
      re.set(x.re.subarray(from, from + x.bands), i * bands + before);
      im.set(x.im.subarray(from, from + x.bands), i * bands + before);
    }
    before += x.bands;
  }
  return { bands, place: Int32Array.from({ length: size }, (_, i) => i), re, im };
}

function entryOf({ place, re, im, bands }: Spread, unknown: number, band: number): Complex {
  if (unknown < 0) return { re: 0, im: 0 };
  const at = place[unknown] * bands + band;
  return { re: re[at], im: im[at] };
}

function powerOf({ place, re, im, bands }: Spread, from: number, to: number, weights: Float64Array): number {
  const f = from < 0 ? -1 : place[from] * bands;
  const t = to < 0 ? -1 : place[to] * bands;
  let sum = 0;
  for (let b = 0; b < bands; b++) {
    const dRe = (t < 0 ? 0 : re[t + b]) - (f < 0 ? 0 : re[f + b]);
    const dIm = (t < 0 ? 0 : im[t + b]) - (f < 0 ? 0 : im[f + b]);
    sum += weights[b] * (dRe * dRe + dIm * dIm);
  }
  return sum;
}

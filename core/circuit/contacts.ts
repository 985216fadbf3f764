import { type CircuitProblem, fail, type Netlist, type NodeName, ok, type Result } from './netlist';
import { prepareTrusted, type Solution } from './solver';

/** The steady state of a netlist some of whose resistors are contacts that can be opened. */
export interface Contacts {
  has(node: NodeName): boolean;
  /** With these of its contacts open and all others shut. */
  opened(names: readonly string[]): Opened;
}

export interface Opened {
  /** Steady volts of p over n. */
  volt(p: NodeName, n: NodeName): number;
  /** What a meter would find between them with all sources at rest, ohms (Thevenin). */
  ohm(p: NodeName, n: NodeName): number;
}

/**
 * Factor once at direct current, then open contacts at the price of a few solves. The current of each contact is an unknown of
 * its own; opening some is putting in series with each the voltage that takes its current away, found from their mutual
 * conductances (compensation theorem, as in Desoer and Kuh, "Basic Circuit Theory"). Nothing cancels: no conductance is taken
 * off a far larger one.
 * @param names of resistors of the netlist
 * @returns a problem where the whole has no steady state
 * @throws where a name opened later is none of these
 */
export function openable(netlist: Netlist, names: ReadonlySet<string>): Result<Contacts, CircuitProblem> {
  const elements = netlist.elements.map((e) =>
    e.kind === 'resistor' && names.has(e.name)
      ? ({ kind: 'ccvs', name: e.name, p: e.a, n: e.b, control: e.name, ohm: e.ohm } as const)
      : e,
  );
  const circuit = prepareTrusted({ ...netlist, elements });
  const dc = circuit.at(0);
  if (!dc.ok) return fail(dc.problem);
  const at = dc.value;
  const steady = at.solve();
  return ok({
    has: circuit.has,
    opened(open) {
      const pushes = open.map((name) => at.solveFor(new Map([[name, 1]])));
      const currents = (s: Solution) => open.map((name) => s.current(name).re);
      const columns = pushes.map(currents);
      const conductances = open.map((_, row) => columns.map((column) => column[row]));
      /** Volts of p over n in a state in which no current is left in what is open. */
      const without = (state: Solution) => {
        const series = solveSmall(
          conductances,
          currents(state).map((i) => -i),
        );
        return (p: NodeName, n: NodeName) =>
          series.reduce((sum, volt, k) => sum + volt * pushes[k].between(p, n).re, state.between(p, n).re);
      };
      return { volt: without(steady), ohm: (p, n) => without(at.solveCurrent(n, p))(p, n) };
    },
  });
}

/** x with A x = b, by elimination with the largest pivot of each column: for the handful of contacts of one joint. */
function solveSmall(a: readonly (readonly number[])[], b: readonly number[]): readonly number[] {
  const rows = a.map((row, i) => [...row, b[i]]);
  const n = rows.length;
  for (let p = 0; p < n; p++) {
    const best = rows.slice(p).reduce((at, row, i) => (Math.abs(row[p]) > Math.abs(rows[at][p]) ? p + i : at), p);
    [rows[p], rows[best]] = [rows[best], rows[p]];
    for (const row of rows.slice(p + 1)) {
      const factor = row[p] / rows[p][p];
      for (let c = p; c <= n; c++) row[c] -= factor * rows[p][c];
    }
  }
  const x = new Array<number>(n).fill(0);
  for (let p = n - 1; p >= 0; p--) {
    const known = x.reduce((sum, value, c) => (c > p ? sum + value * rows[p][c] : sum), 0);
    x[p] = (rows[p][n] - known) / rows[p][p];
  }
  return x;
}

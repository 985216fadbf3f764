import type { Circuit, Result, Solution } from '../circuit';
import { type Capsule, type Compiled, contactNode } from '../compile';
import type { Touch } from '../connectors';

/** The steady state: what every bias and supply makes of the whole netlist before any sound. */
export interface OperatingPoint {
  readonly solution: Solution;
  /** Volts a capsule has of what it needs, by capsule key; a capsule with no needs is not in here. */
  readonly biasVolt: ReadonlyMap<Capsule, number>;
}

export function operatingPoint(compiled: Compiled, circuit: Circuit): Result<OperatingPoint> {
  const dc = circuit.at(0);
  if (!dc.ok) return dc;
  const solution = dc.value.solve();
  const biasVolt = new Map<Capsule, number>();
  for (const capsule of compiled.capsules) {
    // Signed: a transistor biased backwards does not work.
    if (capsule.needs) biasVolt.set(capsule, solution.between(capsule.needs.p, capsule.needs.n).re);
  }
  return { ok: true, value: { solution, biasVolt } };
}

/** Does the capsule have what it needs to work? */
export const isAlive = (op: OperatingPoint, capsule: Capsule): boolean =>
  !capsule.needs || (op.biasVolt.get(capsule) ?? 0) >= capsule.needs.minVolt;

/** The nodes of a joint's two sides at one touch. */
export function touchNodes(
  joint: Compiled['joints'][number],
  touch: Touch,
): { readonly plug: string; readonly socket: string } {
  const { a, b, mating } = joint;
  const [plug, socket] = mating.fits && mating.plugIs === 'b' ? [b, a] : [a, b];
  return {
    plug: contactNode(plug.part.id, plug.port.id, touch.plug),
    socket: contactNode(socket.part.id, socket.port.id, touch.socket),
  };
}

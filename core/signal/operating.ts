import type { Circuit, Result, Solution } from '../circuit';
import { type Capsule, type Compiled, contactNode, type Stage } from '../compile';
import type { Touch } from '../connectors';

/** The steady state: what every bias and supply makes of the whole netlist before any sound. */
export interface OperatingPoint {
  readonly solution: Solution;
  /** Volts that each microphone and amplifier with needs has of them. */
  readonly biasVolt: ReadonlyMap<Capsule | Stage, number>;
  /** Parts that nothing feeds. */
  readonly unfed: ReadonlySet<string>;
}

export function operatingPoint(compiled: Compiled, circuit: Circuit): Result<OperatingPoint> {
  const dc = circuit.at(0);
  if (!dc.ok) return dc;
  const solution = dc.value.solve();
  const biasVolt = new Map<Capsule | Stage, number>();
  for (const fed of [...compiled.capsules, ...compiled.stages]) {
    // Signed: a transistor biased backwards does not work.
    if (fed.needs) biasVolt.set(fed, solution.between(fed.needs.p, fed.needs.n).re);
  }
  return { ok: true, value: { solution, biasVolt, unfed: compiled.unfed } };
}

/** Does the microphone or amplifier have what it needs to work? */
export const isAlive = (op: OperatingPoint, fed: Capsule | Stage): boolean =>
  !op.unfed.has(fed.part) && (!fed.needs || (op.biasVolt.get(fed) ?? 0) >= fed.needs.minVolt);

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

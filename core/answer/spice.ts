import { type CircuitProblem, ok, prepare, type Result, writeSpice } from '../circuit';
import { compile } from '../compile';
import type { Catalogue, Setup } from '../model';
import { operatingPoint, THIRD_OCTAVES_HZ, voicedNetlist } from '../signal';

/**
 * The circuit of a setup as a deck for `ngspice -b`, its microphones driven by their voices, and which node of it is which
 * contact.
 * @returns the circuit's problem when a class of the catalogue is wrong in itself
 */
export function spiceAnswer(
  setup: Setup,
  catalogue: Catalogue,
): Result<
  { readonly setup: string; readonly nodes: Readonly<Record<string, number>>; readonly deck: string },
  CircuitProblem
> {
  const compiled = compile(setup, catalogue);
  const circuit = prepare(compiled.netlist);
  const op = circuit.ok ? operatingPoint(compiled, circuit.value) : circuit;
  if (!op.ok) return op;
  const { text, nodeNumber } = writeSpice(voicedNetlist(compiled, op.value), { frequenciesHz: THIRD_OCTAVES_HZ });
  return ok({ setup: setup.id, nodes: Object.fromEntries(nodeNumber), deck: text });
}

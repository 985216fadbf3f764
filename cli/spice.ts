import { catalogue } from '@/catalogue';
import { prepare, writeSpice } from '@/core/circuit';
import { compile } from '@/core/compile';
import type { Setup } from '@/core/model';
import { operatingPoint, THIRD_OCTAVES_HZ, voicedNetlist } from '@/core/signal';
import { BAD_INPUT, PASSED, printable } from './outcome';

/**
 * `symplex spice`: the deck of a setup, ready for `ngspice -b`, its microphones driven by their voices; with --json also
 * which node of it is which contact.
 */
export function spiceCommand(setup: Setup, json: boolean): number {
  const compiled = compile(setup, catalogue);
  const circuit = prepare(compiled.netlist);
  const op = circuit.ok ? operatingPoint(compiled, circuit.value) : circuit;
  if (!op.ok) {
    process.stderr.write(`symplex: ${printable(op.problem.message)} A value of that part cannot be right.\n`);
    return BAD_INPUT;
  }
  const { text, nodeNumber } = writeSpice(voicedNetlist(compiled, op.value), { frequenciesHz: THIRD_OCTAVES_HZ });
  const nodes = Object.fromEntries(nodeNumber);
  process.stdout.write(json ? `${JSON.stringify({ setup: setup.id, nodes, deck: text }, null, 2)}\n` : text);
  return PASSED;
}

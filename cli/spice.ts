import { catalogue } from '@/catalogue';
import { writeSpice } from '@/core/circuit';
import { compile } from '@/core/compile';
import type { Setup } from '@/core/model';
import { THIRD_OCTAVES_HZ } from '@/core/signal';
import { PASSED } from './outcome';

/** `symplex spice`: the deck of a setup, ready for `ngspice -b`. */
export function spiceCommand(setup: Setup): number {
  const { netlist } = compile(setup, catalogue);
  process.stdout.write(writeSpice(netlist, { frequenciesHz: THIRD_OCTAVES_HZ }).text);
  return PASSED;
}

import { expect } from 'vitest';
import { magnitude, type Netlist, phaseDeg, prepare, subtract } from '@/core/circuit';
import { runNgspice } from './ngspice';

/** The bars of the product: 0.1 mV at DC, 0.01 dB and 0.1 degree at audio frequencies. */
const DC_VOLT = 1e-4;
const LEVEL_DB = 0.01;
const PHASE_DEG = 0.1;
/** Below this share of the largest voltage in the circuit, a voltage is rounding of either program. */
const ROUNDING = 1e-9;

/**
 * Check every node of a netlist against ngspice; returns how many voltages were compared.
 * @param lastDigits share of the largest voltage in the circuit by which the two may always differ; 0 unless given.
 */
export function expectLikeNgspice(netlist: Netlist, frequenciesHz: readonly number[], lastDigits = 0): number {
  const circuit = prepare(netlist);
  if (!circuit.ok) throw new Error(circuit.problem.message);
  const spice = runNgspice(netlist, frequenciesHz);
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
    const largest = Math.max(...[...spice.ac[i].values()].map(magnitude));
    for (const [node, theirs] of spice.ac[i]) {
      if (!isNetlistNode(netlist, node) || magnitude(theirs) <= ROUNDING * largest) continue;
      const ours = solution.voltage(node);
      compared += 1;
      if (magnitude(subtract(ours, theirs)) <= lastDigits * largest) continue;
      const db = 20 * Math.log10(magnitude(ours) / magnitude(theirs));
      const turn = Math.abs(((phaseDeg(ours) - phaseDeg(theirs) + 540) % 360) - 180);
      expect(Math.abs(db), `level at ${node}, ${hz} Hz`).toBeLessThanOrEqual(LEVEL_DB);
      expect(turn, `phase at ${node}, ${hz} Hz`).toBeLessThanOrEqual(PHASE_DEG);
    }
  });
  return compared;
}

/** The deck has helper nodes of its own (inside transformers); only ours are compared. */
const isNetlistNode = (netlist: Netlist, node: string) =>
  node !== '0' && !netlist.elements.some((e) => `${e.name} primary` === node);

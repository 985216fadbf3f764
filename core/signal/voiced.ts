import { byId } from '../algorithms';
import type { Netlist } from '../circuit';
import type { Compiled } from '../compile';
import { heardSpl, pascal } from './level';
import { isAlive, type OperatingPoint } from './operating';

/**
 * The netlist with every placed microphone driven at the average level of its voices, as a steady tone at each frequency:
 * what another program must solve to find the levels that we tell. Microphones without their voltage stay silent.
 */
export function voicedNetlist(compiled: Compiled, op: OperatingPoint): Netlist {
  const amplitudes = new Map<string, number>();
  for (const placement of compiled.setup.placements) {
    const { source, part } = placement;
    const voice = byId(compiled.setup.job.sources, source);
    for (const capsule of compiled.capsules) {
      if (capsule.part !== part || !isAlive(op, capsule)) continue;
      const amplitude = pascal(heardSpl(voice, placement, capsule)) * capsule.perPascal;
      amplitudes.set(capsule.source, (amplitudes.get(capsule.source) ?? 0) + amplitude);
    }
  }
  const elements = compiled.netlist.elements.map((e) => {
    const ac = amplitudes.get(e.name);
    return ac !== undefined && (e.kind === 'voltage' || e.kind === 'current') ? { ...e, ac } : e;
  });
  return { ...compiled.netlist, elements };
}

import type { Netlist } from '@/core/circuit';

/** Sources of sound rest at 0 in a compiled setup; here each is driven, so that there is something to compare. */
export const driven = (netlist: Netlist): Netlist => ({
  ...netlist,
  elements: netlist.elements.map((e, i) =>
    (e.kind === 'voltage' || e.kind === 'current') && /\.(sound|play)$/.test(e.name)
      ? { ...e, ac: (e.kind === 'voltage' ? 0.01 : 1e-5) * (1 + (i % 7)) }
      : e,
  ),
});

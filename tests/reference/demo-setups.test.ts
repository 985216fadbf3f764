import { expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import type { Netlist } from '@/core/circuit';
import { compile } from '@/core/compile';
import { THIRD_OCTAVES_HZ } from '@/core/signal';
import { demoSetups } from '@/demo';
import { expectLikeNgspice } from './compare';

/** Sources of sound rest at 0 in a compiled setup; here each is driven, so that there is something to compare. */
const driven = (netlist: Netlist): Netlist => ({
  ...netlist,
  elements: netlist.elements.map((e, i) =>
    (e.kind === 'voltage' || e.kind === 'current') && /\.(sound|play)$/.test(e.name)
      ? { ...e, ac: (e.kind === 'voltage' ? 0.01 : 1e-5) * (1 + (i % 7)) }
      : e,
  ),
});

test.each(demoSetups.map((s) => [s.id, s] as const))(
  '%s agrees with ngspice at every node, DC and all 31 third octaves',
  (_, setup) => {
    const { netlist } = compile(setup, catalogue);
    const compared = expectLikeNgspice(driven(netlist), THIRD_OCTAVES_HZ);
    expect(compared).toBeGreaterThanOrEqual(200);
  },
);

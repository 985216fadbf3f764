import { expect, test } from 'vitest';
import { compile } from '@/core/compile';
import { THIRD_OCTAVES_HZ } from '@/core/signal';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { driven } from '../support/driven';
import { expectLikeNgspice } from './compare';

test.each(demoSetups.map((s) => [s.id, s] as const))(
  '%s agrees with ngspice at every node, DC and all 31 third octaves',
  (_, setup) => {
    const { netlist } = compile(setup, catalogue);
    const compared = expectLikeNgspice(driven(netlist), THIRD_OCTAVES_HZ);
    expect(compared).toBeGreaterThanOrEqual(200);
  },
);

import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { Element, Netlist } from '@/core/circuit';
import { prepare } from '@/core/circuit';
import { expectLikeNgspice } from './compare';

// Oracle: ngspice (Debian), on circuits nobody chose. Fixed seed, so a failure can be repeated.

const logUniform = (lowExponent: number, highExponent: number) =>
  fc.double({ min: lowExponent, max: highExponent, noNaN: true }).map((x) => 10 ** x);

const gain = fc.double({ min: -3, max: 3, noNaN: true }).filter((g) => Math.abs(g) > 0.01);

/** A tree of resistors gives every node a path to ground; the rest is thrown in anywhere. */
const randomNetlist: fc.Arbitrary<Netlist> = fc.integer({ min: 2, max: 14 }).chain((size) => {
  const node = fc.integer({ min: 0, max: size }).map(String);
  const pair = fc.tuple(node, node).filter(([a, b]) => a !== b);
  const tree = fc.tuple(
    ...Array.from({ length: size }, (_, i) => fc.tuple(fc.integer({ min: 0, max: i }), logUniform(0, 6))),
  );
  const extra = fc.oneof(
    { weight: 3, arbitrary: fc.record({ kind: fc.constant('resistor' as const), at: pair, x: logUniform(-1, 6) }) },
    { weight: 3, arbitrary: fc.record({ kind: fc.constant('capacitor' as const), at: pair, x: logUniform(-11, -5) }) },
    { weight: 2, arbitrary: fc.record({ kind: fc.constant('inductor' as const), at: pair, x: logUniform(-4, 1) }) },
    { weight: 2, arbitrary: fc.record({ kind: fc.constant('current' as const), at: pair, x: gain }) },
    { weight: 2, arbitrary: fc.record({ kind: fc.constant('vccs' as const), at: pair, by: pair, x: gain }) },
    { weight: 1, arbitrary: fc.record({ kind: fc.constant('vcvs' as const), at: pair, by: pair, x: gain }) },
    { weight: 1, arbitrary: fc.record({ kind: fc.constant('cccs' as const), at: pair, x: gain }) },
    { weight: 1, arbitrary: fc.record({ kind: fc.constant('ccvs' as const), at: pair, x: logUniform(0, 3) }) },
    {
      weight: 1,
      arbitrary: fc.record({ kind: fc.constant('transformer' as const), at: pair, by: pair, x: logUniform(-1, 1.2) }),
    },
    {
      weight: 1,
      arbitrary: fc.record({ kind: fc.constant('amplifier' as const), at: pair, by: pair, x: logUniform(2, 5) }),
    },
  );
  return fc.tuple(tree, fc.array(extra, { minLength: 1, maxLength: 12 })).map(([branches, extras]) => {
    const elements: Element[] = [{ kind: 'voltage', name: 'drive', p: 'in', n: '0', dc: 1, ac: 1 }];
    elements.push({ kind: 'resistor', name: 'feed', a: 'in', b: '1', ohm: 150 });
    branches.forEach(([to, ohm], i) => {
      elements.push({ kind: 'resistor', name: `t${i}`, a: String(i + 1), b: String(to), ohm });
    });
    extras.forEach((e, i) => {
      elements.push(...realise(e, `x${i}`));
    });
    return { title: 'random', elements };
  });
});

interface Extra {
  readonly kind: Exclude<Element['kind'], 'voltage'>;
  readonly at: [string, string];
  readonly by?: [string, string];
  readonly x: number;
}

/** Sources of voltage get a resistor in series, so that two of them across one pair do not contradict. */
function realise({ kind, at: [a, b], by = ['0', '0'], x }: Extra, name: string): Element[] {
  const inner = `${name}i`;
  const series: Element = { kind: 'resistor', name: `${name}r`, a: inner, b: a, ohm: 47 };
  switch (kind) {
    case 'resistor':
      return [{ kind, name, a, b, ohm: x }];
    case 'capacitor':
      return [{ kind, name, a, b, farad: x }];
    case 'inductor':
      return [series, { kind, name, a: inner, b, henry: x }];
    case 'current':
      return [{ kind, name, p: a, n: b, dc: x / 1000, ac: x / 1000 }];
    case 'vccs':
      return [{ kind, name, p: a, n: b, cp: by[0], cn: by[1], siemens: x / 1e5 }];
    case 'vcvs':
      return [series, { kind, name, p: inner, n: b, cp: by[0], cn: by[1], gain: x }];
    case 'cccs':
      return [{ kind, name, p: a, n: b, control: 'drive', gain: x / 10 }];
    case 'ccvs':
      return [series, { kind, name, p: inner, n: b, control: 'drive', ohm: x }];
    case 'transformer':
      return [
        series,
        { kind, name, p1: inner, n1: b, p2: by[0], n2: `${name}s`, turns: x },
        { kind: 'resistor', name: `${name}q`, a: `${name}s`, b: by[1], ohm: 600 },
      ];
    case 'amplifier':
      // Inverting stage: feedback gives it one answer wherever its input hangs.
      return [
        { kind: 'resistor', name: `${name}g`, a, b: `${name}m`, ohm: 1e4 },
        { kind: 'resistor', name: `${name}f`, a: `${name}m`, b: `${name}o`, ohm: x },
        { kind, name, inP: b, inN: `${name}m`, out: `${name}o` },
      ];
  }
}

/** Active feedback can make a random circuit nearly singular; then rounding, not either solver, decides. */
function wellConditioned(netlist: Netlist, hz: readonly number[]): boolean {
  const nudged = {
    ...netlist,
    elements: netlist.elements.map((e) => (e.kind === 'resistor' ? { ...e, ohm: e.ohm * (1 + 1e-9) } : e)),
  };
  const a = prepare(netlist);
  const b = prepare(nudged);
  if (!a.ok || !b.ok) return false;
  return [0, ...hz].every((f) => {
    const x = a.value.at(f);
    const y = b.value.at(f);
    if (!x.ok || !y.ok) return false;
    const u = x.value.solve().voltage('1');
    const v = y.value.solve().voltage('1');
    return Math.hypot(u.re, u.im) < 1e4 && Math.hypot(u.re - v.re, u.im - v.im) <= 1e-6 * Math.hypot(u.re, u.im);
  });
}

test('250 random circuits agree with ngspice at DC and three frequencies', () => {
  const hz = [20, 1000, 20_000];
  let circuits = 0;
  let voltages = 0;
  fc.assert(
    fc.property(randomNetlist, (netlist) => {
      fc.pre(wellConditioned(netlist, hz));
      voltages += expectLikeNgspice(netlist, hz);
      circuits += 1;
    }),
    { seed: 20261123, numRuns: 250, endOnFailure: true },
  );
  expect(circuits).toBeGreaterThanOrEqual(200);
  expect(voltages).toBeGreaterThan(5000);
});

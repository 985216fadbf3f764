import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { type Element, magnitude, type Netlist, phaseDeg, prepare } from './index';

const netlist = (...elements: Element[]): Netlist => ({ title: 'test', elements });
const solved = (n: Netlist, hz: number) => {
  const circuit = prepare(n);
  if (!circuit.ok) throw new Error(circuit.problem.message);
  const at = circuit.value.at(hz);
  if (!at.ok) throw new Error(at.problem.message);
  return at.value;
};
const drive: Element = { kind: 'voltage', name: 'v', p: 'a', n: '0', dc: 1, ac: 1 };

describe('the solver', () => {
  test('RC low pass: -3.01 dB and -45 degrees at 1/(2 pi R C) (handbook)', () => {
    const hz = 1 / (2 * Math.PI * 1000 * 1e-7);
    const out = solved(
      netlist(
        drive,
        { kind: 'resistor', name: 'r', a: 'a', b: 'b', ohm: 1000 },
        { kind: 'capacitor', name: 'c', a: 'b', b: '0', farad: 1e-7 },
      ),
      hz,
    )
      .solve()
      .voltage('b');
    expect(20 * Math.log10(magnitude(out))).toBeCloseTo(-10 * Math.log10(2), 9);
    expect(phaseDeg(out)).toBeCloseTo(-45, 9);
  });

  test('a 12:1 transformer steps 1 V down to 1/12 V and 150 ohm up to 144 times that (handbook)', () => {
    const s = solved(
      netlist(
        drive,
        { kind: 'transformer', name: 't', p1: 'a', n1: '0', p2: 's', n2: '0', turns: 12 },
        { kind: 'resistor', name: 'load', a: 's', b: '0', ohm: 150 },
      ),
      1000,
    ).solve();
    expect(s.voltage('s').re).toBeCloseTo(1 / 12, 12);
    expect(1 / -s.current('v').re).toBeCloseTo(150 * 144, 6);
  });

  test('the transposed solve gives the same transfer as solving for each source (reciprocity of the algebra)', () => {
    const ohms = fc.array(fc.double({ min: 1, max: 1e5, noNaN: true }), { minLength: 6, maxLength: 6 });
    fc.assert(
      fc.property(ohms, ([r1, r2, r3, r4, r5, gm]) => {
        const at = solved(
          netlist(
            drive,
            { kind: 'resistor', name: 'r1', a: 'a', b: 'b', ohm: r1 },
            { kind: 'resistor', name: 'r2', a: 'b', b: '0', ohm: r2 },
            { kind: 'vcvs', name: 'e', p: 'c', n: '0', cp: 'b', cn: '0', gain: gm / 1e4 },
            { kind: 'resistor', name: 'r3', a: 'c', b: 'd', ohm: r3 },
            { kind: 'capacitor', name: 'c1', a: 'd', b: '0', farad: 1e-8 },
            { kind: 'resistor', name: 'r4', a: 'd', b: 'b', ohm: r4 },
            { kind: 'inductor', name: 'l', a: 'd', b: 'f', henry: 0.01 },
            { kind: 'resistor', name: 'r5', a: 'f', b: '0', ohm: r5 },
            { kind: 'current', name: 'i', p: '0', n: 'd', dc: 0, ac: 0 },
          ),
          3150,
        );
        const transfer = at.transferTo('f', 'b');
        for (const name of ['v', 'i']) {
          const direct = at.solveFor(new Map([[name, 1]])).between('f', 'b');
          const adjoint = transfer.fromSource(name);
          const size = magnitude(direct);
          expect(Math.hypot(direct.re - adjoint.re, direct.im - adjoint.im)).toBeLessThanOrEqual(1e-9 * size + 1e-15);
        }
      }),
      { seed: 7, numRuns: 50 },
    );
  });
});

describe('a sweep', () => {
  const hz = [20, 440, 1000, 3150, 20_000];
  const near = (x: { re: number; im: number }, y: { re: number; im: number }, scale: number) =>
    expect(Math.hypot(x.re - y.re, x.im - y.im)).toBeLessThanOrEqual(1e-8 * scale + 1e-12);
  /** Coils, capacitors and resistors between any nodes, alike at one of the frequencies: pivots that hold elsewhere fail there. */
  const parts = fc.array(fc.tuple(fc.nat(2), fc.nat(4), fc.nat(4), fc.constantFrom(0.5, 1, 2)), {
    minLength: 3,
    maxLength: 9,
  });

  test('gives in each of its bands what the circuit gives at that frequency alone, resonances among them', () => {
    let compared = 0;
    fc.assert(
      fc.property(parts, fc.nat(hz.length - 1), (drawn, resonant) => {
        const omega = 2 * Math.PI * hz[resonant];
        const n = netlist(
          drive,
          { kind: 'current', name: 'i', p: '0', n: 'b', dc: 0, ac: 0 },
          { kind: 'vcvs', name: 'e', p: 'd', n: '0', cp: 'b', cn: '0', gain: 3 },
          ...drawn.flatMap(([kind, from, to, x], k): Element[] => {
            const [a, b] = [from, to].map((node) => '0abcd'[node]);
            if (a === b) return [];
            if (kind === 0) return [{ kind: 'inductor', name: `l${k}`, a, b, henry: x / omega }];
            if (kind === 1) return [{ kind: 'capacitor', name: `c${k}`, a, b, farad: x / omega }];
            return [{ kind: 'resistor', name: `r${k}`, a, b, ohm: x }];
          }),
        );
        const circuit = prepare(n);
        if (!circuit.ok) return;
        const { over, handle, handlesOf } = circuit.value;
        const alone = hz.map((f) => {
          const fresh = prepare(n);
          return fresh.ok ? fresh.value.at(f) : fresh;
        });
        const sweep = over(hz);
        expect(sweep.ok).toBe(alone.every((a) => a.ok));
        if (!sweep.ok) return;
        const swept = sweep.value.solveFor(new Map([['v', 2]]));
        const transfers = sweep.value.transferTo('b', 'd');
        const weights = Float64Array.from(hz, (_, i) => i + 1);
        let [power, noise] = [0, 0];
        alone.forEach((a, band) => {
          if (!a.ok) return;
          const solution = a.value.solveFor(new Map([['v', 2]]));
          const scale = 1 + magnitude(solution.voltage('b')) + magnitude(solution.voltage('d'));
          for (const node of ['a', 'b', 'd']) near(swept.at(band).voltage(node), solution.voltage(node), scale);
          near(sweep.value.at(band).solve().voltage('d'), a.value.solve().voltage('d'), scale);
          const transfer = a.value.transferTo('b', 'd').fromSource('i');
          const size = 1 + magnitude(transfer);
          near(transfers.at(band).fromSource('i'), transfer, size);
          near(sweep.value.at(band).transferTo('b', 'd').fromSource('i'), transfer, size);
          power += weights[band] * magnitude(solution.between('a', 'b')) ** 2;
          noise += weights[band] * magnitude(transfer) ** 2;
        });
        const { from, to } = handlesOf('i');
        const close = (x: number, y: number) => expect(Math.abs(x - y)).toBeLessThanOrEqual(1e-7 * (1 + y));
        close(swept.power(handle('b'), handle('a'), weights), power);
        close(transfers.power(from, to, weights), noise);
        compared += 1;
      }),
      { seed: 11, numRuns: 1500 },
    );
    expect(compared).toBeGreaterThan(200);
  });
});

describe('circuits without an answer are refused by name, never NaN', () => {
  const cases: [string, Netlist, string, string][] = [
    ['a node that hangs on nothing', netlist(drive, r('x', 'y')), 'floating-node', 'x'],
    ['a resistor of no ohms', netlist(drive, { ...r('a', '0'), ohm: 0 }), 'bad-value', 'r a 0'],
    ['not a number', netlist({ ...drive, dc: Number.NaN } as Element), 'bad-value', 'v'],
    ['two of a name', netlist(drive, drive), 'duplicate-name', 'v'],
    [
      'a control that is not there',
      netlist(drive, { kind: 'cccs', name: 'f', p: 'a', n: '0', control: 'q', gain: 1 }),
      'unknown-control',
      'f',
    ],
  ];
  test.each(cases)('%s', (_, n, kind, where) => {
    expect(prepare(n)).toMatchObject({ ok: false, problem: { kind, where } });
  });

  test('a node behind a capacitor floats at DC only', () => {
    const n = netlist(drive, { kind: 'capacitor', name: 'c', a: 'a', b: 'b', farad: 1e-6 }, { ...r('b', 'c') });
    const circuit = prepare(n);
    if (!circuit.ok) throw new Error('should prepare');
    expect(circuit.value.at(0)).toMatchObject({ ok: false, problem: { kind: 'floating-node', where: 'b' } });
    expect(circuit.value.at(1000).ok).toBe(true);
  });

  test('two voltage sources that contradict are singular', () => {
    const circuit = prepare(netlist(drive, { ...drive, name: 'w', dc: 2 } as Element, r('a', '0')));
    if (!circuit.ok) throw new Error('should prepare');
    expect(circuit.value.at(0)).toMatchObject({ ok: false, problem: { kind: 'singular' } });
  });
});

function r(a: string, b: string): Element & { kind: 'resistor' } {
  return { kind: 'resistor', name: `r ${a} ${b}`, a, b, ohm: 100 };
}

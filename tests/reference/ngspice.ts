import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Complex, Netlist } from '@/core/circuit';
import { writeSpice } from '@/core/circuit';

/** Node voltages as ngspice finds them: first the operating point, then one map for each frequency. */
export interface SpiceRun {
  readonly dc: ReadonlyMap<string, number>;
  readonly ac: readonly ReadonlyMap<string, Complex>[];
}

/** Solve a netlist with Debian's ngspice, from the very deck that the product writes. */
export function runNgspice(netlist: Netlist, frequenciesHz: readonly number[]): SpiceRun {
  const deck = writeSpice(netlist, { frequenciesHz });
  const output = ngspiceBatch(deck.text);
  const nameOf = new Map([...deck.nodeNumber].map(([name, k]) => [k, name]));
  const count = deck.nodeNumber.size - 1;
  const values = [...output.matchAll(/^v\((\d+)\) = (\S+)$/gm)].map(([, k, text]) => {
    const [re, im = 0] = text.split(',').map(Number);
    return [nameOf.get(Number(k))!, { re, im }] as const;
  });
  if (values.length !== count * (1 + frequenciesHz.length)) throw new Error(`ngspice did not solve it:\n${output}`);
  const chunk = (i: number) => values.slice(i * count, (i + 1) * count);
  return {
    dc: new Map(chunk(0).map(([name, v]) => [name, v.re])),
    ac: frequenciesHz.map((_, i) => new Map(chunk(i + 1))),
  };
}

/** Run `ngspice -b` on a deck and return what it printed. */
export function ngspiceBatch(deckText: string): string {
  const folder = mkdtempSync(join(tmpdir(), 'symplex-spice-'));
  try {
    const file = join(folder, 'deck.cir');
    writeFileSync(file, deckText);
    return execFileSync('ngspice', ['-b', file], { encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] });
  } finally {
    rmSync(folder, { recursive: true });
  }
}

import type { Compiled } from '../compile';
import type { OperatingPoint } from '../signal';

/** Supplies from here up are made by a converter of their own: phantom power, not bias. */
const LEAST_VOLT = 11;
/** Of what the converter takes, this share comes out as phantom power; common practice. */
const EFFICIENCY = 0.75;
const PORT_VOLT = 5;

/**
 * What each part draws at its port for the phantom power that it gives, milliamperes at 5 V: from the current that the
 * solved circuit takes out of its supply.
 */
export function phantomMa(compiled: Compiled, op: OperatingPoint): ReadonlyMap<string, number> {
  const draws = new Map<string, number>();
  for (const e of compiled.netlist.elements) {
    if (e.kind !== 'voltage' || e.dc < LEAST_VOLT) continue;
    const watt = e.dc * Math.abs(op.solution.current(e.name).re);
    const part = compiled.ownerOf(e.name);
    draws.set(part, (draws.get(part) ?? 0) + (1000 * watt) / EFFICIENCY / PORT_VOLT);
  }
  return draws;
}

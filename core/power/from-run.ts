import { hostIn, type Part, type PartClass, quantity } from '../model';
import { type Cell, lasts } from './battery';

/** The own figure of a part that says how much its battery holds. */
export interface Capacity {
  readonly figure: string;
  /** What was worked out, in the unit of the figure. */
  readonly value: number;
}

/** Watt-hours between which a battery is sought: from a hearing-aid cell to a power station. */
const LEAST_WH = 1e-3;
const MOST_WH = 1e5;
const HALVINGS = 80;

/**
 * How much a battery holds, by how long it really lasted until it went off: the capacity with which it would have, what went
 * out of it and into it as computed. "As long" is to the end, not to what is kept back.
 * @param minutes above 0
 * @returns null for a part whose battery is no figure of its own, and where no capacity gives that time.
 */
export function capacityByRun(part: Part, partClass: PartClass, cell: Cell, minutes: number): Capacity | null {
  const at = capacityFigure(part, partClass);
  if (!at) return null;
  const runs = (capacityWh: number) => lasts({ ...cell, capacityWh, reserve: 0 });
  if (!(runs(LEAST_WH) < minutes && runs(MOST_WH) > minutes)) return null;
  let [low, high] = [LEAST_WH, MOST_WH];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = Math.sqrt(low * high);
    if (runs(middle) < minutes) low = middle;
    else high = middle;
  }
  return { figure: at.figure, value: high / at.share };
}

function capacityFigure(part: Part, partClass: PartClass): { readonly figure: string; readonly share: number } | null {
  const { bank } = partClass;
  const told = bank?.wattHours ?? partClass.batteryHours ?? (partClass.host && hostIn(partClass).batteryWh);
  // A number in place of a name stands in the class and is nobody's to change.
  if (typeof told !== 'string') return null;
  return { figure: told, share: bank ? quantity(part, partClass, bank.efficiency) : 1 };
}

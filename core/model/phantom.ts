import type { Part } from './documents';
import type { PartClass } from './part-class';
import { knobAt, quantity } from './quantity';

/** Supplies from here up are made for phantom power, not for bias. */
export const LEAST_PHANTOM_VOLT = 11;

/** Phantom power that a part can give: its volts, and the switch and position that let it out; no switch is always. */
export interface PhantomSource {
  readonly volt: number;
  readonly knob: string | null;
  readonly at: number;
}

/** A switch belongs to the supply itself, or to what leads from it to the pins. */
export function phantomSources(part: Part, c: PartClass): readonly PhantomSource[] {
  return c.circuit.flatMap((e): readonly PhantomSource[] => {
    if (e.is !== 'supply') return [];
    const volt = quantity(part, c, e.volt);
    if (volt < LEAST_PHANTOM_VOLT) return [];
    const [node] = e.between;
    const leads = c.circuit.flatMap((r) => (r.is === 'resistor' && r.when && r.between.includes(node) ? [r.when] : []));
    const when = e.when ?? leads[0];
    return [{ volt, knob: when?.knob ?? null, at: when?.is ?? 0 }];
  });
}

/** Does it give phantom power as its switches stand? */
export const givesPhantom = (part: Part, c: PartClass): boolean =>
  phantomSources(part, c).some((s) => s.knob === null || knobAt(part, c, s.knob) === s.at);

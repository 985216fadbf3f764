import { memo } from '../algorithms';
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

/** Supplies of a class with the switch that lets each out: it belongs to the supply, or to what leads from it to the pins. */
const suppliesOf = memo((c: PartClass) =>
  c.circuit.flatMap((e) => {
    if (e.is !== 'supply') return [];
    const [node] = e.between;
    const leads = c.circuit.flatMap((r) => (r.is === 'resistor' && r.when && r.between.includes(node) ? [r.when] : []));
    const when = e.when ?? leads[0];
    return [{ supply: e, knob: when?.knob ?? null, at: when?.is ?? 0 }];
  }),
);

export const phantomSources = (part: Part, c: PartClass): readonly PhantomSource[] =>
  suppliesOf(c).flatMap(({ supply, knob, at }) => {
    const volt = quantity(part, c, supply.volt);
    return volt < LEAST_PHANTOM_VOLT ? [] : [{ volt, knob, at }];
  });

/** Does it give phantom power as its switches stand? */
export const givesPhantom = (part: Part, c: PartClass): boolean =>
  phantomSources(part, c).some((s) => s.knob === null || knobAt(part, c, s.knob) === s.at);

import { reach } from '../algorithms';
import { type ElementSpec, groundsOf, type KnobSpec, type PartClass, type PortId, type Quantity } from '../model';

/** A mix of its own that a mixer can make: the sends that go into it, and where it comes out. */
export interface Bus {
  /** Ids of the sends, in their order. */
  readonly sends: readonly string[];
  /** Ids of the ports. */
  readonly outputs: readonly string[];
}

/**
 * The mixes that a part can make beside its main one: from each send the way is followed forwards, through amplifiers from
 * input to output and along wires and resistors, to the ports at which it comes out. What no other send comes out of is a
 * bus of its own.
 * @example busesOf(mixer).length; // 2 with an aux and an effects send
 */
export function busesOf(partClass: PartClass): readonly Bus[] {
  const { ports, knobs = [] } = partClass;
  const outs = ports.filter((p) => p.flow === 'out' || p.flow === 'monitor');
  const outputsOf = (knob: KnobSpec): readonly string[] => {
    const found = goesOn(
      partClass,
      stagesOf(partClass)
        .filter((s) => s.gainDb.includes(`knob:${knob.id}`))
        .flatMap((s) => s.out),
    );
    return outs.filter((p) => [...found].some((n) => n.startsWith(`${p.id}.`))).map((p) => p.id);
  };
  const sends = knobs.filter((k) => k.role === 'send').map((k) => ({ knob: k.id, outputs: outputsOf(k) }));
  const keys = [...new Set(sends.map((s) => s.outputs.join(' ')))].filter((key) => key !== '');
  return keys.map((key) => ({
    sends: sends.filter((s) => s.outputs.join(' ') === key).map((s) => s.knob),
    outputs: key.split(' '),
  }));
}

/** Is what comes in at a port sent on by sends of its own? A two-track input has none. */
export function hasSends(partClass: PartClass, port: PortId): boolean {
  const nodes = partClass.circuit.flatMap((e) => ('between' in e ? e.between : 'in' in e ? e.in : []));
  const found = goesOn(
    partClass,
    nodes.filter((n) => n.startsWith(`${port}.`)),
  );
  const isSend = (q: Quantity) =>
    typeof q === 'string' && partClass.knobs?.find((k) => q === `knob:${k.id}`)?.role === 'send';
  return stagesOf(partClass).some((s) => s.gainDb.some(isSend) && s.in.some((n) => found.has(n)));
}

const stagesOf = ({ circuit }: PartClass) => circuit.filter((e) => e.is === 'stage');

/** The nodes that what is at some gets to: through amplifiers forwards, and never back into what one drives. */
function goesOn(partClass: PartClass, from: readonly string[]): ReadonlySet<string> {
  const { circuit } = partClass;
  const driven = new Set(circuit.flatMap((e) => (e.is === 'stage' || e.is === 'tone' ? e.out : [])));
  const grounds = groundsOf(partClass);
  const onward = (at: string): readonly (readonly [string, ElementSpec])[] =>
    circuit.flatMap((e): readonly (readonly [string, ElementSpec])[] => {
      if (e.is === 'stage' || e.is === 'tone') return e.in.includes(at) ? e.out.map((o) => [o, e] as const) : [];
      if (e.is !== 'resistor' && e.is !== 'capacitor' && e.is !== 'transformer') return [];
      const ends = e.is === 'transformer' ? [...e.primary, ...e.secondary] : [...e.between];
      // What an amplifier drives is not driven back.
      return ends.includes(at) ? ends.filter((n) => n !== at && !driven.has(n)).map((n) => [n, e] as const) : [];
    });
  const found = reach(
    from.filter((n) => !grounds.has(n)),
    (at) => onward(at).filter(([n]) => !grounds.has(n)),
  );
  return new Set(found.keys());
}

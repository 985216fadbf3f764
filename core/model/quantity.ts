import { entryOf } from '../algorithms';
import type { Part } from './documents';
import type { KnobSpec, PartClass, Quantity } from './part-class';

/** Where a knob of a part stands, or its start when it was never turned. Unknown knobs are a bug of the class. */
export function knobAt(part: Part, partClass: PartClass, id: string): number {
  const spec = partClass.knobs?.find((k) => k.id === id);
  if (!spec) throw new Error(`class ${partClass.id} has no knob ${id}`);
  return part.knobs && Object.hasOwn(part.knobs, id) ? entryOf(part.knobs, id) : spec.start;
}

/** A fader or send: its lowest position is off, whatever is printed there. */
export const isFader = (knob: KnobSpec): boolean => knob.law === 'fader';

/** Does a fader or send stand at its end, so that nothing passes? */
export const isShut = (part: Part, partClass: PartClass, knob: KnobSpec): boolean =>
  isFader(knob) && knobAt(part, partClass, knob.id) === knob.min;

/** The number a quantity of a class stands for in this very part: own value before class value. */
export function quantity(part: Part, partClass: PartClass, q: Quantity): number {
  if (typeof q === 'number') return q;
  if (q.includes('*')) return q.split('*').reduce((product, factor) => product * quantity(part, partClass, factor), 1);
  if (q.startsWith('knob:')) return knobAt(part, partClass, q.slice('knob:'.length));
  if (part.values && Object.hasOwn(part.values, q)) return entryOf(part.values, q);
  if (!Object.hasOwn(partClass.values, q)) throw new Error(`class ${partClass.id} has no value ${q}`);
  return entryOf(partClass.values, q).value;
}

/** Class value with its provenance, the owner's figure in its place where there is one. */
export function valueWithBasis(part: Part, partClass: PartClass, name: string) {
  const value = entryOf(partClass.values, name);
  const own = part.values && Object.hasOwn(part.values, name) ? part.values[name] : undefined;
  return own === undefined ? value : { ...value, value: own, basis: 'own' as const };
}

/** One piece of a class, as it comes: called by its class where a name of its own has still to be found. */
export const newPart = ({ id }: Pick<PartClass, 'id'>): Part => ({ id: String(id), class: id });

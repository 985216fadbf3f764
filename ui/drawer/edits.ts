import { entryOf } from '@/core/algorithms';
import { type Drawer, newPart, type Part, type PartClass, type PartId } from '@/core/model';

export const withPart = (drawer: Drawer, part: Part): Drawer => ({
  ...drawer,
  parts: drawer.parts.map((p) => (p.id === part.id ? part : p)),
});

/** A new part of a class, under an id that is free. */
export function addedPart(drawer: Drawer, partClass: PartClass): Part {
  const taken = new Set(drawer.parts.map((p) => p.id));
  let id: PartId = newPart(partClass).id;
  for (let n = 2; taken.has(id); n++) id = `${partClass.id.slice(0, 58)}-${n}`;
  return { id, class: partClass.id };
}

/** The part with an own value, or without it when it is what the class says. */
export function withValue(part: Part, partClass: PartClass, name: string, value: number | null): Part {
  const { [name]: _gone, ...others } = part.values ?? {};
  const own = value === null || value === entryOf(partClass.values, name).value ? others : { ...others, [name]: value };
  const { values: _values, ...rest } = part;
  return Object.keys(own).length > 0 ? { ...rest, values: own } : rest;
}

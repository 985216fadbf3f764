import { type Drawer, newPart, type Part, type PartClass, type PartId } from '@/core/model';

export const withPart = (drawer: Drawer, part: Part): Drawer => ({
  ...drawer,
  parts: drawer.parts.map((p) => (p.id === part.id ? part : p)),
});

/** A new part of a class, under an id that is free. */
export function addedPart(drawer: Drawer, partClass: PartClass): Part {
  const taken = new Set([...drawer.parts, ...(drawer.retired ?? [])].map((p) => p.id));
  let id: PartId = newPart(partClass).id;
  for (let n = 2; taken.has(id); n++) id = `${partClass.id.slice(0, 58)}-${n}`;
  return { id, class: partClass.id };
}

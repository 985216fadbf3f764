import { withArticle } from '../format';
import { takesUp } from './abilities';
import type { Catalogue } from './catalogue';
import type { Drawer, Sort, With } from './documents';
import type { PartClass } from './part-class';

export function sendsNotes(c: PartClass): boolean {
  return c.inputs?.some((i) => i.identity === 'notes') ?? false;
}

const SORTS: Readonly<Record<Sort, (c: PartClass) => boolean>> = {
  'clip-on mic': (c) => c.held === 'clip',
  headset: (c) => c.held === 'head',
  'handheld mic': (c) => c.held === 'hand',
  'stand mic': (c) => c.held === 'stand' || c.held === 'table',
  'camera mic': (c) => c.held === 'camera',
  'USB mic': (c) => c.kind === 'microphone' && c.usb !== undefined && (c.inputs?.length ?? 0) > 0,
  wireless: (c) => c.kind === 'wireless',
  mixer: (c) => c.kind === 'mixer',
  interface: (c) => c.kind === 'interface',
  'keyboard for notes': sendsNotes,
};

export const ALL_SORTS = Object.keys(SORTS) as readonly Sort[];

/** Is a part of this class what is asked for? */
export const isAsked = (c: PartClass, w: With): boolean => ('class' in w ? c.id === w.class : SORTS[w.sort](c));

/** What is meant by a word: an owned part, a class, a sort; else what is wrong with it. */
export function askedBy(word: string, owned: Drawer | null, catalogue: Catalogue): With | string {
  const part = owned?.parts.find((p) => p.id === word || p.name === word);
  if (part) return { class: part.class };
  if (catalogue.parts.has(word)) return { class: word };
  const sort = ALL_SORTS.find((s) => s === word.toLowerCase());
  return sort
    ? { sort }
    : `there is no class, owned part or sort "${word}"; sorts are ${ALL_SORTS.map((s) => `"${s}"`).join(', ')}`;
}

/** "a clip-on mic", "a wireless system", "a mixer with sends". */
export function askedName(w: With, catalogue: Catalogue): string {
  if ('class' in w) return withArticle(catalogue.parts.get(w.class)?.name ?? w.class);
  return w.sort === 'wireless' ? 'a wireless system' : withArticle(w.sort);
}

/** Is it something that stands beside the line and brings no sound: a keyboard for notes, headphones, what charges? */
export function isBeside(w: With, catalogue: Catalogue): boolean {
  if ('sort' in w) return w.sort === 'keyboard for notes';
  const c = catalogue.parts.get(w.class);
  return c !== undefined && (sendsNotes(c) || (['listening', 'power'].includes(c.kind) && !takesUp(c)));
}

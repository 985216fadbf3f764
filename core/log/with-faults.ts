import type { Catalogue, Drawer, Entry, Outcome } from '../model';
import { isCounted } from '../plan';

/** Faults of a piece itself, which no other hand would have spared. */
const OF_THE_PIECE: ReadonlySet<string> = new Set([
  'dirty contacts',
  'broken conductor',
  'bridged contacts',
  'another part',
]);

/**
 * The drawer with what the log knows of its kinds: a piece that was itself at fault on a device did not work there, unless
 * that was told as the result of that day. For planning; it is not kept.
 */
export function withFaults(drawer: Drawer, entries: readonly Entry[], catalogue: Catalogue): Drawer {
  const told = drawer.outcomes ?? [];
  const faults = entries.flatMap(({ did, cause, device, at }): readonly Outcome[] => {
    const partClass = catalogue.parts.get(cause?.class ?? '');
    if (did !== 'fixed' || !partClass || device === undefined || !OF_THE_PIECE.has(cause?.kind ?? '')) return [];
    return isCounted(partClass) ? [{ class: partClass.id, device, worked: false, date: at.slice(0, 10) }] : [];
  });
  const isNew = (f: Outcome) =>
    !told.some((o) => !o.worked && o.class === f.class && o.device === f.device && o.date === f.date);
  const news = faults.filter(isNew);
  return news.length > 0 ? { ...drawer, outcomes: [...told, ...news] } : drawer;
}

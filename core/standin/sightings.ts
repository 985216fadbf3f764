import type { Report } from '../assess';
import { sightingText } from '../format';
import { type Catalogue, classOfPart, type PartId, partIn, type Setup } from '../model';
import type { PluggingOrder } from './order';

/** What a person says that a browser's name for an input stands for: the id of a class, or one of these. */
export const OWN = 'own';
export const OTHER = 'other';

/** An input as a browser names it beside one that the setup's device was to list; one of the two may be missing. */
export interface Sighting {
  readonly name: string | null;
  readonly part: PartId | null;
  /** Null where the browser's names do not tell. */
  readonly agrees: boolean | null;
  readonly says: string;
}

/** Parts of a setup that can be an input for sound of its device, itself left out: what a name may stand for. */
export const inputParts = (report: Report): readonly PartId[] => [
  ...new Set(report.inputs.filter((i) => i.channels > 0 && i.part !== report.device).map((i) => i.part)),
];

/**
 * What a browser names beside what Seen computes for the setup. Nothing is claimed beyond the names: one that nobody has told
 * is not known, and what may hide under another name is not missed.
 * @param names of the inputs that the browser shows
 * @param known what each name stands for, as it was told before
 */
export function sightings(
  { setup, report, catalogue }: { readonly setup: Setup; readonly report: Report; readonly catalogue: Catalogue },
  names: readonly string[],
  known: Readonly<Record<string, string>>,
): readonly Sighting[] {
  const device = partIn(setup, report.device).name ?? classOfPart(setup, catalogue, report.device).name;
  const left = new Set(inputParts(report));
  const isListed = (part: PartId) => report.inputs.some((i) => i.part === part && i.listed);
  const seen = [...new Set(names)].map((name): Sighting => {
    const meant = Object.hasOwn(known, name) ? known[name] : undefined;
    if (meant === undefined) return { name, part: null, agrees: null, says: sightingText('unnamed', {}) };
    if (meant === OWN) return { name, part: report.device, agrees: true, says: sightingText('own', { device }) };
    // Of two alike the one that was to be listed is meant.
    const alike = [...left].filter((p) => partIn(setup, p).class === meant);
    const part = alike.find(isListed) ?? alike[0];
    if (part === undefined) return { name, part: null, agrees: null, says: sightingText('elsewhere', {}) };
    left.delete(part);
    const agrees = isListed(part);
    return { name, part, agrees, says: sightingText(agrees ? 'as' : 'unlooked', {}) };
  });
  const isOpen = seen.some((s) => s.name !== null && !Object.hasOwn(known, s.name));
  const missing = [...left].map((part): Sighting => {
    if (!isListed(part))
      return {
        name: null,
        part,
        agrees: isOpen ? null : true,
        says: sightingText(isOpen ? 'missing-open' : 'missing-as', {}),
      };
    return isOpen
      ? { name: null, part, agrees: null, says: sightingText('missing-open', {}) }
      : { name: null, part, agrees: false, says: sightingText('missing', { device }) };
  });
  const headset = report.inputs.some((i) => i.part === report.device && !i.builtIn && i.listed);
  const hole: readonly Sighting[] = headset
    ? [{ name: null, part: report.device, agrees: null, says: sightingText('missing-headset', {}) }]
    : [];
  return [...seen, ...missing, ...hole];
}

/**
 * How far an order of plugging has come, by what the browser lists: acts done at least.
 * @param there parts that are on the browser's list
 * @returns null where no act of the order changes what a browser could list, or where it lists what no moment of the order does
 */
export function comeTo(order: PluggingOrder, device: PartId, there: ReadonlySet<PartId>): number | null {
  const listed = order.states.map((s) => new Set(s.list.map((l) => l.part).filter((p) => p !== device)));
  if (listed.every((l) => l.size === 0)) return null;
  if (there.size === 0) return 0;
  const at = listed.findIndex((l) => l.size === there.size && [...l].every((p) => there.has(p)));
  return at < 0 ? null : at + 1;
}

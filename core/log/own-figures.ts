import { entryOf } from '../algorithms';
import type { Catalogue, Drawer, OwnFigure, Part, PartClass, PartId } from '../model';

/** The part with an own value, or without it when it is what the class says. */
export function withValue<P extends Part>(part: P, partClass: PartClass, name: string, value: number | null): P {
  const { [name]: _gone, ...others } = part.values ?? {};
  const own = value === null || value === entryOf(partClass.values, name).value ? others : { ...others, [name]: value };
  const { values: _values, ...rest } = part;
  return (Object.keys(own).length > 0 ? { ...rest, values: own } : rest) as P;
}

/**
 * The drawer with a figure of a part as it was found on a day, which is what it goes by from then on; a second one of that
 * day takes the first one's place. As it was where no such part is in it.
 */
export function withFigure(
  drawer: Drawer,
  { id, class: classId }: Pick<Part, 'id' | 'class'>,
  partClass: PartClass,
  { figure, value, date }: Omit<OwnFigure, 'part'>,
): Drawer {
  if (!drawer.parts.some((p) => p.id === id && p.class === classId)) return drawer;
  const others = (drawer.ownFigures ?? []).filter((f) => f.part !== id || f.figure !== figure || f.date !== date);
  return {
    ...drawer,
    parts: drawer.parts.map((p) => (p.id === id ? withValue(p, partClass, figure, value) : p)),
    ownFigures: [...others, { part: id, figure, value, date }],
  };
}

/** A part goes out of use on a day, and stays with its history. */
export function retired(drawer: Drawer, id: PartId, date: string): Drawer {
  const part = drawer.parts.find((p) => p.id === id);
  if (!part) return drawer;
  const parts = drawer.parts.filter((p) => p !== part);
  return { ...drawer, parts, retired: [...(drawer.retired ?? []), { ...part, retiredOn: date }] };
}

/** A retired part comes back into use. */
export function putBack(drawer: Drawer, id: PartId): Drawer {
  const { retired: those = [], ...rest } = drawer;
  const back = those.find((p) => p.id === id);
  if (!back) return drawer;
  const { retiredOn: _, ...part } = back;
  const left = those.filter((p) => p !== back);
  return { ...rest, parts: [...drawer.parts, part], ...(left.length > 0 ? { retired: left } : {}) };
}

/** The drawer without a part, in use or retired, and without what was found of it: its id may be another's one day. */
export function withoutPart(drawer: Drawer, id: PartId): Drawer {
  const { ownFigures = [], retired: those = [], ...rest } = drawer;
  const figures = ownFigures.filter((f) => f.part !== id);
  const left = those.filter((p) => p.id !== id);
  return {
    ...rest,
    parts: drawer.parts.filter((p) => p.id !== id),
    ...(left.length > 0 ? { retired: left } : {}),
    ...(figures.length > 0 ? { ownFigures: figures } : {}),
  };
}

/** What was found of one figure of a part, by the day. */
export const foundOf = (drawer: Drawer, part: PartId, figure: string): readonly OwnFigure[] =>
  (drawer.ownFigures ?? [])
    .filter((f) => f.part === part && f.figure === figure)
    .sort((a, b) => (a.date < b.date ? -1 : 1));

/** How a figure went over the days on which it was found. */
export interface Drift {
  /** From the first on. */
  readonly days: readonly OwnFigure[];
  /** Last over first; of what is told in decibels the difference. */
  readonly change: number;
  /** More than two measurements of one thing by hand may differ. */
  readonly isMuch: boolean;
}

/** Two measurements by hand may differ by so much: decibels, and a ratio for the rest; est. */
const BY_HAND_DB = 2;
const BY_HAND_RATIO = 1.25;

/**
 * @param days of one figure, from the first on
 * @returns null where it was found on one day only
 */
export function driftOf(days: readonly OwnFigure[], unit: string): Drift | null {
  const [from, to] = [days.at(0), days.at(-1)];
  if (!from || !to || from === to) return null;
  const change = isLog(unit) ? to.value - from.value : to.value / from.value;
  const isMuch = isLog(unit) ? Math.abs(change) > BY_HAND_DB : Math.abs(Math.log(change)) > Math.log(BY_HAND_RATIO);
  return { days, change, isMuch };
}

/** A figure of a part in use that is not what it was. */
export interface Drifted extends Drift {
  readonly part: Part;
  readonly figure: string;
  readonly unit: string;
}

/** Figures of the parts in use that went further than two measurements may differ; the latest news first. */
export function driftedIn(drawer: Drawer, catalogue: Catalogue): readonly Drifted[] {
  const drifted = drawer.parts.flatMap((part) => {
    const figures = [...new Set((drawer.ownFigures ?? []).flatMap((f) => (f.part === part.id ? [f.figure] : [])))];
    return figures.flatMap((figure): readonly Drifted[] => {
      const unit = catalogue.parts.get(part.class)?.values[figure]?.unit;
      const drift = unit === undefined ? null : driftOf(foundOf(drawer, part.id, figure), unit);
      return drift?.isMuch && unit !== undefined ? [{ ...drift, part, figure, unit }] : [];
    });
  });
  const last = ({ days }: Drift) => days.at(-1)?.date ?? '';
  return drifted.sort((a, b) => (last(a) < last(b) ? 1 : -1));
}

const isLog = (unit: string): boolean => unit.startsWith('dB');

import { entryOf } from '../algorithms';
import {
  type Catalogue,
  type Drawer,
  type OwnFigure,
  type Part,
  type PartClass,
  type PartId,
  quantity,
} from '../model';

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

/**
 * The drawer with the class's own figure of a part again. What was found last was wrong, else it would stand: it is taken
 * back, what was found before stays.
 */
export function withoutFigure(drawer: Drawer, id: PartId, partClass: PartClass, figure: string): Drawer {
  const { ownFigures = [], ...rest } = drawer;
  const last = foundOf(drawer, id, figure).at(-1);
  const left = ownFigures.filter((f) => f !== last);
  return {
    ...rest,
    parts: drawer.parts.map((p) => (p.id === id ? withValue(p, partClass, figure, null) : p)),
    ...(left.length > 0 ? { ownFigures: left } : {}),
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
/** Units of what does not age: another figure corrects the first. */
const AGELESS: ReadonlySet<string> = new Set(['money', 'money/m', 'g', 'g/m', 'm', 'pieces', 'bit', 'of 10']);

/**
 * How a figure went from the first day to the one by which its part goes now.
 * @param days of one figure, from the first on
 * @param unit of it
 * @param now what the part goes by
 * @returns null where it was found on one day only, where the part goes by none of the days, and of what does not age
 */
export function driftOf(days: readonly OwnFigure[], unit: string, now: number): Drift | null {
  const [from, to] = [days.at(0), days.at(-1)];
  if (!from || !to || from === to || to.value !== now || AGELESS.has(unit)) return null;
  if (isLog(unit)) {
    const change = to.value - from.value;
    return { days, change, isMuch: Math.abs(change) > BY_HAND_DB };
  }
  // Of nothing there is no multiple.
  if (from.value <= 0 || to.value <= 0) return null;
  const change = to.value / from.value;
  return { days, change, isMuch: Math.abs(Math.log(change)) > Math.log(BY_HAND_RATIO) };
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
    const partClass = catalogue.parts.get(part.class);
    const figures = [...new Set((drawer.ownFigures ?? []).flatMap((f) => (f.part === part.id ? [f.figure] : [])))];
    return figures.flatMap((figure): readonly Drifted[] => {
      if (!partClass || !Object.hasOwn(partClass.values, figure)) return [];
      const { unit } = entryOf(partClass.values, figure);
      const drift = driftOf(foundOf(drawer, part.id, figure), unit, quantity(part, partClass, figure));
      return drift?.isMuch ? [{ ...drift, part, figure, unit }] : [];
    });
  });
  const last = ({ days }: Drift) => days.at(-1)?.date ?? '';
  return drifted.sort((a, b) => (last(a) < last(b) ? 1 : -1));
}

const isLog = (unit: string): boolean => unit.startsWith('dB');

import { itemAt, reach, wayTo } from '@/core/algorithms';
import type { Report } from '@/core/assess';
import type { Joint, PartId, Setup } from '@/core/model';

/** Where a part stands on the sheet: columns from mouth to app, rows for the voices and for what hangs beside. */
export interface Spot {
  readonly part: PartId;
  readonly column: number;
  readonly row: number;
  /** The part it leads on to, towards the app; for a part beside, the one it hangs on. */
  readonly toward: string | null;
  /** The joints between the two: one, or as many as a lead has plugs there. */
  readonly joints: readonly string[];
  readonly beside: boolean;
}

export interface Layout {
  readonly spots: readonly Spot[];
  /** Columns of parts; the app stands in one more. */
  readonly columns: number;
  readonly rows: number;
  /** The job's own device, in whose row the app stands. */
  readonly device: string;
}

/**
 * Lines end at the device in the last column; what two lines share is shown once, and a second voice's own parts stand
 * below the first's. Parts on no line hang below the part they are plugged into.
 */
export function layOut(setup: Setup, report: Report): Layout {
  const routes = report.lines.filter((l) => l.parts.length > 0);
  const loose = looseChains(setup, report);
  const columns = Math.max(2, ...routes.map((l) => l.parts.length), ...loose.map((c) => 1 + c.length));
  const spots = new Map<string, Spot>();
  const taken = new Set<string>();
  const place = (part: PartId, column: number, fromRow: number, toward: string | null, beside: boolean) => {
    let row = fromRow;
    while (taken.has(`${column} ${row}`)) row += 1;
    taken.add(`${column} ${row}`);
    spots.set(part, { part, column, row, toward, joints: [], beside });
  };
  routes.forEach((line, k) => {
    line.parts.forEach((part, i) => {
      if (!spots.has(part)) place(part, columns - line.parts.length + i, k, line.parts[i + 1] ?? null, false);
    });
  });
  const device = report.device;
  if (!spots.has(device)) place(device, columns - 1, 0, null, false);
  // Lines to further devices branch off below, each part hanging on the one before it, the device in the last column.
  for (const line of report.also.flatMap((d) => d.lines)) {
    line.parts.forEach((part, i) => {
      const before = line.parts[i - 1];
      if (spots.has(part) || before === undefined) return;
      const last = i === line.parts.length - 1;
      const column = last ? columns - 1 : Math.min(columns - 1, spots.get(before)!.column + 1);
      place(part, column, 1, before, true);
    });
  }
  // What leads to no device yet stands from left to right all the same, in a row of its own.
  for (const chain of loose) {
    chain.forEach((part, i) => {
      place(part, i, spots.get(chain[0] ?? part)?.row ?? 1, chain[i + 1] ?? null, false);
    });
  }
  let left = setup.parts.filter((p) => !spots.has(p.id)).map((p) => p.id);
  // What hangs on something placed is placed next; what is plugged into nothing comes last.
  while (left.length > 0) {
    const hung = left.flatMap((part) => {
      const joint = setup.joints.find(
        (j) => (j.a.part === part && spots.has(j.b.part)) || (j.b.part === part && spots.has(j.a.part)),
      );
      return joint ? [{ part, host: joint.a.part === part ? joint.b.part : joint.a.part }] : [];
    });
    const next = hung[0];
    if (next) place(next.part, spots.get(next.host)!.column, 1, next.host, true);
    else place(itemAt(left, 0), 0, 1, null, true);
    const placed = next?.part ?? left[0];
    left = left.filter((p) => p !== placed);
  }
  const drawnAt = (j: Joint): string => {
    const [a, b] = [spots.get(j.a.part)!, spots.get(j.b.part)!];
    return b.toward === a.part ? b.part : a.part;
  };
  const all = setup.parts.map((p) => ({
    ...spots.get(p.id)!,
    joints: setup.joints.filter((j) => drawnAt(j) === p.id).map((j) => j.id),
  }));
  return { spots: all, columns, rows: 1 + Math.max(...all.map((s) => s.row)), device };
}

/** Parts in a row that are joined to each other and to no device, from where sound comes in on; the longest way of each lot. */
function looseChains(setup: Setup, report: Report): readonly (readonly PartId[])[] {
  const next = (part: PartId) =>
    setup.joints.flatMap((j): readonly (readonly [PartId, string])[] =>
      j.a.part === part ? [[j.b.part, j.id]] : j.b.part === part ? [[j.a.part, j.id]] : [],
    );
  const led = [report, ...report.also].flatMap((d) => d.lines.flatMap((l) => l.parts));
  const known = new Set<PartId>(reach([report.device, ...led], next).keys());
  const heard = setup.placements.map((p) => p.part);
  const roots = [...heard, ...setup.parts.map((p) => p.id)];
  return roots.flatMap((root) => {
    if (known.has(root)) return [];
    const found = reach([root], next);
    for (const part of found.keys()) known.add(part);
    return [wayTo(found, [...found.keys()].at(-1) ?? root)?.places ?? [root]];
  });
}

/** Middle of a part's column on a lane of a certain width; the app's column is the last. */
export const middleOf = (layout: Layout, width: number, part: PartId): number =>
  ((layout.spots.find((s) => s.part === part)!.column + 0.5) * width) / (layout.columns + 1);

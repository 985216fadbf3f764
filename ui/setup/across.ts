import type { Report } from '@/core/assess';
import type { PartId } from '@/core/model';

/** Where parts stand across a drawing, as shares of its width: lanes keep to the places of what stands above them. */
export interface Across {
  readonly at: ReadonlyMap<PartId, number>;
  /** Of the app, at the end of the line. */
  readonly app: number;
  /** How much of the width one part has. */
  readonly column: number;
}

/** A part that stands nowhere is drawn where the line ends. */
export const xIn = ({ at, app }: Across, width: number, part: PartId): number => (at.get(part) ?? app) * width;

/** The parts of the lines in columns, the device in the last but one, the app in the last. */
export function inColumns(report: Report): Across {
  const lines = [report, ...report.also].flatMap((d) => d.lines).filter((l) => l.parts.length > 0);
  const columns = Math.max(2, ...lines.map((l) => l.parts.length));
  const column = 1 / (columns + 1);
  const at = new Map<PartId, number>([[report.device, (columns - 0.5) * column]]);
  for (const { parts } of lines)
    parts.forEach((part, i) => {
      if (!at.has(part)) at.set(part, (columns - parts.length + i + 0.5) * column);
    });
  return { at, app: 1 - column / 2, column };
}

import { csvFormatRows } from 'd3-dsv';
import { type Catalogue, classIn, type PortRef, partIn, partName, type Setup } from '../model';
import type { RunSheet } from './run-sheet';

const HEAD = ['connection', 'from', 'plug or socket', 'to', 'plug or socket'] as const;

/** Every connection with its two ends, as a table for whoever patches: numbers as on the line. */
export function patchCsv(setup: Setup, catalogue: Catalogue): string {
  const end = ({ part, port }: PortRef): readonly [string, string] => [
    partName(setup, catalogue, part),
    classIn(catalogue, partIn(setup, part).class).ports.find((p) => p.id === port)?.label ?? port,
  ];
  const rows = setup.joints.map((j, i) => [String(i + 1), ...end(j.a), ...end(j.b)]);
  return `${csvFormatRows([[...HEAD], ...rows])}\n`;
}

/** The order of plugging with the care around it, as a table. */
export const orderCsv = ({ plugging }: Pick<RunSheet, 'plugging'>): string =>
  `${csvFormatRows([['step', 'what'], ...plugging.map((s, i) => [String(i + 1), s.text])])}\n`;

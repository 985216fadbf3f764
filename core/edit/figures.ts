import { figure } from '../format';
import type { ChannelFigures, TakeReport } from '../take';

/** What an edit is judged by. */
export interface EditFigure {
  readonly what: string;
  readonly unit: string;
  /** Null where the take does not tell it. */
  readonly value: number | null;
}

/** The same, before an edit and after it. */
export interface ChangedFigure extends EditFigure {
  readonly before: number | null;
}

const least = (of: readonly (number | null)[]): number | null => {
  const known = of.filter((v) => v !== null);
  return known.length === 0 ? null : Math.min(...known);
};
const most = (of: readonly (number | null)[]): number | null => {
  const known = of.filter((v) => v !== null && Number.isFinite(v));
  return known.length === 0 ? null : Math.max(...(known as number[]));
};

/** Of several channels the one that is worst off counts. */
export function figuresOf({ loudness, perChannel }: TakeReport): readonly EditFigure[] {
  const each = (f: (c: ChannelFigures) => number | null) => perChannel.map(f);
  const all = (f: (c: ChannelFigures) => number) => perChannel.reduce((sum, c) => sum + f(c), 0);
  return [
    { what: 'Loudness', unit: 'LUFS', value: loudness.integratedLufs },
    { what: 'Range of loudness', unit: 'LU', value: loudness.rangeLu },
    { what: 'True peak', unit: 'dBTP', value: most(each((c) => c.truePeakDbtp)) },
    { what: 'Voice over noise', unit: 'dB(A)', value: least(each((c) => c.snrDbA)) },
    { what: 'Hum', unit: 'dBFS', value: most(each((c) => c.hum?.dbfs ?? null)) },
    { what: 'Steady offset', unit: '%', value: most(each((c) => 100 * Math.abs(c.dc))) },
    { what: 'Clicks', unit: 'times', value: all((c) => c.clicks.count) },
    { what: 'Dropouts', unit: 'times', value: all((c) => c.dropouts.count + c.holes.length) },
    { what: 'Puffs of breath', unit: 'times', value: all((c) => c.low?.pops.count ?? 0) },
  ];
}

/** What differs by less is the same, in its unit. */
const SAME = 0.15;

/** The figures that an edit changed. */
export function changedFigures(before: readonly EditFigure[], now: readonly EditFigure[]): readonly ChangedFigure[] {
  return now.flatMap((f) => {
    const old = before.find((b) => b.what === f.what)?.value ?? null;
    const isSame = old === null || f.value === null ? old === f.value : Math.abs(old - f.value) < SAME;
    return isSame ? [] : [{ ...f, before: old }];
  });
}

/** With its unit; what is counted has none. */
export const figureText = (value: number | null, unit: string): string =>
  value === null ? 'none' : unit === 'times' ? String(value) : `${figure(value, 1)} ${unit}`;

/** What is wrong with a take once it was edited: an edit mends some things only, and what it leaves is to be told. */
export const leftWrong = ({ findings }: TakeReport): readonly string[] =>
  findings.filter((f) => f.status === 'fail' || f.status === 'caution').map((f) => f.sentence);

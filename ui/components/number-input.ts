import type { InputHTMLAttributes } from 'react';
import { style, withDecimal } from '@/core/format';

interface Range {
  readonly min: number;
  readonly max: number;
  readonly step?: number;
}

/**
 * What makes an input one of numbers. A browser's own takes the decimal sign of its own language only: where another is
 * wished for, letters are taken, with the keys for numbers.
 */
export const numberInput = ({ min, max, step }: Range): InputHTMLAttributes<HTMLInputElement> =>
  style().decimal === '.' ? { type: 'number', min, max, step } : { type: 'text', inputMode: 'decimal' };

/** A number as it stands in such an input. */
export const inInput = (x: number): string => withDecimal(String(x));

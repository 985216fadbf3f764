import type { Cell } from '@/core/power';

/** A full battery that nothing charges and nobody exchanges; 15 % are kept back. */
export const cell = (more: Partial<Cell> = {}): Cell => ({
  part: 'p',
  capacityWh: 12,
  drawW: 4,
  chargeW: 0,
  chargeFrom: 0,
  chargeUntil: null,
  start: 1,
  reserve: 0.15,
  swaps: [],
  ...more,
});

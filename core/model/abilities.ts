import type { PartClass } from './part-class';

/** Whether a part has a battery or cells that run down and can be exchanged. */
export const hasBattery = (c: PartClass): boolean =>
  Boolean(c.host || c.bank || c.cells || c.batteryHours !== undefined);

/** How many channels the largest of a part's inputs has; 0 for what records nothing. */
export const mostChannels = (c: PartClass | undefined): number =>
  Math.max(0, ...(c?.inputs ?? []).map((i) => i.channels.length));

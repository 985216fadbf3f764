import type { Report } from '../../assess';
import { figure, type TakeMessage } from '../../format';
import type { GateName } from '../../gates';
import type { PartId } from '../../model';
import type { ChannelFigures } from '../reading';
import { LIMITS } from './limits';

/** Peaks under this are no voice that arrives. */
export const NOTHING_DBFS = -60;

/** What one comparison comes to. */
export interface Beside {
  readonly expected: string;
  readonly measured: string;
  readonly agrees: boolean | null;
  readonly says: TakeMessage;
  /** Gates to look at again where it differs, and the part that points to it. */
  readonly gates: readonly GateName[];
  readonly part: PartId | null;
}

export const db = (x: number, unit = 'dB'): string => `${figure(x)} ${unit}`;

export type Channel = Report['channels'][number];
export const loudest = (c: Channel): Channel['arrivals'][number] | null =>
  c.arrivals
    .filter((a) => !a.leaks && a.peakDbfs !== null)
    .reduce<Channel['arrivals'][number] | null>((best, a) => (!best || a.peakDbfs! > best.peakDbfs! ? a : best), null);

/**
 * Hum is compared with hum: what was computed as noise does not have it in. Null where there is too little pause to measure
 * noise in.
 */
export function snrWithoutHum({ activeDbfsA, noiseDbfsA, noiseS, hum }: ChannelFigures): number | null {
  if (activeDbfsA === null || noiseDbfsA === null || noiseS < LIMITS.pauseS) return null;
  const [noise, hums] = [noiseDbfsA, hum?.dbfsA ?? Number.NEGATIVE_INFINITY].map((db) => 10 ** (db / 10)) as [
    number,
    number,
  ];
  // Where nearly all of it is hum, what is left is not known to better than a tenth.
  return activeDbfsA - 10 * Math.log10(Math.max(noise - hums, 0.1 * noise));
}

import { atKey } from '../algorithms';
import type { Compiled, Fitted } from '../compile';
import { type AppClass, hasFigure, type PartId, quantity } from '../model';

/** One place where time passes. */
export interface DelayStep {
  readonly part: PartId | null;
  readonly what: 'radio' | 'converter' | 'app' | 'network';
  readonly ms: number;
}

/** How long the voice takes. */
export interface DelayReading {
  /** From the mouth through the app to one's own ears, step by step; empty when the app does not play it. */
  readonly own: readonly DelayStep[];
  /** The same past the app, by wire alone: only what the radio and the parts before take. */
  readonly direct: readonly DelayStep[];
  /** From the mouth to the caller's ears, one way; empty for apps that call nobody. */
  readonly far: readonly DelayStep[];
}

export const totalMs = (steps: readonly DelayStep[]): number => steps.reduce((sum, s) => sum + s.ms, 0);

/**
 * Delays of the slowest line: radio and converters on the way (each part's own figure), the app's buffer, the converter it
 * plays through, the network.
 * @param line parts from the mouth to the one with the converter.
 * @param playsFrom the part that plays.
 * @returns steps in milliseconds: of the own voice, of it by wire, and one way to the caller
 * @example totalMs(readDelays(compiled, app, ['mic', 'box'], 'phone').own);
 */
export function readDelays(
  compiled: Compiled,
  app: AppClass,
  line: readonly string[],
  playsFrom: string,
): DelayReading {
  const step = (id: string): readonly DelayStep[] => {
    const fitted = atKey(compiled.fitted, id);
    const ms = delayOf(fitted);
    return ms === 0 ? [] : [{ part: id, what: fitted.partClass.inputs ? 'converter' : 'radio', ms }];
  };
  // A part on the way that could record, as a mixer with USB, is passed by wire: only the last converts.
  const inward = line.flatMap(step).filter((s) => s.what === 'radio' || s.part === line.at(-1));
  const buffer: DelayStep = { part: null, what: 'app', ms: app.bufferMs };
  const network = app.networkMs === undefined ? null : ({ part: null, what: 'network', ms: app.networkMs } as const);
  return {
    own: app.monitors && line.length > 0 ? [...inward, buffer, ...step(playsFrom)] : [],
    direct: inward.filter((s) => s.what === 'radio'),
    far: network ? [...inward, buffer, network] : [],
  };
}

/** What a part's own converter or radio takes, milliseconds; 0 where it has none. */
export const converterMs = (compiled: Compiled, part: PartId): number => delayOf(atKey(compiled.fitted, part));

const delayOf = ({ part, partClass }: Fitted): number =>
  hasFigure(partClass, 'delayMs') ? quantity(part, partClass, 'delayMs') : 0;

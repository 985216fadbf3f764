import type { Report } from '../assess';
import { type Catalogue, classIn, type PartId, partIn, type Setup } from '../model';
import type { TakeReport } from './findings';

/** What full scale of an input turns out to be, and where that figure is kept. */
export interface Calibration {
  readonly part: PartId;
  /** Name of the figure among those of the part's class. */
  readonly value: string;
  /** As computed with until now, and as measured, dBu of a sine. */
  readonly beforeDbu: number;
  readonly measuredDbu: number;
}

/** A sine's mean square lies so far under that of a square wave as high. */
const SINE_DB = 10 * Math.log10(2);

/** What was played or said while the take was recorded. */
export type Known =
  /** A tone of known level at the input itself, dBu: from a generator, measured with a meter. */
  | { readonly kind: 'tone'; readonly levelDbu: number }
  /** The voices of the setup, at their distances and levels as written there. */
  | { readonly kind: 'voice' };

/**
 * Turn dBFS into dBu: with something known at an input, where its full scale lies.
 * @param channel of the take and of the report, from 0
 * @returns a problem where the take holds nothing to go by, or the part's full scale is no figure of its own
 */
export function calibrate(
  take: TakeReport,
  report: Report,
  setup: Setup,
  catalogue: Catalogue,
  channel: number,
  known: Known,
): { readonly ok: true; readonly value: Calibration } | { readonly ok: false; readonly problem: string } {
  const computed = report.channels[channel];
  const measured = take.perChannel[channel];
  if (!computed || !measured) return { ok: false, problem: 'The take has no such channel.' };
  if (measured.clips.count > 0 || measured.ceiling)
    return { ok: false, problem: 'The take is clipped: turn down and record again.' };
  const part = partIn(setup, computed.part);
  const partClass = classIn(catalogue, part.class);
  const element = partClass.circuit.find((e) => e.id === computed.input);
  const value = element?.is === 'input' ? element.fullScaleDbu : null;
  if (typeof value !== 'string')
    return { ok: false, problem: `The full scale of the ${partClass.name} is no figure that can be set.` };
  const level = known.kind === 'tone' ? measured.rmsDbfs : (measured.activeDbfs ?? Number.NEGATIVE_INFINITY);
  if (!(level > -80)) return { ok: false, problem: 'The take holds too little to measure.' };
  const averages = computed.arrivals.filter((a) => !a.leaks && a.averageDbu !== null).map((a) => a.averageDbu!);
  if (known.kind === 'voice' && averages.length === 0)
    return { ok: false, problem: 'By the setup no voice arrives there.' };
  const levelDbu = known.kind === 'tone' ? known.levelDbu : Math.max(...averages);
  return {
    ok: true,
    value: { part: part.id, value, beforeDbu: computed.fullScaleDbu, measuredDbu: levelDbu - (level + SINE_DB) },
  };
}

import { atKey } from '../algorithms';
import { magnitude } from '../circuit';
import type { Compiled } from '../compile';
import type { PartId } from '../model';
import { playbackKey, type Responses, voiceVolt } from '../signal';

/** Average of ordinary programme below full scale; common practice. */
export const PROGRAMME_DBFS = -20;

/** What a pair of headphones plays when the device plays ordinary programme at full volume. */
export interface EarReading {
  readonly part: PartId;
  readonly leftSpl: number;
  readonly rightSpl: number;
  /** From the part that has the playback now. */
  readonly from: string;
  /** One's own voice by wire alone, past the app, on the left and on the right: of several the quietest; 0 where none is. */
  readonly directLeftSpl: number;
  readonly directRightSpl: number;
}

/**
 * What a part's playback makes of volts between two nodes when both its sides are at full scale.
 * @param alike whether both sides play the same, as one voice does: then it adds up as it stands, and can cancel; else
 * by power.
 */
export function playedVolt(
  { playbacks }: Compiled,
  responses: Responses,
  playbackPart: string,
  alike: boolean,
): (p: string, n: string) => number {
  const sides = playbacks
    .filter((p) => p.part === playbackPart)
    .map((p) => atKey(responses.playback, playbackKey(p.part, p.side)));
  return (p, n) => {
    const volts = sides.map((s) => s.between(p, n));
    if (!alike) return Math.hypot(...volts.map(magnitude));
    return magnitude({ re: volts.reduce((sum, v) => sum + v.re, 0), im: volts.reduce((sum, v) => sum + v.im, 0) });
  };
}

/**
 * Loudness at each listener from the part that plays.
 * @param isCall what is played is the caller: one voice
 */
export function readEars(
  compiled: Compiled,
  responses: Responses,
  playbackPart: string,
  isCall: boolean,
): readonly EarReading[] {
  const played = playedVolt(compiled, responses, playbackPart, isCall);
  const listeners = [...new Set(compiled.drivers.map((d) => d.part))];
  const direct = (part: PartId, side: 'left' | 'right'): number => {
    const driver = compiled.drivers.find((d) => d.part === part && d.side === side);
    if (!driver) return 0;
    const heard = compiled.setup.job.sources.map(({ id }) => {
      const volt = voiceVolt(responses, id, driver.p, driver.n);
      return volt > 0 ? Math.max(0, driver.splAtOneVolt + 20 * Math.log10(volt)) : 0;
    });
    return Math.min(...heard);
  };
  return listeners.map((part) => {
    const spl = (side: 'left' | 'right'): number => {
      const driver = compiled.drivers.find((d) => d.part === part && d.side === side);
      if (!driver) return 0;
      const volt = played(driver.p, driver.n);
      return volt > 0 ? Math.max(0, driver.splAtOneVolt + 20 * Math.log10(volt) + PROGRAMME_DBFS) : 0;
    };
    return {
      part,
      leftSpl: spl('left'),
      rightSpl: spl('right'),
      from: playbackPart,
      directLeftSpl: direct(part, 'left'),
      directRightSpl: direct(part, 'right'),
    };
  });
}

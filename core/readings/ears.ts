import { magnitude } from '../circuit';
import type { Compiled } from '../compile';
import { playbackKey, type Responses, voiceVolt } from '../signal';

/** Average of ordinary programme below full scale; common practice. */
export const PROGRAMME_DBFS = -20;

/** What a pair of headphones plays when the device plays ordinary programme at full volume. */
export interface EarReading {
  readonly part: string;
  readonly leftSpl: number;
  readonly rightSpl: number;
  /** From the part that has the playback now. */
  readonly from: string;
  /** One's own voice by wire alone, past the app, on the left and on the right: of several the quietest; 0 where none is. */
  readonly directLeftSpl: number;
  readonly directRightSpl: number;
}

/** Loudness at each listener from the part that plays. */
export function readEars(compiled: Compiled, responses: Responses, playbackPart: string): readonly EarReading[] {
  const players = compiled.playbacks.filter((p) => p.part === playbackPart);
  const listeners = [...new Set(compiled.drivers.map((d) => d.part))];
  const direct = (part: string, side: 'left' | 'right'): number => {
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
      const power = players.reduce((sum, p) => {
        const volt = magnitude(responses.playback.get(playbackKey(p.part, p.side))!.between(driver.p, driver.n));
        return sum + volt * volt;
      }, 0);
      return power > 0 ? Math.max(0, driver.splAtOneVolt + 10 * Math.log10(power) + PROGRAMME_DBFS) : 0;
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

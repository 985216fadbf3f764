import { type Assessment, mustAssess } from '../assess';
import { type Catalogue, type Setup, turnKnob } from '../model';
import { limitsOf } from './figures';
import type { KnobPlace } from './knobs';

/** A limit as a straight line in decibels: what is spare now, and how many decibels each knob takes of it a decibel turned. */
export interface Limit {
  readonly what: 'converter' | 'before';
  readonly spareDb: number;
  /** One for each knob, in their order: 1 before the limit, 0 after it. */
  readonly slopes: readonly number[];
}

/**
 * How every limit depends on every gain. In decibels a chain of amplifiers is linear, so one turn of each knob by one step
 * tells all of it.
 */
export function limitsBySlope(
  setup: Setup,
  catalogue: Catalogue,
  now: Assessment,
  gains: readonly KnobPlace[],
): readonly Limit[] {
  const turned = gains.map(({ part, knob, at }) => {
    const by = at + knob.step <= knob.max ? knob.step : -knob.step;
    const after = limitsOf(mustAssess(turnKnob(setup, part, knob.id, at + by), catalogue, { reach: 'seated' }));
    return { by, spare: new Map(after.map((e) => [`${e.source} ${e.part} ${e.id}`, e.spareDb])) };
  });
  return limitsOf(now).map((e) => {
    const slopes = turned.map(({ by, spare }) => {
      const after = spare.get(`${e.source} ${e.part} ${e.id}`);
      return after === undefined ? 0 : tidy((e.spareDb - after) / by);
    });
    return { what: e.what === 'converter' ? 'converter' : 'before', spareDb: e.spareDb, slopes };
  });
}

/** Loading by a knob moves others by thousandths of a decibel; a gain is there or it is not. */
const tidy = (slope: number): number => (Math.abs(slope - Math.round(slope)) < 0.02 ? Math.round(slope) : slope);

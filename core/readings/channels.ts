import { type Circuit, type Complex, magnitude } from '../circuit';
import type { Compiled, InputChannel } from '../compile';
import type { InputEntry } from '../host';
import {
  aWeightingDb,
  dbu,
  type Noise,
  noiseAt,
  peakDbu,
  type Responses,
  responseAt1k,
  SILENCE_DBU,
  voiceVolt,
} from '../signal';

/** One source at one recorded channel. */
export interface Arrival {
  readonly source: string;
  readonly averageDbu: number;
  readonly aWeightedVolt: number;
  /** Peaks against full scale. */
  readonly peakDbfs: number;
  /** Response at 1 kHz, volts, for polarity and sides. */
  readonly at1k: Complex;
}

export interface ChannelReading {
  readonly input: InputChannel;
  readonly arrivals: readonly Arrival[];
  readonly noise: Noise;
  /** A-weighted voice over A-weighted noise, for the quietest source that is meant to be here. */
  readonly snrDb: number;
}

/** Levels, peaks and noise of every source at every channel of an input. */
export function readChannels(
  compiled: Compiled,
  circuit: Circuit,
  responses: Responses,
  entry: InputEntry,
): readonly ChannelReading[] {
  return entry.spec.channels.flatMap((id) => {
    const input = compiled.inputs.find((i) => i.part === entry.part && i.id === id);
    if (!input) return [];
    const noise = noiseAt(compiled, circuit, responses, input);
    const arrivals = compiled.setup.job.sources.map((source) => {
      const averageDbu = dbu(voiceVolt(responses, source.id, input.p, input.n));
      return {
        source: source.id,
        averageDbu,
        aWeightedVolt: voiceVolt(responses, source.id, input.p, input.n, aWeightingDb),
        peakDbfs: averageDbu <= SILENCE_DBU ? SILENCE_DBU : peakDbu(averageDbu) - input.fullScaleDbu,
        at1k: responseAt1k(responses, source.id, input),
      };
    });
    const loudest = Math.max(...arrivals.map((a) => magnitude(a.at1k)));
    const meant = arrivals.filter((a) => loudest > 0 && magnitude(a.at1k) > loudest / 30);
    const snr = meant.map((a) => 20 * Math.log10(a.aWeightedVolt / noise.aWeightedVolt));
    return [{ input, arrivals, noise, snrDb: snr.length > 0 ? Math.min(...snr) : Number.NEGATIVE_INFINITY }];
  });
}

import { atKey, itemAt } from '../algorithms';
import { type Complex, magnitude, type Transfer } from '../circuit';
import type { Compiled, InputChannel, Stage } from '../compile';
import type { InputEntry } from '../host';
import { type Hum, humAt } from '../interference';
import {
  BAND_1K,
  type Curve,
  curveOf,
  dbu,
  inBand,
  type Noise,
  noiseAt,
  pascal,
  peakDbu,
  type Responses,
  responseAt1k,
  SILENCE_DBU,
  THIRD_OCTAVES_HZ,
  transfersTo,
  voiceVolt,
  voltOf,
} from '../signal';
import { liftInPauses } from './automatic-level';

/** One source at one recorded channel. */
export interface Arrival {
  readonly source: string;
  readonly averageDbu: number;
  readonly aWeightedVolt: number;
  /** Peaks against full scale. */
  readonly peakDbfs: number;
  /** Response at 1 kHz, volts, for polarity and sides. */
  readonly at1k: Complex;
  /** The share of each of the outputs it comes out of, volts at 1 kHz in the order of its part; none where it is heard. */
  readonly bySide: readonly number[];
  /** So far below its best channel that it is not meant to be here. */
  readonly leaks: boolean;
  /** Null where nothing arrives. */
  readonly curve: Curve | null;
}

export interface ChannelReading {
  readonly input: InputChannel;
  /** Its place among those of its part, from 1. */
  readonly number: number;
  readonly arrivals: readonly Arrival[];
  readonly noise: Noise;
  /** A-weighted voice over A-weighted noise, for the quietest source that is meant to be here; infinite where none is. */
  readonly snrDb: number;
  /** The same without weighting. */
  readonly snrFlatDb: number;
  /** Amplifiers that what arrives here has gone through: those whose clipping is recorded. */
  readonly fedBy: ReadonlySet<Stage>;
  /** Mains in the channel, loudest first. */
  readonly hum: readonly Hum[];
  /** A-weighted voice over A-weighted hum, as snrDb; an order of magnitude. Infinite where nothing brings any. */
  readonly overHumDb: number;
  /** How much louder an automatic level makes the noise in pauses; 0 where the gain stays. */
  readonly pauseLiftDb: number;
}

const ratioDb = (volt: number, against: number): number => 20 * Math.log10(volt / against);

/** Below its best channel by this factor, a source is only leaking into another. */
const LEAKING = 30;

/** Levels, peaks and noise of every source at every channel of some inputs, in their order. */
export function readChannels(
  compiled: Compiled,
  responses: Responses,
  entries: readonly InputEntry[],
): readonly ChannelReading[] {
  const ids = entries.flatMap((e) => e.spec.channels.map((id, i) => ({ part: e.part, id, number: i + 1 })));
  const channels = ids.flatMap(({ part, id, number }) => {
    const input = compiled.inputs.find((i) => i.part === part && i.id === id);
    if (!input) return [];
    const transfers = transfersTo(responses, [input.p, input.n]);
    const at1k = inBand(responses, transfers, BAND_1K);
    const noise = noiseAt(compiled, responses, input, transfers);
    const hum = humAt(compiled, responses, transfers);
    const arrivals = compiled.setup.job.sources.map((source): Omit<Arrival, 'leaks'> => {
      const averageDbu = dbu(voiceVolt(responses, source.id, input.p, input.n));
      return {
        source: source.id,
        averageDbu,
        aWeightedVolt: voiceVolt(responses, source.id, input.p, input.n, 'aWeighted'),
        peakDbfs: averageDbu <= SILENCE_DBU ? SILENCE_DBU : peakDbu(averageDbu) - input.fullScaleDbu,
        at1k: responseAt1k(responses, source.id, input),
        bySide: responses.feeds
          .filter((f) => f.source === source.id && f.capsule.wired)
          .map((f) => magnitude(at1k.fromSource(f.capsule.source)) * pascal(f.spl) * f.capsule.perPascal),
        curve: averageDbu <= SILENCE_DBU ? null : curveOf(sizes(responses, source.id, input)),
      };
    });
    return [{ input, number, noise, arrivals, hum, fedBy: feeding(compiled, responses, input, at1k) }];
  });
  const bestOf = (i: number) => Math.max(...channels.map((c) => magnitude(itemAt(c.arrivals, i).at1k)));
  const best = compiled.setup.job.sources.map((_, i) => bestOf(i));
  return channels.map((c) => {
    const arrivals = c.arrivals.map((a, i) => ({
      ...a,
      leaks: a.averageDbu <= SILENCE_DBU || magnitude(a.at1k) <= itemAt(best, i) / LEAKING,
    }));
    const meant = arrivals.filter((a) => !a.leaks);
    const quietest = Math.min(...meant.map((a) => a.aWeightedVolt));
    const flat = Math.min(...meant.map((a) => voltOf(a.averageDbu)));
    return {
      ...c,
      arrivals,
      snrDb: ratioDb(quietest, c.noise.aWeightedVolt),
      snrFlatDb: ratioDb(flat, c.noise.volt),
      pauseLiftDb: liftInPauses(compiled, c.input),
      overHumDb: ratioDb(quietest, Math.hypot(...c.hum.map((h) => h.aWeightedVolt))),
    };
  });
}

const sizes = (responses: Responses, source: string, { p, n }: InputChannel): readonly number[] =>
  THIRD_OCTAVES_HZ.map((_, band) =>
    magnitude(inBand(responses, atKey(responses.bySource, source), band).between(p, n)),
  );

/** Which amplifiers carry a share of what arrives that could be heard, for any source. */
function feeding(
  compiled: Compiled,
  responses: Responses,
  input: InputChannel,
  transfer: Transfer,
): ReadonlySet<Stage> {
  const carries = (stage: Stage) => {
    const onward = magnitude(transfer.fromSource(stage.drive));
    return compiled.setup.job.sources.some(({ id }) => {
      const solution = inBand(responses, atKey(responses.bySource, id), BAND_1K);
      const arrived = magnitude(solution.between(input.p, input.n));
      const own = onward * magnitude(solution.between(stage.driveNode, stage.n));
      return arrived > 0 && own > arrived / LEAKING;
    });
  };
  return new Set(compiled.stages.filter(carries));
}

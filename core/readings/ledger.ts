import { oneWith } from '../algorithms';
import type { Compiled, Stage } from '../compile';
import type { PartId } from '../model';
import { dbu, peakDbu, type Responses, SILENCE_DBU, voiceVolt } from '../signal';
import type { ChannelReading } from './channels';

/** One thing that clips, referred to a source: how much louder the voice could be before its peaks get there. */
export interface LedgerEntry {
  readonly source: string;
  readonly part: PartId;
  readonly what: 'microphone' | 'amplifier' | 'converter';
  /** Element of the part. */
  readonly id: string;
  /** Whether what clips here is recorded; a monitor output's clipping is not. */
  readonly feeds: boolean;
  /** Below 0 it clips now. */
  readonly spareDb: number;
  /** Average level of the voice at 1 m with which the peaks just reach the limit, dB SPL. */
  readonly atSpl: number;
}

/** Every limit that a source meets on its way into the input, what clips first at the head. */
export function readLedger(
  compiled: Compiled,
  responses: Responses,
  channels: readonly ChannelReading[],
): readonly LedgerEntry[] {
  const entries: LedgerEntry[] = [];
  for (const { id: source, splAt1m } of compiled.setup.job.sources) {
    const add = (part: PartId, what: LedgerEntry['what'], id: string, spareDb: number, feeds = true) =>
      entries.push({ source, part, what, id, feeds, spareDb, atSpl: splAt1m + spareDb });
    for (const { capsule, spl, alive } of responses.feeds.filter((f) => f.source === source)) {
      if (alive && capsule.maxSpl !== null) {
        add(capsule.part, 'microphone', capsule.id, capsule.maxSpl - peakDbu(spl));
      }
    }
    for (const stage of compiled.stages) {
      const level = dbu(voiceVolt(responses, source, stage.driveNode, stage.n));
      if (level > SILENCE_DBU) {
        add(stage.part, 'amplifier', stage.id, stage.clipDbu - peakDbu(level), feedsAny(channels, stage));
      }
    }
    for (const { input, arrivals } of channels) {
      const { peakDbfs } = oneWith(arrivals, 'source', source);
      if (peakDbfs > SILENCE_DBU) add(input.part, 'converter', input.id, -peakDbfs);
    }
  }
  return entries.sort((a, b) => a.spareDb - b.spareDb);
}

/** With no channel to judge by, any amplifier may matter. */
export const feedsAny = (channels: readonly ChannelReading[], stage: Stage): boolean =>
  channels.length === 0 || channels.some((c) => c.fedBy.has(stage));

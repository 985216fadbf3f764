import { dbu, type Feed, pascal, SILENCE_DBU } from '../signal';
import type { ChannelReading } from './channels';
import type { Path } from './line';
import type { StageReading } from './stages';

/** A source that loses more than this after the last active piece is not connected: no pad takes so much. */
export const LOST_DB = -70;

/**
 * What is left of a source at the best channel, against what the last active piece before the input puts out unloaded:
 * a microphone's own voltage or an amplifier's. Loading, pads, wrong contacts and shorts all show here; gain before does not.
 */
export function keptOf(
  feed: Feed,
  path: Path,
  stages: readonly StageReading[],
  channels: readonly ChannelReading[],
): { readonly sentDbu: number; readonly keptDb: number } {
  const upstream = path.parts.slice(0, -1);
  // A send that leads elsewhere says nothing of this line; where nothing arrives, any may be what was sent.
  const feeding = stages.filter((s) => channels.some((c) => c.fedBy.has(s.stage)));
  const sent = feeding.length > 0 ? feeding : stages;
  const last = upstream.findLast((part) => sent.some((s) => s.stage.part === part));
  const own = dbu(pascal(feed.spl) * feed.capsule.voltPerPascal);
  const sentDbu = last ? Math.max(...sent.filter((s) => s.stage.part === last).map((s) => s.averageDbu)) : own;
  const arrived = Math.max(
    SILENCE_DBU,
    ...channels.map((c) => c.arrivals.find((a) => a.source === feed.source)?.averageDbu ?? SILENCE_DBU),
  );
  return { sentDbu, keptDb: arrived - sentDbu };
}

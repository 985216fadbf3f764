import type { InputEntry, StandIn } from '../host';
import type { AppClass, Session } from '../model';
import type { ChannelReading } from './channels';

/** The inputs that are recorded together: the one that is taken, and in a studio app those of its further tracks. */
export function recordedTogether(
  app: AppClass,
  { tracks }: Session,
  stand: StandIn,
  intended: InputEntry,
  entries: readonly InputEntry[],
): readonly InputEntry[] {
  if (!app.arms || !tracks) return [intended];
  const named = new Set(tracks.filter((t) => t.armed).map((t) => t.part));
  const listed = new Set(stand.list.map((l) => l.part));
  const others = entries.filter((e) => e !== intended && e.listed && listed.has(e.part) && named.has(e.part));
  return [intended, ...others];
}

/** Whether the app keeps a channel: by its armed tracks, or as many as it can tell apart; noise processing leaves one. */
export function isRecorded(
  app: AppClass,
  { tracks }: Session,
  stand: StandIn,
  { input, number }: ChannelReading,
): boolean {
  if (app.arms && tracks) return tracks.some((t) => t.armed && t.part === input.part && t.channel === number);
  return number <= (stand.processing ? 1 : app.records);
}

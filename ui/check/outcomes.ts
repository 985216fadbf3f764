import { type HuntEvent, seenInTaps, seenInWalk } from '@/core/diagnose';
import { figure, listText } from '@/core/format';
import { channelName, liveMicrophone, type Walked } from '@/core/take';

/** What a test of the live input comes to. */
export interface Outcome {
  readonly status: 'pass' | 'caution' | 'fail';
  readonly text: string;
  /** What it tells a hunt for the fault; absent where it tells nothing. */
  readonly seen?: Extract<HuntEvent, { noticed: unknown }>;
}

export const db = (x: number): string => (Number.isFinite(x) ? `${figure(x)} dBFS` : 'digital silence');

export function tapOutcome(outer: readonly number[], device: readonly number[]): Outcome {
  const live = liveMicrophone(outer, device);
  return { ...tapsSaid(live, outer), seen: seenInTaps(live) };
}

function tapsSaid(live: ReturnType<typeof liveMicrophone>, outer: readonly number[]): Outcome {
  switch (live) {
    case 'outer':
      return { status: 'pass', text: `The outer microphone is live: its taps came at ${db(Math.max(...outer))}.` };
    case 'device':
      return {
        status: 'fail',
        text: 'It is the device’s own microphone that is live. Choose the input in the app, and push each plug home.',
      };
    case 'nothing':
      return { status: 'fail', text: 'No tap was heard from either: the input is not one of these, or it is muted.' };
    default:
      return { status: 'caution', text: 'Taps on both came alike: tap each more lightly, further from the other.' };
  }
}

/** Losses that hide behind an analogue receiver cannot be told by a word. */
const HIDDEN = 'What is shorter than a word may hide in the hiss of an analogue receiver.';

export const walkOutcome = (walk: Walked, channels: number, own: number, short: number | null): Outcome => ({
  ...walkSaid(walk, channels, own, short),
  seen: seenInWalk(walk),
});

function walkSaid(
  { outcome, fadeDb, dropouts, missed, channel, othersHeard }: Walked,
  channels: number,
  own: number,
  short: number | null,
): Outcome {
  const only = short === null ? '' : ` Only ${short} s were heard: it was cut short.`;
  const browser =
    own === 0
      ? ''
      : ` The browser itself lost sound ${own === 1 ? 'once' : `${own} times`}: that is not counted. Close what else runs, and walk again.`;
  const on = channel === null ? '' : ` on ${channelName(channel, channels)}`;
  const counts = `${missed.length === 1 ? 'Count' : 'Counts'} ${listText(runsOf(missed))}`;
  const more = `${browser}${only}`;
  switch (outcome) {
    case 'dropped':
      // Two packs may be on two people, of whom one was silent: that is not known here.
      if (dropouts === 0 && othersHeard)
        return {
          status: 'caution',
          text: `${counts} did not come${on}, and came on another channel. If both are on who counted, that line lost the voice: stay nearer, in sight of its receiver.${more}`,
        };
      return {
        status: 'fail',
        text: `The sound dropped out ${dropouts === 1 ? 'once' : `${dropouts} times`} on the way. Stay nearer, in sight of the receiver, or put it higher.${more}`,
      };
    case 'not heard':
      return {
        status: 'caution',
        text: `${counts} ${missed.length === 1 ? 'was' : 'were'} not heard${on}. If you said ${missed.length === 1 ? 'it' : 'them'}, the voice was lost there.${more}`,
      };
    case 'faded':
      return {
        status: 'caution',
        text: `Every count was heard, but the voice fell by ${figure(fadeDb!)} dB on the way.${more}`,
      };
    case 'nobody counted':
      return {
        status: 'caution',
        text: `Nobody was heard counting beside the receiver: count aloud from the beginning, and measure again.${more}`,
      };
    case 'kept':
      return {
        status: more ? 'caution' : 'pass',
        text: `Every count was heard; the voice kept within ${figure(fadeDb!)} dB. ${HIDDEN}${more}`,
      };
  }
}

/** "3", "14 to 16". */
function runsOf(counts: readonly number[]): readonly string[] {
  const runs: [number, number][] = [];
  for (const c of counts) {
    const last = runs.at(-1);
    if (last && c === last[1] + 1) last[1] = c;
    else runs.push([c, c]);
  }
  return runs.map(([a, b]) => (a === b ? `${a}` : `${a} to ${b}`));
}

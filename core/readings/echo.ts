import type { NodeName } from '../circuit';
import type { Compiled } from '../compile';
import type { PartId } from '../model';
import { dbu, type Responses } from '../signal';
import { airVolt, loudspeakers } from './air';
import type { ChannelReading } from './channels';
import { type EarReading, playedVolt } from './ears';

/** As loud as one listens to a talk over headphones, dB SPL; the device is turned down to it. Common practice. */
const LISTENING_SPL = 75;

/** What an app's processing takes out of what it plays and hears back, at least; common practice is 20 to 30 dB. */
const CANCELLER_DB = 25;

/** An amplifier that has so little of what is played at its input does not carry it; est. */
const CARRIED_VOLT = 1e-3;

/** What the caller says coming back to it by wire, at one recorded channel. */
export interface EchoReading {
  readonly part: PartId;
  /** Number of the channel, from 1. */
  readonly number: number;
  /** From what the device is given to play to what it records, both against full scale: so much is lost on the way. */
  readonly lossDb: number;
  /** What the app's own echo canceller takes away besides. */
  readonly cancelledDb: number;
  /** The part whose amplifier carries it there, or the loudspeaker; null where it is the wiring alone. */
  readonly through: PartId | null;
  /** From loudspeakers into a microphone, where that is more than what comes by wire. */
  readonly byAir: boolean;
}

/** The loudspeaker that plays loudest of what is played. */
const loudest = (compiled: Compiled, heardAt: (p: NodeName, n: NodeName) => number) =>
  loudspeakers(compiled)
    .map((s) => ({ part: s.part, spl: s.splAtOneVolt + 20 * Math.log10(heardAt(s.p, s.n)) }))
    .sort((a, b) => b.spl - a.spl)[0];

/** Does a part take in by an amplifier of its own what it plays, as a mixer with a return channel does? */
const mixesPlayback = ({ playbacks, stages }: Compiled, part: PartId): boolean =>
  playbacks.some((p) => p.part === part && stages.some((s) => s.part === part && s.inP === p.p));

/** How far the device is turned down, dB: to a usual loudness at the loudest ear; 0 where nobody listens. */
export const turnedDownDb = (ears: readonly EarReading[]): number =>
  Math.max(0, Math.max(...ears.flatMap((e) => [e.leftSpl, e.rightSpl]), 0) - LISTENING_SPL);

/** What of an echo the one who made it hears: what is lost on the way and what the app takes away. */
export const heardFrom = ({ lossDb, cancelledDb }: Pick<EchoReading, 'lossDb' | 'cancelledDb'>): number =>
  lossDb + cancelledDb;

/**
 * Loss of each path from what plays the caller back into what is sent to it: headphone current in a ground that the
 * microphone shares, a mixer's bus that carries its return into the send, loudspeakers that an open microphone hears. The
 * device's volume is taken as turned down to a usual loudness at the loudest ear.
 * @returns the recorded channels in which anything at all comes back.
 */
export function readEcho(
  compiled: Compiled,
  responses: Responses,
  channels: readonly ChannelReading[],
  ears: readonly EarReading[],
  playbackPart: string,
  processing: boolean,
): readonly EchoReading[] {
  const downDb = turnedDownDb(ears);
  const heardAt = playedVolt(compiled, responses, playbackPart, true);
  return channels.flatMap(({ input, number, fedBy }) => {
    const byWire = heardAt(input.p, input.n);
    const air = airVolt(compiled, responses, heardAt, [input.p, input.n]);
    const volt = Math.hypot(byWire, air);
    if (volt === 0) return [];
    const byAir = air > byWire;
    // What the recording part only amplifies of a shared ground is the wiring's doing; a return that it mixes in is its own.
    const carrying = [...fedBy].find(
      (s) => (s.part !== input.part || mixesPlayback(compiled, s.part)) && heardAt(s.driveNode, s.n) > CARRIED_VOLT,
    );
    const lossDb = input.fullScaleDbu - dbu(volt) + downDb;
    const through = byAir ? (loudest(compiled, heardAt)?.part ?? null) : (carrying?.part ?? null);
    return [{ part: input.part, number, lossDb, cancelledDb: processing ? CANCELLER_DB : 0, through, byAir }];
  });
}

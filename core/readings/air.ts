import type { NodeName } from '../circuit';
import { magnitude } from '../circuit';
import type { Capsule, Compiled, Driver } from '../compile';
import type { PartId } from '../model';
import { absorptionM2, BAND_1K, pascal, type Responses, solvableIn } from '../signal';

/** Loudspeakers that sound into the room. */
type Loudspeaker = Driver & { readonly open: NonNullable<Driver['open']> };

export const loudspeakers = ({ drivers }: Compiled): readonly Loudspeaker[] =>
  drivers.filter((d): d is Loudspeaker => d.open !== null);

/** Capsules that hear the room. */
const inTheAir = ({ capsules }: Compiled): readonly Capsule[] => capsules.filter((c) => !c.wired);

/**
 * How loud a loudspeaker is at a microphone, against its level at one metre, dB: what comes straight, and what the room
 * returns, 4 / A against Q / (4 pi r^2) (the room equation; any handbook of room acoustics). Where nothing is said of the
 * room only what comes straight counts. A microphone that is not round takes as much less of both as its directivity: it is
 * turned to the voice, and what else comes, comes from anywhere.
 */
export function atMicrophoneDb({ setup }: Compiled, { open }: Loudspeaker, { directivity }: Capsule): number {
  const { room } = setup.job;
  const direct = 1 / open.distanceM ** 2;
  const diffuse = room ? (16 * Math.PI) / (open.directivity * absorptionM2(room.volumeM3, room.reverbS)) : 0;
  return 10 * Math.log10(direct + diffuse) - 10 * Math.log10(Math.max(1, directivity));
}

/**
 * Volts that loudspeakers make at two nodes by way of the microphones, at 1 kHz; powers add.
 * @param drive volts across each loudspeaker
 */
export function airVolt(
  compiled: Compiled,
  responses: Responses,
  drive: (p: NodeName, n: NodeName) => number,
  [p, n]: readonly [NodeName, NodeName],
): number {
  const speakers = loudspeakers(compiled);
  if (speakers.length === 0) return 0;
  const transfer = solvableIn(responses, BAND_1K).transferTo(p, n);
  let power = 0;
  for (const capsule of inTheAir(compiled)) {
    const onward = magnitude(transfer.fromSource(capsule.source)) * capsule.perPascal;
    if (onward === 0) continue;
    for (const speaker of speakers) {
      const volt = drive(speaker.p, speaker.n);
      if (volt === 0) continue;
      const spl = speaker.splAtOneVolt + 20 * Math.log10(volt) + atMicrophoneDb(compiled, speaker, capsule);
      power += (onward * pascal(spl)) ** 2;
    }
  }
  return Math.sqrt(power);
}

/** How far a loudspeaker is from howling: what a microphone hears of itself, once round, dB down. */
export interface HowlReading {
  readonly speaker: PartId;
  readonly microphone: PartId;
  readonly marginDb: number;
}

/** Of each loudspeaker and microphone the loop between them, at 1 kHz; none where the microphone does not reach it. */
export function readHowl(compiled: Compiled, responses: Responses): readonly HowlReading[] {
  const found = new Map<string, HowlReading>();
  for (const speaker of loudspeakers(compiled)) {
    const transfer = solvableIn(responses, BAND_1K).transferTo(speaker.p, speaker.n);
    for (const capsule of inTheAir(compiled)) {
      const volt = magnitude(transfer.fromSource(capsule.source)) * capsule.perPascal;
      if (volt === 0) continue;
      const back = pascal(speaker.splAtOneVolt + 20 * Math.log10(volt) + atMicrophoneDb(compiled, speaker, capsule));
      const marginDb = -20 * Math.log10(back);
      const key = `${speaker.part} ${capsule.part}`;
      const before = found.get(key);
      if (marginDb < NO_LOOP_DB && (!before || marginDb < before.marginDb))
        found.set(key, { speaker: speaker.part, microphone: capsule.part, marginDb });
    }
  }
  return [...found.values()];
}

/** A loop that loses more than this is none. */
const NO_LOOP_DB = 80;

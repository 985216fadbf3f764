import { atKey } from '../algorithms';
import { magnitude } from '../circuit';
import type { Compiled } from '../compile';
import { nodeOf } from '../compile';
import type { Detection, PartId } from '../model';
import { type OperatingPoint, playbackKey, type Responses } from '../signal';

/** Nothing is there: only what the insulation lets through. */
const OPEN_OHM = 1e9;

type HeadsetDetection = Extract<Detection, { by: 'headset' }>;

/**
 * The resistance the device's sense line finds from its microphone contact to ground: the volts there over the current
 * that the bias resistor lets in; what plastic lets through when no current flows.
 */
export function senseOhm(compiled: Compiled, op: OperatingPoint, part: PartId, detect: HeadsetDetection): number {
  const mic = nodeOf(part, detect.mic);
  const resistor = compiled.netlist.elements.find((e) => e.name === `${part}/${detect.biasResistor}`);
  if (resistor?.kind !== 'resistor') throw new Error(`${part} has no bias resistor ${detect.biasResistor}`);
  const supplySide = resistor.a === mic ? resistor.b : resistor.a;
  const current = op.solution.between(supplySide, mic).re / resistor.ohm;
  const volt = op.solution.between(mic, nodeOf(part, detect.ground)).re;
  return current > 1e-12 ? Math.min(OPEN_OHM, Math.max(0, volt) / current) : OPEN_OHM;
}

/** The load that a headphone output finds at 1 kHz: the larger of the sides, since both must be there. */
export function headphoneOhm(
  compiled: Compiled,
  responses: Responses,
  part: PartId,
  headphones: NonNullable<HeadsetDetection['headphones']>,
): number {
  const sides = compiled.playbacks.filter((p) => p.part === part && headphones.playback.includes(p.id));
  return Math.max(
    ...sides.map((p) => {
      const volt = magnitude(atKey(responses.playback, playbackKey(part, p.side)).between(p.p, p.n));
      const current = (p.fullScaleVolt - volt) / p.outputOhm;
      return current > 1e-12 ? volt / current : Number.POSITIVE_INFINITY;
    }),
  );
}

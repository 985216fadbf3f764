import { itemAt } from '../algorithms';
import { prepare } from '../circuit';
import { type Compiled, compile, type FittedJoint } from '../compile';
import { senseOhm } from '../host';
import type { Detection, PartId } from '../model';
import { operatingPoint } from '../signal';

type HeadsetDetection = Extract<Detection, { by: 'headset' }>;

/** The touch without which the device would see a microphone, or see much more of one. */
export interface Culprit {
  readonly joint: FittedJoint;
  readonly plug: string;
  readonly socket: string;
  readonly ohmWithout: number;
}

/**
 * Which touch makes the sense line read too low? Each touch where one conductor lies on two contacts is lifted in turn
 * and the steady state solved again; the one that raises the reading most is to blame. Computed, so that it holds for
 * circuits nobody listed.
 */
export function blameShort(compiled: Compiled, part: PartId, detect: HeadsetDetection, ohm: number): Culprit | null {
  let worst: Culprit | null = null;
  for (const joint of compiled.joints) {
    if (!joint.mating.fits) continue;
    const { touches } = joint.mating;
    touches.forEach((touch, i) => {
      const shared = touches.some((t, k) => k !== i && (t.plug === touch.plug || t.socket === touch.socket));
      if (!shared) return;
      const without = compile(compiled.setup, compiled.catalogue, {
        liftedTouches: new Set([itemAt(joint.touchNames, i)]),
      });
      const circuit = prepare(without.netlist);
      const op = circuit.ok ? operatingPoint(without, circuit.value) : circuit;
      if (!op.ok) return;
      const ohmWithout = senseOhm(without, op.value, part, detect);
      if (ohmWithout > 10 * Math.max(ohm, 0.01) && ohmWithout > (worst?.ohmWithout ?? 0)) {
        worst = { joint, plug: touch.plug, socket: touch.socket, ohmWithout };
      }
    });
  }
  return worst;
}

import { itemAt } from '../algorithms';
import { magnitude, type Solution } from '../circuit';
import type { Compiled, Disturbance, Earthing } from '../compile';
import { mainsOf } from '../model';
import { type Responses, solvableIn, THIRD_OCTAVES_HZ, touchNodes } from '../signal';
import { amplitudeOf, harmonicsOf } from './hum';
import { spectraOf } from './spectrum';

/** A way round for mains current: in at one part, through the joints, out at another. */
export interface Loop {
  readonly what: Disturbance['what'];
  /** Where it comes in, and where it goes to earth. */
  readonly from: string;
  readonly to: string;
  readonly joints: readonly string[];
  /** At the mains frequency, through the busiest joint; an order of magnitude. */
  readonly microampere: number;
}

/** A joint or earth that carries this share of the current belongs to the loop. */
const SHARE = 0.3;
/** So much of a supply's noise by another way is a loop: what goes over the sound's ground is heard. */
const PART = 0.02;
/** More of what the supply gives than this is all of it: it does not part. */
const WHOLE = 0.97;
/** Less is only what the air lets through. */
const LEAST_MICROAMPERE = 0.5;

/**
 * Ground loops, found by where the current goes: each mains source alone is driven at the mains frequency, and the joints
 * and earths that carry its current are the loop.
 * @returns the loops that carry more than the air lets through, with their current, microamperes
 * @example loopsOf(compiled, responses).map((l) => l.joints);
 */
export function loopsOf(compiled: Compiled, responses: Responses): readonly Loop[] {
  const loops: Loop[] = [];
  const spectra = spectraOf(mainsOf(compiled.setup.job));
  for (const d of compiled.disturbances) {
    if (d.what === 'pickup') continue;
    const fundamental = itemAt(harmonicsOf(d, spectra), 0);
    const solution = solvableIn(responses, fundamental.band).solveFor(
      new Map([[d.source, amplitudeOf(d, fundamental)]]),
    );
    const currents = compiled.joints.map((joint) => ({
      id: joint.joint.id,
      ampere: jointAmpere(compiled, solution, responses, joint),
    }));
    const most = Math.max(0, ...currents.map((c) => c.ampere));
    if (1e6 * most < LEAST_MICROAMPERE) continue;
    const returns = compiled.earthings
      .filter((e) => e.part !== d.part)
      .map((e) => ({ e, ampere: earthAmpere(solution, e, itemAt(THIRD_OCTAVES_HZ, fundamental.band)) }))
      .filter((r) => r.ampere >= SHARE * most)
      .sort((a, b) => b.ampere - a.ampere);
    // A supply's noise needs no earth to go round: its loop is where it parts and comes together again.
    const all = amplitudeOf(d, fundamental);
    const parts = d.what === 'supply noise' && currents.some((c) => c.ampere >= PART * all && c.ampere < WHOLE * all);
    if (returns.length === 0 && !parts) continue;
    loops.push({
      what: d.what,
      from: d.part,
      to: returns[0]?.e.part ?? d.fed ?? compiled.device.part.id,
      joints: currents.filter((c) => c.ampere >= (parts ? PART : SHARE) * most).map((c) => c.id),
      microampere: 1e6 * most,
    });
  }
  return loops.sort((a, b) => b.microampere - a.microampere);
}

function jointAmpere(
  compiled: Compiled,
  solution: Solution,
  responses: Responses,
  joint: Compiled['joints'][number],
): number {
  if (!joint.mating.fits) return 0;
  return Math.max(
    0,
    ...joint.mating.touches.map((touch, i) => {
      const { plug, socket } = touchNodes(joint, touch);
      const ohm = compiled.touchOhm.get(itemAt(joint.touchNames, i));
      return ohm === undefined || !responses.has(plug) ? 0 : magnitude(solution.between(plug, socket)) / ohm;
    }),
  );
}

const earthAmpere = (solution: Solution, e: Earthing, hz: number): number =>
  magnitude(solution.between(e.node, e.earth)) * (e.ohm === null ? 2 * Math.PI * hz * e.farad! : 1 / e.ohm);

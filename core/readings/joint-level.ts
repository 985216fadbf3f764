import { type Complex, magnitude, subtract, ZERO } from '../circuit';
import type { Compiled, FittedJoint } from '../compile';
import type { Role } from '../model';
import { BAND_1K, dbu, type OperatingPoint, type Responses, touchNodes, voiceVolt } from '../signal';

/** What stands at one touching pair of contacts. */
export interface ContactReading {
  readonly plug: string;
  readonly socket: string;
  readonly plugRole: Role | null;
  readonly socketRole: Role | null;
  /** Steady volts against the joint's ground contact; null where no circuit uses the contact. */
  readonly volt: number | null;
}

export interface JointReading {
  readonly joint: string;
  readonly contacts: readonly ContactReading[];
  /** Average level of the loudest source across the best pair of contacts. */
  readonly levelDbu: number;
}

/** The touch that carries the ground of a joint: by role, else the outermost. */
function groundTouch(joint: FittedJoint): number {
  const { a, b, mating } = joint;
  if (!mating.fits) return -1;
  const [plug, socket] = mating.plugIs === 'a' ? [a, b] : [b, a];
  const isGround = (role: Role | undefined) => role === 'ground' || role === 'screen';
  const both = mating.touches.findIndex(
    (t) => isGround(plug.port.roles?.[t.plug]) && isGround(socket.port.roles?.[t.socket]),
  );
  if (both >= 0) return both;
  const one = mating.touches.findIndex((t) => isGround(socket.port.roles?.[t.socket]));
  return one >= 0 ? one : mating.touches.length - 1;
}

export function readJoint(
  compiled: Compiled,
  op: OperatingPoint,
  responses: Responses,
  joint: FittedJoint,
): JointReading {
  const { a, b, mating } = joint;
  if (!mating.fits) return { joint: joint.joint.id, contacts: [], levelDbu: dbu(0) };
  const [plug, socket] = mating.plugIs === 'a' ? [a, b] : [b, a];
  const ground = groundTouch(joint);
  const groundNode = ground < 0 ? '0' : touchNodes(joint, mating.touches[ground]).socket;
  const nodes = mating.touches.map((t) => touchNodes(joint, t).plug);
  const contacts = mating.touches.map((t, i) => ({
    plug: t.plug,
    socket: t.socket,
    plugRole: plug.port.roles?.[t.plug] ?? null,
    socketRole: socket.port.roles?.[t.socket] ?? null,
    volt: responses.has(nodes[i]) && responses.has(groundNode) ? op.solution.between(nodes[i], groundNode).re : null,
  }));
  let best = 0;
  const live = nodes.filter((n) => responses.has(n));
  const spots = mating.touches.length === 1 ? [...live, '0'] : live;
  for (const { id } of compiled.setup.job.sources) {
    for (let i = 0; i < spots.length; i++) {
      for (let j = i + 1; j < spots.length; j++) best = Math.max(best, voiceVolt(responses, id, spots[i], spots[j]));
    }
  }
  return { joint: joint.joint.id, contacts, levelDbu: dbu(best) };
}

/** A source's response at 1 kHz on tip and ring 1 of a joint, against its ground. */
export interface SidesAtJoint {
  readonly first: Complex;
  readonly second: Complex;
}

/** Tip and ring 1 of a concentric joint for one source; null where the joint has not both. */
export function sidesAt(responses: Responses, joint: FittedJoint, source: string): SidesAtJoint | null {
  const { mating } = joint;
  if (!mating.fits) return null;
  const first = mating.touches.find((t) => t.socket === 'tip');
  const second = mating.touches.find((t) => t.socket === 'ring1');
  const solution = responses.bySource.get(source)?.[BAND_1K];
  const ground = groundTouch(joint);
  if (!first || !second || !solution || ground < 0) return null;
  const g = touchNodes(joint, mating.touches[ground]).socket;
  const at = (t: typeof first) => {
    const node = touchNodes(joint, t).socket;
    return responses.has(node) && responses.has(g) ? subtract(solution.voltage(node), solution.voltage(g)) : ZERO;
  };
  return { first: at(first), second: at(second) };
}

export const isSilent = (z: Complex, reference: number): boolean => magnitude(z) < reference / 30;

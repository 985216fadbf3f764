import { atKey, itemAt } from '../algorithms';
import { type Complex, divide, magnitude, ONE, subtract, ZERO } from '../circuit';
import { type Compiled, contactNode, type FittedJoint } from '../compile';
import { contactsOf, mustConnector } from '../connectors';
import type { JointId, PartId, Role } from '../model';
import {
  BAND_1K,
  dbu,
  inBand,
  type OperatingPoint,
  type Responses,
  solvableIn,
  touchNodes,
  voiceVolt,
} from '../signal';

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
  readonly joint: JointId;
  readonly contacts: readonly ContactReading[];
  /** Average level of the loudest source across the best pair of contacts. */
  readonly levelDbu: number;
  /** That pair, as nodes of the netlist; null where there is no source. */
  readonly across: readonly [string, string] | null;
  readonly loading: Loading | null;
  readonly earth: Earth;
}

/** What feeds the joint and what it feeds, at 1 kHz, between the contacts where the loudest source is loudest. */
export interface Loading {
  readonly sourceOhm: number;
  readonly loadOhm: number;
  /** What the load takes from the level that stood there without it. */
  readonly lossDb: number;
}

/** How two parts share an earth: by metal that meets, not at all though metal should, or not at all because nothing is metal. */
export type Earth = 'metal' | 'broken' | 'radio';

const isEarth = (role: Role | null, contact: string): boolean =>
  role === 'ground' || role === 'screen' || contact === 'gnd';

/** Does earth meet earth at a joint? */
function earthOf(joint: FittedJoint, contacts: readonly ContactReading[]): Earth {
  if (joint.a.port.carries === 'radio') return 'radio';
  return contacts.some((c) => isEarth(c.plugRole, c.plug) && isEarth(c.socketRole, c.socket)) ? 'metal' : 'broken';
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
  if (!mating.fits)
    return { joint: joint.joint.id, contacts: [], levelDbu: dbu(0), across: null, loading: null, earth: 'broken' };
  const [plug, socket] = mating.plugIs === 'a' ? [a, b] : [b, a];
  const ground = groundTouch(joint);
  const groundNode = ground < 0 ? '0' : touchNodes(joint, itemAt(mating.touches, ground)).socket;
  const nodes = mating.touches.map((t) => touchNodes(joint, t).plug);
  const contacts = mating.touches.map((t, i) => ({
    plug: t.plug,
    socket: t.socket,
    plugRole: plug.port.roles?.[t.plug] ?? null,
    socketRole: socket.port.roles?.[t.socket] ?? null,
    volt:
      responses.has(itemAt(nodes, i)) && responses.has(groundNode)
        ? op.solution.between(itemAt(nodes, i), groundNode).re
        : null,
  }));
  const spots = mating.touches.length === 1 ? [...nodes, '0'] : nodes;
  const loudest = compiled.setup.job.sources
    .map((s) => ({ ...loudestPair(responses, s.id, spots), source: s.id }))
    .reduce((a, b) => (b.volt > a.volt ? b : a));
  return {
    joint: joint.joint.id,
    contacts,
    levelDbu: dbu(loudest.volt),
    across: loudest.across,
    loading: loudest.across && loadingOf(compiled, responses, joint, loudest.source, loudest.across),
    earth: earthOf(joint, contacts),
  };
}

/** Admittance beyond which a side takes or gives nothing that matters. */
const LEAST_SIEMENS = 1e-9;

/**
 * Both impedances from one solution: the load's is the voltage over the current through the touch; what is measured across
 * the joint from outside is both in parallel, and the rest is the source's.
 */
function loadingOf(
  compiled: Compiled,
  responses: Responses,
  joint: FittedJoint,
  source: string,
  [p, n]: readonly [string, string],
): Loading | null {
  const { mating } = joint;
  if (!mating.fits || n === '0') return null;
  const solution = inBand(responses, atKey(responses.bySource, source), BAND_1K);
  let current = ZERO;
  mating.touches.forEach((touch, i) => {
    const { plug, socket } = touchNodes(joint, touch);
    const ohm = compiled.touchOhm.get(itemAt(joint.touchNames, i));
    if (plug !== p || ohm === undefined) return;
    const drop = solution.between(plug, socket);
    current = { re: current.re + drop.re / ohm, im: current.im + drop.im / ohm };
  });
  const volt = solution.between(p, n);
  const both = divide(ONE, solvableIn(responses, BAND_1K).transferTo(p, n).fromCurrent(n, p));
  let load = divide(current, volt);
  // Which side is the plug's decides the sign of the current; a load takes, it does not give.
  if (load.re < 0) load = { re: -load.re, im: -load.im };
  const rest = subtract(both, load);
  const [takes, gives] = [magnitude(load), magnitude(rest)];
  if (!(gives > LEAST_SIEMENS) || !Number.isFinite(takes)) return null;
  return {
    sourceOhm: 1 / gives,
    loadOhm: takes > LEAST_SIEMENS ? 1 / takes : Number.POSITIVE_INFINITY,
    lossDb: 20 * Math.log10(magnitude(divide(both, rest))),
  };
}

interface Pair {
  readonly volt: number;
  readonly across: readonly [string, string] | null;
}

/** The pair of nodes across which a source is loudest; nodes that no circuit uses are left out. */
function loudestPair(responses: Responses, source: string, nodes: readonly string[]): Pair {
  const live = nodes.filter((n) => n === '0' || responses.has(n));
  let best: Pair = { volt: 0, across: null };
  for (let i = 0; i < live.length; i++) {
    for (let j = i + 1; j < live.length; j++) {
      const volt = voiceVolt(responses, source, itemAt(live, i), itemAt(live, j));
      if (volt > best.volt) best = { volt, across: [itemAt(live, i), itemAt(live, j)] };
    }
  }
  return best;
}

/** Nodes of all contacts of the port by which a part goes into a joint. */
function portNodes(joint: FittedJoint, part: PartId): readonly string[] {
  const { port } = joint.a.part.id === part ? joint.a : joint.b;
  return contactsOf(mustConnector(port.connector)).map((c) => contactNode(part, port.id, c));
}

/** Level of a source at all contacts of the port by which a part leads into a joint, whether or not they touch anything. */
export function levelOffered(responses: Responses, joint: FittedJoint, part: PartId, source: string): number {
  const contacts = portNodes(joint, part);
  return dbu(loudestPair(responses, source, contacts.length === 1 ? [...contacts, '0'] : contacts).volt);
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
  const swept = responses.bySource.get(source);
  const ground = groundTouch(joint);
  if (!first || !second || !swept || ground < 0) return null;
  const solution = inBand(responses, swept, BAND_1K);
  const g = touchNodes(joint, itemAt(mating.touches, ground)).socket;
  const at = (t: typeof first) => {
    const node = touchNodes(joint, t).socket;
    return responses.has(node) && responses.has(g) ? subtract(solution.voltage(node), solution.voltage(g)) : ZERO;
  };
  return { first: at(first), second: at(second) };
}

export const isSilent = (z: Complex, reference: number): boolean => magnitude(z) < reference / 30;

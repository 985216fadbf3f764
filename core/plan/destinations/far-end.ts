import { itemAt, memo } from '../../algorithms';
import { mustAssess } from '../../assess';
import { freePorts, otherHoles } from '../../change';
import {
  type Catalogue,
  type ClassId,
  classIn,
  classOfPart,
  hearsFarEnd,
  isLoudspeaker,
  type Joint,
  type PartClass,
  type PortId,
  type PortSpec,
  type Setup,
} from '../../model';
import { accepts, betweenOf, type End, endsFrom, growing, isRightHalf } from '../search';
import type { Means } from '../stock';
import {
  type Candidate,
  compareScores,
  failsNothing,
  isBetter,
  openFaders,
  scoreOf,
  setMonitoring,
  tuneKnobs,
} from '../tuning';

/** From where the device plays to the mixer: two leads, or a lead and a box. */
const RETURN = { pieces: 2, doing: 1 };
/** From the mixer's own hole to the ears. */
const EARS = { pieces: 1, doing: 0 };
/** Returns and sends that are tried for one chain. */
const MOST_RETURNS = 2;

/** Does a chain pass through a mixer and fail by its ears alone, where the caller must be heard? */
export function canMixFarEnd({ setup, assessment }: Candidate, catalogue: Catalogue): boolean {
  const failing = assessment.verdicts.filter((v) => v.status === 'fail');
  const isMixer = (c: string) => classIn(catalogue, c).kind === 'mixer';
  return (
    hearsFarEnd(setup.job.hearing) &&
    failing.length > 0 &&
    failing.every((v) => v.gate === 'heard') &&
    setup.parts.some((p) => isMixer(p.class))
  );
}

/**
 * A chain that goes through a mixer, with the caller brought into that mixer as well, and heard there beside one's own
 * voice: device to mixer and mixer to device at once. What goes back must not carry the caller, so every output that the
 * send could be taken from is tried, and the gates decide.
 * @returns what comes out best; the same as came in where nothing does better.
 */
export function withFarEnd(settled: Candidate, means: Means): Candidate {
  const { catalogue, stock } = means;
  const { setup } = settled;
  const classOf = (id: string): PartClass => classOfPart(setup, catalogue, id);
  const between = betweenOf(catalogue.parts.values());
  const free = freePorts(setup, catalogue);
  let best = settled;
  for (const { id: mixer } of setup.parts.filter((p) => classOf(p.id).kind === 'mixer')) {
    const holes = free.filter(
      ({ part, port }) => part === mixer && port.flow === 'in' && port.carries === 'line' && !isRightHalf(port),
    );
    const players = free.filter(({ part, port }) => part !== mixer && port.flow === 'monitor');
    const returns = players
      .flatMap((player) =>
        endsFrom(classOf(player.part), [asOutput(player.port)], between, { ...RETURN, stock })
          .filter((e) => !isRightHalf(e.out))
          .flatMap((end) =>
            holes
              .filter(
                (h, i) =>
                  accepts(end.out, h.port) &&
                  (!h.port.pair || end.out.pair !== undefined) &&
                  !holes.slice(i + 1).some((later) => isAlike(h.port, later.port)),
              )
              .map((hole) => ({ player, end, hole: hole.port })),
          ),
      )
      .sort((a, b) => Number(!a.hole.pair) - Number(!b.hole.pair) || a.end.cost - b.end.cost)
      .slice(0, MOST_RETURNS);
    const ears = free
      .filter(({ part, port }) => part === mixer && port.flow === 'monitor')
      .flatMap((hole) => headphonesAt(hole, classOf(mixer), between, means));
    for (const back of returns) {
      if (failsNothing(best.assessment)) break;
      const grown = growing(means, [...setup.parts], [...setup.joints]);
      const end = grown.follow({ part: back.player.part, port: back.player.port.id }, back.end.links.slice(1));
      grown.join(end, { part: mixer, port: back.hole.id });
      const [ear] = ears;
      if (ear) {
        const last = grown.follow({ part: mixer, port: ear.from.id }, ear.end.links.slice(1));
        grown.join(last, { part: grown.add(ear.classId), port: ear.port });
      }
      const whole: Setup = { ...setup, parts: grown.parts, joints: grown.joints };
      const ways = sendsOf(whole, catalogue, mixer)
        .map((way) => (ear ? openFaders(way, catalogue, mixer, back.hole.id, ear.from.id) : way))
        .map((way) => ({ way, score: scoreOf(mustAssess(way, catalogue)) }))
        .sort((a, b) => compareScores(a.score, b.score));
      const tried = setMonitoring(tuneKnobs(itemAt(ways, 0).way, catalogue), catalogue);
      if (isBetter(tried.assessment, best.assessment)) best = tried;
    }
  }
  return best;
}

/** The setup as it is, and with the way to the device taken from each other output of the mixer, opened for what comes in. */
function sendsOf(setup: Setup, catalogue: Catalogue, mixer: string): readonly Setup[] {
  const { ports } = classOfPart(setup, catalogue, mixer);
  const at = (j: Joint) => [j.a, j.b].find((r) => r.part === mixer);
  const place = (id: string | undefined) => ports.findIndex((p) => p.id === id);
  /** The other one of two that belong together. */
  const isSecond = (port: PortSpec) => port.pair !== undefined && place(port.pair) < place(port.id);
  const isSend = (j: Joint) => ports.find((p) => p.id === at(j)?.port)?.flow === 'out';
  const inputs = setup.joints.flatMap((j) => ports.find((p) => p.id === at(j)?.port && p.carries === 'mic')?.id ?? []);
  const moved = setup.joints.filter(isSend).flatMap((joint) =>
    otherHoles(setup, catalogue, joint.id)
      .filter(({ part, port }) => part === mixer && port.flow === 'out' && !isSecond(port))
      .map(({ port, setup: there }) =>
        inputs.reduce((s, input) => openFaders(s, catalogue, mixer, input, port.id), there),
      ),
  );
  return [setup, ...moved];
}

/** Headphones at a hole, directly or by an adapter, the cheapest. */
function headphonesAt(
  hole: { readonly port: PortSpec },
  mixer: PartClass,
  between: readonly PartClass[],
  { catalogue, stock }: Means,
): readonly { readonly from: PortSpec; readonly end: End; readonly classId: ClassId; readonly port: PortId }[] {
  const listening = [...catalogue.parts.values()].filter(
    (c) => c.kind === 'listening' && !isLoudspeaker(c) && itemAt(c.ports, 0).flow !== 'out',
  );
  return endsFrom(mixer, [asOutput(hole.port)], between, { ...EARS, stock })
    .flatMap((end) =>
      listening.flatMap((c) =>
        c.ports
          .filter((p) => accepts(end.out, { ...p, carries: 'any' }))
          .map((p) => ({
            from: hole.port,
            end,
            classId: c.id,
            port: p.id,
            cost: end.cost + stock.take(c.id, 0).price,
          })),
      ),
    )
    .sort((a, b) => a.cost - b.cost)
    .slice(0, 1);
}

/** What is meant for headphones, taken as a line output. */
const asOutput = memo((port: PortSpec): PortSpec => ({ ...port, flow: 'out', carries: 'line' }));

const isAlike = (a: PortSpec, b: PortSpec): boolean => a.connector === b.connector && a.carries === b.carries;

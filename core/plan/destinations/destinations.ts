import { atKey, byId, freshId, memoBy } from '../../algorithms';
import { freePorts, insertPart } from '../../change';
import {
  type ClassId,
  classIn,
  type Destination,
  isGiven,
  type Job,
  type Joint,
  type Part,
  type PortSpec,
  type Setup,
} from '../../model';
import { addAccessories } from '../accessories';
import { accepts, betweenOf, type End, endsFrom, growing, isRightHalf, type Link } from '../search';
import { costOf, type Means } from '../stock';
import { type Candidate, failsNothing, isBetter, type Planning, tuneKnobs } from '../tuning';

/** From a free output to another device: a lead or two, a pad, and an adapter that converts. */
const LIMITS = { pieces: 4, doing: 2 };
/** Ways that are assessed for one destination of one chain. */
const MOST_TRIED = 10;
const MOST_OF_A_TAP = 4;

/** Brings further destinations into setups that lead to the first. */
export interface Destinations {
  /** With every further destination of the job, each by its cheapest way that works, else by the best there is. */
  reach(settled: Candidate): Candidate;
}

/**
 * Where a chain can be tapped for another device: any output that is free, and any joint that a splitter goes into; or
 * the device has a chain of its own.
 * @param alone chains found for one destination by itself, the best first.
 * @param planning the whole search's: ways that led nowhere from one chain are not tried from all others.
 */
export function destinationsOf(
  job: Job,
  alone: (to: Destination) => readonly Setup[],
  planning: Planning,
): Destinations {
  const { catalogue, stock, past } = planning;
  const between = betweenOf(catalogue.parts.values());
  const splitters = between.filter(
    (c) => !c.inputs && !c.usb && c.ports.filter((p) => p.flow === 'out' && !isRightHalf(p)).length > 1,
  );
  const endsOf = memoBy(
    (classId: ClassId, port: PortSpec) => `${classId}.${port.id}`,
    (classId, port) => endsFrom(classIn(catalogue, classId), [port], between, { ...LIMITS, stock }),
  );
  /** Ways from an output of a class into a device's holes, those that do different things each once. */
  const waysTo = memoBy(
    (classId: ClassId, port: PortSpec, device: string) => `${classId}.${port.id} ${device}`,
    (classId, port, device): readonly { readonly end: End; readonly hole: string }[] => {
      const holes = classIn(catalogue, device).ports.filter((p) => p.flow === 'in');
      const unlike = new Map<string, { readonly end: End; readonly hole: string }>();
      for (const end of endsOf(classId, port)) {
        const hole = holes.find((h) => accepts(end.out, h));
        const does = hole && `${hole.id} ${end.doing.join()}`;
        if (does !== undefined && !unlike.has(does)) unlike.set(does, { end, hole: hole!.id });
      }
      return [...unlike.values()].slice(0, MOST_OF_A_TAP);
    },
  );
  /** Every way to tap a setup, as setups with the device in them. */
  const tapped = (setup: Setup, to: Destination): readonly Way[] => {
    const splitInto = setup.joints.flatMap((j) =>
      splitters.flatMap((c) => insertPart(setup, catalogue, j.id, stock.take(c.id, 0).part) ?? []),
    );
    return [setup, ...splitInto].flatMap((from, i) =>
      freePorts(from, catalogue)
        .filter(({ part, port }) => {
          const partClass = classIn(catalogue, byId(from.parts, part).class);
          // Of a setup with a splitter in it, the splitter's own outputs are what is new.
          if (i > 0 && part !== from.parts.at(-1)!.id) return false;
          return (
            port.flow === 'out' &&
            !isRightHalf(port) &&
            !partClass.host &&
            !partClass.circuit.some((e) => e.is === 'capsule')
          );
        })
        .flatMap(({ part, port }) =>
          waysTo(byId(from.parts, part).class, port, to.device).map(({ end, hole }) => ({
            setup: led(from, { part, port: port.id }, end.links.slice(1), hole, to),
            name: `${end.links.map((l) => `${l.classId}.${l.outPort}`).join()} ${to.device}.${hole}`,
          })),
        ),
    );
  };
  const led = (setup: Setup, tap: Joint['a'], links: readonly Link[], hole: string, to: Destination): Setup => {
    const grown = growing(planning, [...setup.parts], [...setup.joints]);
    const end = grown.follow(tap, links);
    const device = grown.add(to.device);
    grown.join(end, { part: device, port: hole });
    return withDestination({ ...setup, parts: grown.parts, joints: grown.joints }, to);
  };
  const cost = (setup: Setup) => costOf(setup.parts, stock, catalogue).cost + setup.parts.length / 2;
  return {
    reach(settled) {
      let best = settled;
      for (const to of job.also ?? []) {
        const ways = [
          ...tapped(best.setup, to),
          ...alone(to).map((other, i) => ({
            setup: beside(best.setup, other, to, planning),
            name: `alone ${to.device} ${i}`,
          })),
        ]
          .map((w) => ({
            ...w,
            cost: cost(w.setup),
            rank: past.tries.isGood(w.name) ? 0 : past.tries.isBad(w.name) ? 2 : 1,
          }))
          .sort((a, b) => a.rank - b.rank || a.cost - b.cost);
        let found: Candidate | null = null;
        for (const { setup, name } of ways.slice(0, MOST_TRIED)) {
          const next = addAccessories(tuneKnobs(setup, catalogue, past), planning);
          past.tries.keep(name, failsNothing(next.assessment));
          if (!found || isBetter(next.assessment, found.assessment)) found = next;
          if (failsNothing(found.assessment)) break;
        }
        if (!found) return settled;
        best = found;
      }
      return best;
    },
  };
}

interface Way {
  readonly setup: Setup;
  /** The same for ways that take the same pieces from the same kind of output. */
  readonly name: string;
}

const withDestination = (setup: Setup, to: Destination): Setup => ({
  ...setup,
  job: { ...setup.job, also: [...(setup.job.also ?? []), to] },
});

/** Another device with a chain and microphones of its own, beside what is there. What sound comes out of is there once. */
function beside(setup: Setup, other: Setup, to: Destination, { catalogue, stock }: Means): Setup {
  const ids = new Map<string, string>();
  const parts: Part[] = [...setup.parts];
  for (const p of other.parts) {
    const n = parts.filter((x) => x.class === p.class).length;
    const taken = isGiven(classIn(catalogue, p.class)) ? p : stock.take(p.class, n).part;
    const id = freshId(
      parts.map((x) => x.id),
      taken.id,
    );
    ids.set(p.id, id);
    parts.push({ ...taken, ...(p.knobs ? { knobs: p.knobs } : {}), id });
  }
  const ref = (r: Joint['a']) => ({ ...r, part: atKey(ids, r.part) });
  const joints = [...setup.joints];
  for (const j of other.joints) {
    const id = freshId(
      joints.map((x) => x.id),
      `j${joints.length + 1}`,
    );
    joints.push({ ...j, id, a: ref(j.a), b: ref(j.b) });
  }
  const placements = [...setup.placements, ...other.placements.map((p) => ({ ...p, part: atKey(ids, p.part) }))];
  return withDestination({ ...setup, parts, joints, placements }, to);
}

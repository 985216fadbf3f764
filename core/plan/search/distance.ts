import { atKey, oneWith, reach, wayTo } from '../../algorithms';
import { type Catalogue, classIn, hasFigure, quantity, type Setup } from '../../model';

/** The distance at which a microphone class is worn or stood; null for one that sits on the device. */
export function placedM(catalogue: Catalogue, classId: string): number | null {
  const partClass = classIn(catalogue, classId);
  return hasFigure(partClass, 'placedM') ? quantity({ id: classId, class: classId }, partClass, 'placedM') : null;
}

/** Does a setup span the job's distance from each source to the device? Radio does; leads and arms along the way add up. */
export const reaches = (setup: Setup, catalogue: Catalogue): boolean => shortOf(setup, catalogue).length === 0;

/** A source from which cables do not reach. */
interface Short {
  /** By so many metres. */
  readonly byM: number;
  /** The parts from it to the device. */
  readonly parts: readonly string[];
}

/** The sources from which a setup's cables are too short. */
export function shortOf(setup: Setup, catalogue: Catalogue): readonly Short[] {
  const { distanceM } = setup.job;
  const partOf = new Map(setup.parts.map((p) => [p.id, p]));
  const device = oneWith(setup.parts, 'class', setup.job.device).id;
  return setup.placements.flatMap((placement): readonly Short[] => {
    const part = atKey(partOf, placement.part);
    const byWire = classIn(catalogue, part.class).kind === 'source';
    if (!byWire && placement.distanceM >= distanceM) return [];
    let length = byWire ? 0 : placement.distanceM;
    const parts = partsTowards(setup, placement.part, device);
    for (const id of parts) {
      const p = atKey(partOf, id);
      const partClass = classIn(catalogue, p.class);
      if (partClass.ports.some((port) => port.carries === 'radio')) return [];
      if (hasFigure(partClass, 'lengthM')) length += quantity(p, partClass, 'lengthM');
    }
    return length >= distanceM - 1e-9 ? [] : [{ byM: distanceM - length, parts }];
  });
}

/** The parts on the way with the fewest connections, both ends included; all there are where none leads there. */
function partsTowards(setup: Setup, from: string, to: string): readonly string[] {
  const found = reach([from], (at) =>
    setup.joints.flatMap(({ id, a, b }) => {
      const next = a.part === at ? b.part : b.part === at ? a.part : null;
      return next === null ? [] : [[next, id] as const];
    }),
  );
  return wayTo(found, to)?.places ?? setup.parts.map((p) => p.id);
}

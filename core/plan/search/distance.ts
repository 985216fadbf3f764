import { reach, wayTo } from '../../algorithms';
import { type Catalogue, classIn, hasFigure, quantity, type Setup } from '../../model';

/** The distance at which a microphone class is worn or stood; null for one that sits on the device. */
export function placedM(catalogue: Catalogue, classId: string): number | null {
  const partClass = classIn(catalogue, classId);
  return hasFigure(partClass, 'placedM') ? quantity({ id: classId, class: classId }, partClass, 'placedM') : null;
}

/** Does a setup span the job's distance from each source to the device? Radio does; leads and arms along the way add up. */
export function reaches(setup: Setup, catalogue: Catalogue): boolean {
  const { distanceM } = setup.job;
  const partOf = new Map(setup.parts.map((p) => [p.id, p]));
  const device = setup.parts.find((p) => p.class === setup.job.device)!.id;
  return setup.placements.every((placement) => {
    const part = partOf.get(placement.part)!;
    const byWire = classIn(catalogue, part.class).kind === 'source';
    if (!byWire && placement.distanceM >= distanceM) return true;
    let length = byWire ? 0 : placement.distanceM;
    for (const id of partsTowards(setup, placement.part, device)) {
      const p = partOf.get(id)!;
      const partClass = classIn(catalogue, p.class);
      if (partClass.ports.some((port) => port.carries === 'radio')) return true;
      if (hasFigure(partClass, 'lengthM')) length += quantity(p, partClass, 'lengthM');
    }
    return length >= distanceM;
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

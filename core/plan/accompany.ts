import { type Catalogue, quantity, type Setup } from '../model';
import { attachPart, freePorts } from './edit';
import { compareScores, scoreOf } from './score';
import { type Settled, settleKnobs } from './settle';
import type { Stock } from './stock';

/**
 * Add what a chain needs beside it: headphones where someone must hear or the device wants to see them, a charger where a
 * part can be fed and lacks it.
 * Each is tried in every free hole that it fits, and kept where the whole comes out best.
 */
export function accompany(settled: Settled, catalogue: Catalogue, stock: Stock): Settled {
  let best = settled;
  const failing = (gate: string) => best.assessment.verdicts.some((v) => v.gate === gate && v.status === 'fail');
  const wantsLoad = best.assessment.readings.intended?.why === 'no-headphones';
  if (wantsLoad || (failing('heard') && best.setup.job.hearing !== 'nothing'))
    best = tryKind('listening', best, catalogue, stock);
  if (failing('powered') && best.setup.job.place === 'desk-mains') best = tryKind('power', best, catalogue, stock);
  return best;
}

function tryKind(kind: 'listening' | 'power', settled: Settled, catalogue: Catalogue, stock: Stock): Settled {
  const classes = [...catalogue.parts.values()]
    .filter((c) => c.kind === kind && c.ports[0].flow !== 'out')
    .sort((a, b) => stock.take(a.id, 0).price - stock.take(b.id, 0).price);
  const flow = kind === 'listening' ? 'monitor' : 'power';
  let best = settled;
  for (const hole of freePorts(settled.setup, catalogue).filter((p) => p.port.flow === flow)) {
    for (const c of classes) {
      const setup = attachPart(settled.setup, catalogue, hole, { ...stock.take(c.id, 0).part, id: c.id });
      if (!setup) continue;
      const tried = settleKnobs(setup, catalogue);
      if (compareScores(scoreOf(tried.assessment), scoreOf(best.assessment)) < 0) best = tried;
      break;
    }
  }
  return best;
}

/** The distance at which a microphone class is worn or stood; null for one that sits on the device. */
export function placedM(catalogue: Catalogue, classId: string): number | null {
  const partClass = catalogue.parts.get(classId)!;
  return Object.hasOwn(partClass.values, 'placedM')
    ? quantity({ id: classId, class: classId }, partClass, 'placedM')
    : null;
}

/** Does a chain of parts span the job's distance? Radio does; leads and arms add up. */
export function reaches(setup: Setup, catalogue: Catalogue): boolean {
  const classes = setup.parts.map((p) => ({ part: p, partClass: catalogue.parts.get(p.class)! }));
  if (classes.some(({ partClass }) => partClass.ports.some((p) => p.carries === 'radio'))) return true;
  if (setup.placements.every((p) => p.distanceM >= setup.job.distanceM)) return true;
  const length = classes.reduce(
    (sum, { part, partClass }) =>
      sum + (Object.hasOwn(partClass.values, 'lengthM') ? quantity(part, partClass, 'lengthM') : 0),
    0,
  );
  return length + Math.max(...setup.placements.map((p) => p.distanceM)) >= setup.job.distanceM;
}

import { freshJointId, portsFit } from '../../change';
import { type Catalogue, classOfPart, type Joint, type PartId, type Setup } from '../../model';
import { accepts, reaches } from '../search';
import { type Candidate, candidateOf, failsNothing, isAsSound, type Planning, scoreOf } from '../tuning';

/** So much margin may be lost with a piece that is left out: it is within what is rounded. */
const SLACK = 0.05;

/**
 * The same without the pieces that do nothing: each is left out by itself, what it joined is joined through where that
 * fits, and where no gate and no margin is the worse for it, it stays out.
 */
export function leanOf(settled: Candidate, { catalogue, past }: Planning): Candidate {
  let best = settled;
  if (!failsNothing(best.assessment)) return best;
  for (const { id } of settled.setup.parts) {
    const without = leftOut(best.setup, id, catalogue);
    if (!without || !reaches(without, catalogue)) continue;
    const tried = candidateOf(without, catalogue, past);
    if (!isAsSound(tried.assessment, best.assessment)) continue;
    if (scoreOf(tried.assessment).margin >= scoreOf(best.assessment).margin - SLACK) best = tried;
  }
  return best;
}

/** Without a part, what was on its two sides joined; null where it cannot go. */
function leftOut(setup: Setup, id: PartId, catalogue: Catalogue): Setup | null {
  const c = classOfPart(setup, catalogue, id);
  if (c.host || c.plugInBody || setup.placements.some((p) => p.part === id)) return null;
  const own = setup.joints.filter((j) => j.a.part === id || j.b.part === id);
  const others = setup.joints.filter((j) => !own.includes(j));
  const rest = { ...setup, parts: setup.parts.filter((p) => p.id !== id), joints: others };
  const ends = own.map((j) => (j.a.part === id ? j.b : j.a));
  // A microphone without a cable of its own keeps the one it has.
  if (c.kind === 'lead' && ends.some((e) => classOfPart(setup, catalogue, e.part).plugInBody)) return null;
  const [a, b] = ends;
  if (!a || ends.length > 2) return null;
  if (!b) return rest;
  const portOf = (end: Joint['a']) => classOfPart(setup, catalogue, end.part).ports.find((p) => p.id === end.port);
  const [from, to] = [portOf(a), portOf(b)];
  if (!from || !to || !portsFit(from, to) || !(accepts(from, to) || accepts(to, from))) return null;
  const at = setup.joints.findIndex((j) => own.includes(j));
  const through: Joint = { id: freshJointId(rest), a, b };
  return { ...rest, joints: [...others.slice(0, at), through, ...others.slice(at)] };
}

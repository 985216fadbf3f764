import { attachPart } from '../../change';
import { type Catalogue, partIn, turnKnob } from '../../model';
import {
  type Candidate,
  candidateOf,
  compareScores,
  type Experience,
  faultsOf,
  isHopeless,
  type Planning,
  scoreOf,
  setMonitoring,
  tuneFrom,
} from '../tuning';
import { type AccessoryKind, accessoryClasses, accessoryPorts } from './accessory-ports';

/**
 * Add what a chain needs beside it: headphones where someone must hear or the device wants to see them, a charger where a
 * part can be fed and lacks it.
 * Each is tried in every free hole that it fits, and kept where the whole comes out best.
 */
export function addAccessories(settled: Candidate, planning: Planning): Candidate {
  const { catalogue, past } = planning;
  let best = settled;
  const failing = (gate: string) => best.assessment.verdicts.some((v) => v.gate === gate && v.status === 'fail');
  const wantsLoad = best.assessment.readings.intended?.why === 'no-headphones';
  if (!wantsLoad && isHopeless(settled, past)) return settled;
  if (wantsLoad || (failing('heard') && best.setup.job.hearing !== 'nothing'))
    best = tryKind('listening', best, planning);
  if (failing('powered')) best = onMains(best, catalogue, past);
  if (failing('powered')) best = tryKind('power', best, planning);
  return best;
}

/** The device on its own supply, where it has one and the place has mains. */
function onMains(settled: Candidate, catalogue: Catalogue, past: Experience): Candidate {
  const { part, partClass } = settled.assessment.readings.compiled.device;
  const knob = partClass.knobs?.find((k) => k.id === partClass.host!.mainsKnob);
  if (!knob || settled.setup.job.place !== 'desk-mains') return settled;
  let best = settled;
  for (let position = 1; position <= knob.max; position++) {
    const tried = candidateOf(turnKnob(settled.setup, part.id, knob.id, position), catalogue, past);
    if (compareScores(scoreOf(tried.assessment), scoreOf(best.assessment)) < 0) best = tried;
  }
  return best;
}

function tryKind(kind: AccessoryKind, settled: Candidate, { catalogue, stock, past }: Planning): Candidate {
  const { setup: bare } = settled;
  const classes = [...accessoryClasses(kind, bare, catalogue)].sort(
    (a, b) => stock.take(a.id, 0).price - stock.take(b.id, 0).price,
  );
  const classOf = (id: string) => partIn(bare, id).class;
  let best = settled;
  for (const hole of accessoryPorts(kind, bare, catalogue)) {
    for (const c of classes) {
      const setup = attachPart(settled.setup, catalogue, hole, { ...stock.take(c.id, 0).part, id: String(c.id) });
      if (!setup) continue;
      const key = `${classOf(hole.part)}.${hole.port.id} ${kind === 'power' ? c.id : ''} ${faultsOf(settled)}`;
      if (past.tries.isBad(key)) continue;
      const tried = setMonitoring(candidateOf(setup, catalogue, past), catalogue);
      past.tries.keep(key, compareScores(scoreOf(tried.assessment), scoreOf(settled.assessment)) < 0);
      if (compareScores(scoreOf(tried.assessment), scoreOf(best.assessment)) < 0) best = tried;
      // One pair of headphones is like another, but not every power bank lasts.
      if (kind === 'listening') break;
    }
  }
  // What is heard or fed hardly moves the knobs of the line: they are set once, for the best of them.
  return best === settled ? settled : tuneFrom(best, catalogue, past);
}

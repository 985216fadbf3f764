import {
  type Catalogue,
  classIn,
  hearsFarEnd,
  hearsSelf,
  type KnobSpec,
  knobAt,
  type Setup,
  turnKnob,
} from '../../model';
import { isBetter } from './score';
import { type Candidate, candidateOf, switchesOf } from './tune-knobs';

/** As loud as one listens beside a live voice, and the most at any ear while it is set, dB SPL; est. */
const WANTED_SPL = 75;
const MOST_SPL = 85;

/** Set what leads to the ears: switches that let one hear oneself by wire, and how loud the headphones are. */
export function setMonitoring(settled: Candidate, catalogue: Catalogue): Candidate {
  let best = settled;
  const better = (setup: Setup) => {
    if (setup === best.setup) return;
    const tried = candidateOf(setup, catalogue);
    if (isBetter(tried.assessment, best.assessment)) best = tried;
  };
  for (const { part, knob } of switchesOf(settled.setup, catalogue, 'ears'))
    better(turnKnob(best.setup, part.id, knob.id, knob.max));
  const byDb = louderBy(best);
  if (byDb !== 0) better(turned(best.setup, catalogue, byDb));
  return best;
}

/** So much more at the ears makes the quietest of what must be heard loud enough, as far as the loudest allows. */
function louderBy({ assessment: { readings } }: Candidate): number {
  const { hearing } = readings.compiled.setup.job;
  const quietest = readings.ears.map((e) =>
    Math.min(
      ...(hearsSelf(hearing) && !readings.monitors ? [Math.max(e.directLeftSpl, e.directRightSpl)] : []),
      ...(hearsFarEnd(hearing) ? [Math.min(e.leftSpl, e.rightSpl)] : []),
    ),
  );
  const loudest = readings.ears.flatMap((e) => [e.leftSpl, e.rightSpl, e.directLeftSpl, e.directRightSpl]);
  // Silence is no matter of loudness.
  const heard = quietest.filter((spl) => spl > 0 && Number.isFinite(spl));
  if (heard.length === 0) return 0;
  return Math.min(WANTED_SPL - Math.min(...heard), MOST_SPL - Math.max(...loudest));
}

/** The loudness knobs of all holes that headphones are plugged into, turned by so many decibels as far as they go. */
function turned(setup: Setup, catalogue: Catalogue, byDb: number): Setup {
  const used = new Set(setup.joints.flatMap((j) => [j.a, j.b].map((r) => `${r.part}.${r.port}`)));
  return setup.parts.reduce((out, part) => {
    const partClass = classIn(catalogue, part.class);
    const holes = partClass.ports.filter((p) => p.flow === 'monitor' && used.has(`${part.id}.${p.id}`));
    const loudness = (knob: KnobSpec) =>
      knob.unit === 'dB' &&
      partClass.circuit.some(
        (e) =>
          e.is === 'stage' &&
          e.gainDb.includes(`knob:${knob.id}`) &&
          e.out.some((node) => holes.some((h) => node.startsWith(`${h.id}.`))),
      );
    return (partClass.knobs ?? []).filter(loudness).reduce((now, knob) => {
      const to = knobAt(part, partClass, knob.id) + byDb;
      const step = knob.min + Math.round((to - knob.min) / knob.step) * knob.step;
      return turnKnob(now, part.id, knob.id, Math.max(knob.min, Math.min(knob.max, step)));
    }, out);
  }, setup);
}

import { type Assessment, mustAssess } from '../assess';
import { type Catalogue, knobAt, type Setup, turnKnob } from '../model';
import { compareScores, scoreOf } from './score';

/** Where the peaks of the loudest voice are put: below the red, with room to spare. */
export const TARGET_PEAK_DBFS = -12;

export interface Settled {
  readonly setup: Setup;
  readonly assessment: Assessment;
}

const judged = (setup: Setup, catalogue: Catalogue): Settled => ({ setup, assessment: mustAssess(setup, catalogue) });

/**
 * Turn the knobs of a setup to where it works best: switches by trying each position, then gains, nearest the input
 * first, so that the loudest peaks stand at the target.
 */
export function settleKnobs(setup: Setup, catalogue: Catalogue): Settled {
  let best = judged(setup, catalogue);
  // Switches decide who reaches what and who has its voltage; where that is right they are left alone.
  const wrong = best.assessment.verdicts.some(
    (v) => v.status !== 'pass' && (v.gate === 'wired' || (v.gate === 'powered' && v.unit === 'V')),
  );
  const switches = wrong ? setup.parts : [];
  for (const part of switches) {
    const partClass = catalogue.parts.get(part.class)!;
    for (const knob of partClass.knobs ?? []) {
      if (knob.unit === 'dB') continue;
      for (let position = knob.min; position <= knob.max; position += knob.step) {
        if (position === knobAt(part, partClass, knob.id)) continue;
        const tried = judged(turnKnob(best.setup, part.id, knob.id, position), catalogue);
        if (compareScores(scoreOf(tried.assessment), scoreOf(best.assessment)) < 0) best = tried;
      }
    }
  }
  const turned = level(best, catalogue);
  if (turned === best.setup) return best;
  const levelled = judged(turned, catalogue);
  return compareScores(scoreOf(levelled.assessment), scoreOf(best.assessment)) <= 0 ? levelled : best;
}

/** Spread the decibels that are missing or too many over the gain knobs of the line, from the input back. */
function level({ setup, assessment }: Settled, catalogue: Catalogue): Setup {
  const { readings } = assessment;
  const peaks = readings.channels.flatMap((c) => c.arrivals.map((a) => a.peakDbfs));
  const loudest = Math.max(...peaks, -200);
  const line = readings.lines.find((l) => l.arrives);
  if (loudest <= -150 || !line?.path) return setup;
  let missing = TARGET_PEAK_DBFS - loudest;
  let out = setup;
  // Every line's own parts are turned alike, so that two packs stay matched.
  const shared = [...line.path.parts].reverse();
  for (const id of shared) {
    const part = out.parts.find((p) => p.id === id)!;
    const partClass = catalogue.parts.get(part.class)!;
    const twins = out.parts.filter(
      (p) => p.class === part.class && readings.lines.some((l) => l.path?.parts.includes(p.id)),
    );
    const knobs = (partClass.knobs ?? []).filter((k) => k.unit === 'dB');
    if (knobs.length === 0) continue;
    const channelled = knobs.length > 1 && knobs.every((k) => k.id.startsWith('gain'));
    const turned = channelled ? knobs : [knobs[0]];
    const from = knobAt(part, partClass, turned[0].id);
    const { min, max, step } = turned[0];
    const wanted = Math.max(min, Math.min(max, from + missing));
    // Down to the step below: spare room is worth more than the last decibel.
    const to = Math.max(min, min + Math.floor((wanted - min) / step + 1e-9) * step);
    missing -= to - from;
    for (const twin of twins) for (const k of turned) out = turnKnob(out, twin.id, k.id, to);
    if (Math.abs(missing) < step) break;
  }
  return out;
}

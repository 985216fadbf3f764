import { itemAt } from '../algorithms';
import { expectedBits } from './bayes';
import type { Belief } from './belief';
import { heardSo } from './notices';
import { asFault, type Probe } from './probes';
import type { Suspect } from './suspects';

/** A try changes the circuit, and is worked out only for the likeliest. */
const MOST_TRIED = 10;
/** To be mended ends the hunt: worth as much as being told all of some causes; est. */
const MENDED_BITS = 1.5;
/** Reading a question and answering takes so long, whatever is done, seconds; est. */
const HANDLING_S = 4;
/** More likely than this, what would do harm has to be looked at first. */
const RISK = 0.004;

/** What a probe would be worth by what is believed. */
export interface Weighed {
  readonly probe: Probe;
  readonly bits: number;
  /** How likely all is right after it; 0 for what only tells. */
  readonly mends: number;
  /** Bits a second, being mended counted as so many. */
  readonly worth: number;
}

/** What each probe that is still worth it would tell, best first: bits, the chance that it mends, and how it weighs. */
export function weighed(belief: Belief): readonly Weighed[] {
  const { weights } = belief;
  const { of, count } = belief.classes();
  const order = weights.map((w, i) => ({ w, i })).sort((a, b) => b.w - a.w);
  const likely = new Set(order.slice(0, MOST_TRIED).map((x) => x.i));
  const dangers = dangersIn(belief);
  const usual = heardSo(0);
  const out: Weighed[] = [];
  for (const probe of belief.hunt.probes) {
    if (belief.done.has(probe.id) || !isSafe(belief, probe, dangers)) continue;
    const rows = weights.map((_, i) =>
      probe.tells.by !== 'try' || likely.has(i)
        ? belief.chances(probe, i)
        : probe.answers.map((a) => (a.value === 'yes' ? usual : 1 - usual)),
    );
    const bits = expectedBits(weights, rows, of, count);
    const yes = probe.answers.findIndex((a) => a.value === 'yes');
    const mends =
      probe.tells.by === 'cure' || probe.tells.by === 'mend'
        ? weights.reduce((sum, w, i) => sum + w * itemAt(itemAt(rows, i), yes), 0)
        : 0;
    const worth = (bits + MENDED_BITS * Math.max(0, mends - usual)) / (probe.seconds + HANDLING_S);
    out.push({ probe, bits, mends, worth });
  }
  return out.sort((a, b) => b.worth - a.worth || (a.probe.id < b.probe.id ? -1 : 1));
}

/** What would do harm to what is plugged: how likely by what was noticed, and by that or by nobody having looked. */
interface Danger {
  readonly suspect: Suspect;
  readonly likely: number;
  readonly chance: number;
}

function dangersIn(belief: Belief): readonly Danger[] {
  const { bench, suspects } = belief.hunt;
  const likely = new Map(belief.standing().map((s) => [s.suspect.key, s.chance]));
  return suspects.flatMap((suspect) => {
    if (!suspect.faults.some((f) => bench.seeming([f])?.harms)) return [];
    const now = likely.get(suspect.key) ?? 0;
    return [{ suspect, likely: now, chance: Math.max(suspect.prior * belief.unlooked(suspect), now) }];
  });
}

/**
 * Does an act harm nothing, whatever else may be so? What is dangerous only together with something that is still likely
 * is not proposed before that was looked at.
 */
function isSafe({ hunt }: Belief, { tells }: Probe, dangers: readonly Danger[]): boolean {
  if (tells.by === 'sign' || tells.by === 'look' || tells.by === 'mend') return true;
  const { bench, harms } = hunt;
  if (harms) return false;
  for (const { suspect, likely, chance } of dangers) {
    for (const fault of suspect.faults) {
      if (!bench.seeming([fault])?.harms) continue;
      if (tells.by === 'try') {
        if (likely >= RISK && bench.seeming([fault, asFault(tells.change)])?.harms !== false) return false;
        continue;
      }
      // Where it was harmless only because of a switch or knob that the act turns. Plugs are touched with 48 V off.
      for (const s of hunt.suspects) {
        if (!tells.cures.has(s.key) || !s.key.startsWith('knob ')) continue;
        if ((hunt.isPhantom(s) ? chance : likely) < RISK) continue;
        if (s.faults.some((f) => bench.seeming([fault, f])?.harms === false)) return false;
      }
    }
  }
  return true;
}

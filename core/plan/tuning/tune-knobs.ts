import { atKey, byId, itemAt } from '../../algorithms';
import { type Assessment, mustAssess } from '../../assess';
import type { GateName, Verdict } from '../../gates';
import {
  type Catalogue,
  classIn,
  type KnobRole,
  type KnobSpec,
  knobAt,
  type Part,
  type PartId,
  partIn,
  type Setup,
  turnKnob,
} from '../../model';
import type { Readings } from '../../readings';
import { type Experience, newExperience } from './experience';
import { knobsAhead } from './knobs-on-way';
import { CHEAP_FIRST, compareScores, fails, isBetter, scoreOf } from './score';

/** Where the peaks of the loudest voice are put: below the red, with room to spare. */
export const TARGET_PEAK_DBFS = -12;

/** Where so many gates fail, wire and kind are wrong: no gain mends that, and none is looked for. */
const HOPELESS = 3;
/** Gates that gain can mend, and those that headphones or a charger can. */
const OF_GAIN: ReadonlySet<GateName> = new Set(['level', 'clean']);
const BESIDE: ReadonlySet<GateName> = new Set(['heard', 'powered']);
const BEYOND = CHEAP_FIRST.filter((g) => !BESIDE.has(g));
const BEYOND_GAIN = BEYOND.filter((g) => !OF_GAIN.has(g));

export interface Candidate {
  readonly setup: Setup;
  readonly assessment: Assessment;
}

export function candidateOf(setup: Setup, catalogue: Catalogue, past: Experience = newExperience()): Candidate {
  past.effort += 1;
  return { setup, assessment: mustAssess(setup, catalogue) };
}

/**
 * Turn the knobs of a setup to where it works best: switches by trying each position, then gains, nearest the input
 * first, so that the loudest peaks stand at the target.
 * @param past of a search: positions that mended nothing where the same was wrong are not tried again.
 */
export const tuneKnobs = (setup: Setup, catalogue: Catalogue, past: Experience = newExperience()): Candidate =>
  tuneFrom(candidateOf(setup, catalogue, past), catalogue, past);

/** The same of a setup that is judged already. */
export function tuneFrom(asFound: Candidate, catalogue: Catalogue, past: Experience = newExperience()): Candidate {
  const { setup } = asFound;
  let best = asFound;
  // Switches decide who reaches what and who has its voltage; where that is right they are left alone.
  for (const { part, knob } of isWrong(best) ? switchesOf(setup, catalogue, 'record') : []) {
    const partClass = classIn(catalogue, part.class);
    for (let position = knob.min; position <= knob.max; position += knob.step) {
      if (position === knobAt(part, partClass, knob.id)) continue;
      const key = `${part.class} ${knob.id} ${position} ${inWords(wrongsOf(best))}`;
      if (past.tries.isBad(key)) continue;
      const tried = candidateOf(turnKnob(best.setup, part.id, knob.id, position), catalogue, past);
      const helps = isBetter(tried.assessment, best.assessment);
      past.tries.keep(key, helps);
      if (helps) best = tried;
    }
    if (!isWrong(best)) break;
  }
  if (isHopeless(best, past)) return best;
  const each = isUnlike(setup) ? levelEach(best, catalogue) : best.setup;
  const turned = each === best.setup ? levelAll(best, catalogue) : each;
  if (turned === best.setup) return best;
  const levelled = candidateOf(turned, catalogue, past);
  const louder = compareScores(scoreOf(levelled.assessment), scoreOf(best.assessment)) <= 0 ? levelled : best;
  return soundsWrong(louder) ? loadedRight(louder, catalogue, past) : louder;
}

/** Is a source recorded dull or thin, as where the input loads it too much? */
const soundsWrong = ({ assessment }: Candidate): boolean =>
  assessment.byGate.clean.findings.some((f) => f.unit === 'Hz' && f.status === 'fail');

/** Instrument or line, and other switches that change what an input is to its source: each tried with the gains set anew. */
function loadedRight(levelled: Candidate, catalogue: Catalogue, past: Experience): Candidate {
  let best = levelled;
  for (const { part, knob } of switchesOf(levelled.setup, catalogue, 'record')) {
    const partClass = classIn(catalogue, part.class);
    for (let position = knob.min; position <= knob.max; position += knob.step) {
      if (!soundsWrong(best)) return best;
      if (position === knobAt(partIn(best.setup, part.id), partClass, knob.id)) continue;
      const key = `${part.class} ${knob.id} ${position} dull`;
      if (past.tries.isBad(key)) continue;
      const thrown = candidateOf(turnKnob(best.setup, part.id, knob.id, position), catalogue, past);
      const turned = isUnlike(thrown.setup) ? levelEach(thrown, catalogue) : levelAll(thrown, catalogue);
      const tried = candidateOf(turned, catalogue, past);
      const helps = isBetter(tried.assessment, best.assessment);
      past.tries.keep(key, helps);
      if (helps) best = tried;
    }
  }
  return best;
}

/** Whether neither gain nor anything beside the chain can make it work, or not by much. */
export const isHopeless = ({ assessment: { byGate } }: Candidate, { demanding }: Experience): boolean =>
  demanding ? fails(byGate, BEYOND_GAIN, 1) : fails(byGate, BEYOND, HOPELESS);

/** Do its sources come in by ways of several kinds? */
const isUnlike = (setup: Setup): boolean => new Set(setup.job.sources.map((s) => s.from)).size > 1;

/** The gates by which it is wrong rather than weak: a voice does not arrive, a piece lacks its voltage. */
const wrongsOf = ({ assessment: { byGate } }: Candidate): readonly Verdict[] =>
  [byGate.wired, byGate.powered].filter((v) => v.status !== 'pass' && (v.gate === 'wired' || v.unit === 'V'));

const isWrong = (candidate: Candidate): boolean => wrongsOf(candidate).length > 0;

/** What is wrong, in a few words that are the same for the same kind of fault. */
export const faultsOf = ({ assessment }: Candidate): string =>
  inWords(assessment.verdicts.filter((v) => v.status !== 'pass'));

const inWords = (verdicts: readonly Verdict[]): string => verdicts.map((v) => `${v.gate} ${v.status} ${v.unit}`).join();

/** Nothing that fails is put right by these: they start where nothing is taken away. */
const SET_BY_TASTE: ReadonlySet<KnobRole> = new Set(['automatic', 'low-cut', 'mute', 'tone']);

/** Switches and choices that could matter: to what is recorded, those that change the circuit other than towards ears; or those towards ears. */
export function switchesOf(
  setup: Setup,
  catalogue: Catalogue,
  towards: 'record' | 'ears',
): readonly { readonly part: Part; readonly knob: KnobSpec }[] {
  return setup.parts.flatMap((part) => {
    const { knobs = [], circuit, ports } = classIn(catalogue, part.class);
    const forEars = ports.filter((p) => p.flow === 'monitor').map((p) => `${p.id}.`);
    const matters = (knob: KnobSpec) =>
      circuit.some((e) => {
        const text = JSON.stringify(e);
        if (e.when?.knob !== knob.id && !text.includes(`"knob:${knob.id}"`)) return false;
        return (e.is === 'stage' && e.out.some((n) => forEars.some((p) => n.startsWith(p)))) === (towards === 'ears');
      });
    return knobs
      .filter((k) => k.unit !== 'dB' && !SET_BY_TASTE.has(k.role) && matters(k))
      .map((knob) => ({ part, knob }));
  });
}

/** The very same setup where the knob stands there already: it need not be judged again. */
function turnedTo(setup: Setup, part: PartId, knob: string, to: number, catalogue: Catalogue): Setup {
  const at = partIn(setup, part);
  return knobAt(at, classIn(catalogue, at.class), knob) === to ? setup : turnKnob(setup, part, knob, to);
}

/** For every device that records: the first by all that is on its way, each other by what is on its own way only. */
function levelAll({ setup, assessment }: Candidate, catalogue: Catalogue): Setup {
  let out = setup;
  const shared = new Set<string>();
  for (const readings of [assessment.readings, ...assessment.also]) {
    out = level(out, readings, shared, catalogue);
    for (const l of readings.lines) for (const p of l.path?.parts ?? []) shared.add(p);
  }
  return out;
}

/** Spread the decibels that are missing or too many over the gain knobs of the line, from the input back. */
function level(setup: Setup, readings: Readings, barred: ReadonlySet<string>, catalogue: Catalogue): Setup {
  const peaks = readings.channels.flatMap((c) => c.arrivals.map((a) => a.peakDbfs));
  const loudest = Math.max(...peaks, -200);
  const line = readings.lines.find((l) => l.arrives);
  if (loudest <= -150 || !line?.path) return setup;
  let missing = TARGET_PEAK_DBFS - loudest;
  let out = setup;
  // Every line's own parts are turned alike, so that two packs stay matched.
  const way = line.path.parts.filter((p) => !barred.has(p)).reverse();
  for (const id of way) {
    const part = byId(out.parts, id);
    const partClass = classIn(catalogue, part.class);
    const twins = out.parts.filter(
      (p) => p.class === part.class && readings.lines.some((l) => l.path?.parts.includes(p.id)),
    );
    const knobs = (partClass.knobs ?? []).filter((k) => k.unit === 'dB');
    if (knobs.length === 0) continue;
    // A gain of its own for each input: all are turned alike, and faders stay where they are.
    const gains = knobs.filter((k) => k.role === 'gain');
    const turned = gains.length > 0 ? gains : [itemAt(knobs, 0)];
    const from = knobAt(part, partClass, itemAt(turned, 0).id);
    const { min, max, step } = itemAt(turned, 0);
    const wanted = Math.max(min, Math.min(max, from + missing));
    // Down to the step below: spare room is worth more than the last decibel.
    const to = Math.max(min, min + Math.floor((wanted - min) / step + 1e-9) * step);
    missing -= to - from;
    for (const twin of twins) for (const k of turned) out = turnedTo(out, twin.id, k.id, to, catalogue);
    if (Math.abs(missing) < step) break;
  }
  return out;
}

/** The loudest peaks of each source at any channel, dBFS. */
const peaksOf = ({ readings }: Assessment): ReadonlyMap<string, number> =>
  new Map(
    readings.compiled.setup.job.sources.map(({ id }) => [
      id,
      Math.max(
        ...readings.channels.flatMap((c) => c.arrivals.filter((a) => a.source === id).map((a) => a.peakDbfs)),
        -200,
      ),
    ]),
  );

/** Sources that come in unlike each other want each a gain of its own: every channel's by what arrives through it. */
function levelEach({ setup, assessment }: Candidate, catalogue: Catalogue): Setup {
  const peaks = new Map(peaksOf(assessment));
  const { lines } = assessment.readings;
  let out = setup;
  for (const part of setup.parts) {
    const partClass = classIn(catalogue, part.class);
    /** Sources that come into the part by a hole behind which the knob is. */
    const through = (knob: string) =>
      new Set(
        lines
          .filter((l) => {
            const [into] = l.path?.joints.filter((j) => j.b.part.id === part.id || j.a.part.id === part.id) ?? [];
            if (!into) return false;
            const side = into.b.part.id === part.id ? into.b : into.a;
            return knobsAhead(partClass, side.port.id).has(knob);
          })
          .map((l) => l.source),
      );
    for (const knob of (partClass.knobs ?? []).filter((k) => k.role === 'gain')) {
      const own = [...through(knob.id)];
      if (own.length === 0) continue;
      const at = knobAt(part, partClass, knob.id);
      const missing = TARGET_PEAK_DBFS - Math.max(...own.map((id) => atKey(peaks, id)));
      const wanted = Math.max(knob.min, Math.min(knob.max, at + missing));
      const to = Math.max(knob.min, knob.min + Math.floor((wanted - knob.min) / knob.step + 1e-9) * knob.step);
      out = turnedTo(out, part.id, knob.id, to, catalogue);
      for (const id of own) peaks.set(id, atKey(peaks, id) + to - at);
    }
  }
  return out;
}

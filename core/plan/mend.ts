import { type Assessment, mustAssess } from '../assess';
import { attachPart, insertPart, otherHoles, swapPart, withArticle } from '../change';
import { type GateName, nameOf, type Status, type Verdict } from '../gates';
import { solveKnobs } from '../levels';
import { type Catalogue, type Drawer, isGiven, type Part, type PartClass, type Setup, turnKnob } from '../model';
import { accompany } from './accompany';
import { atDevice } from './at-device';
import { classesFor, holesFor } from './beside';
import { hubPorts } from './hub-ports';
import { plan } from './plan';
import { compareScores, type Score, scoreOf } from './score';
import { settleKnobs } from './settle';
import { costOf, type Stock, stockOf } from './stock';

/** A change that makes a setup better, with what it would do. */
export interface Mend {
  readonly label: string;
  readonly setup: Setup;
  readonly cost: number;
  readonly score: Score;
  readonly gates: Readonly<Record<GateName, Status>>;
}

const MOST_MENDS = 4;

interface Candidate {
  readonly label: string;
  readonly setup: Setup;
  /** Swaps and insertions may want other knobs; a mend that turns one knob must leave the rest alone. */
  readonly settle: boolean;
  readonly effort: number;
}

/**
 * What would mend the setup? Every single change at the guilty part and joint is carried out on a copy and assessed; those
 * that leave fewer failing gates are returned, best first. Nothing here knows which fault calls for which cure.
 */
export function* mends(setup: Setup, drawer: Drawer | null, catalogue: Catalogue): Generator<readonly Mend[]> {
  const before = mustAssess(setup, catalogue);
  const start = scoreOf(before);
  const stock = stockOf(drawer, catalogue);
  const spent = costOf(setup.parts, stock, catalogue).cost;
  let found: (Mend & { readonly effort: number })[] = [];
  for (const c of candidates(setup, before, catalogue, stock)) {
    const settled = c.settle
      ? accompany(settleKnobs(c.setup, catalogue), catalogue, stock)
      : { setup: c.setup, assessment: mustAssess(c.setup, catalogue) };
    const score = scoreOf(settled.assessment);
    if (
      score.failing + score.unknown < start.failing + start.unknown ||
      (start.failing === 0 && compareScores(score, start) < 0 && score.room > start.room + 0.2)
    ) {
      const cost = Math.max(0, costOf(settled.setup.parts, stock, catalogue).cost - spent);
      const added = settled.setup.parts.length - c.setup.parts.length;
      const extra = settled.setup.parts
        .slice(c.setup.parts.length)
        .map((p) => nameOf(settled.assessment.readings.compiled, p.id));
      const label = added > 0 ? `${c.label}, and add ${extra.join(' and ')}` : c.label;
      found.push({
        label,
        setup: settled.setup,
        cost,
        score,
        gates: statusesOf(settled.assessment.verdicts),
        effort: c.effort,
      });
      found = found.sort((a, b) => compareMends(a, b)).slice(0, MOST_MENDS);
    }
    yield found;
  }
  // Where no single change does it, or none for nothing, what would do the job from scratch is a mend too.
  const [first] = found;
  const least = first?.score.failing === 0 ? first.cost : Number.POSITIVE_INFINITY;
  if (start.failing > 0 && least > 0) {
    for (const { answers } of plan(setup.job, drawer, catalogue)) {
      const best = answers[0];
      if (best && best.score.failing + best.score.unknown === 0) {
        const { readings } = mustAssess(best.setup, catalogue);
        const names = best.setup.parts
          .filter((p) => !isGiven(catalogue.parts.get(p.class)!))
          .map((p) => nameOf(readings.compiled, p.id));
        const whole = { ...best.setup, id: setup.id, name: setup.name, job: setup.job };
        const { cost, score } = best;
        const gates = statusesOf(best.verdicts);
        const way = { label: `Go another way: ${names.join(', ')}`, setup: whole, cost, score, gates, effort: 4 };
        // As dear as a change of one thing, it is no better.
        yield cost < least ? [...found, way].sort(compareMends).slice(0, MOST_MENDS) : found;
        return;
      }
      yield found;
    }
  }
  yield found;
}

/** Fewest failing gates, then least to buy, then least effort, then most room. */
const compareMends = (a: Mend & { readonly effort: number }, b: Mend & { readonly effort: number }): number =>
  a.score.failing + a.score.unknown - (b.score.failing + b.score.unknown) ||
  a.cost - b.cost ||
  a.effort - b.effort ||
  b.score.room - a.score.room;

export const statusesOf = (verdicts: readonly Verdict[]): Readonly<Record<GateName, Status>> =>
  Object.fromEntries(verdicts.map((v) => [v.gate, v.status])) as Record<GateName, Status>;

function* candidates(setup: Setup, before: Assessment, catalogue: Catalogue, stock: Stock): Generator<Candidate> {
  const { compiled } = before.readings;
  /** One more of a class: an owned one while there are any left. */
  const another = (c: PartClass): Part => stock.take(c.id, setup.parts.filter((p) => p.class === c.id).length).part;
  for (const joint of setup.joints) {
    if ((joint.outMm ?? 0) > 0) {
      const joints = setup.joints.map((j) => (j.id === joint.id ? { ...j, outMm: 0 } : j));
      yield {
        label: `Push joint ${setup.joints.indexOf(joint) + 1} home`,
        setup: { ...setup, joints },
        settle: false,
        effort: 0,
      };
    }
  }
  for (const change of atDevice(setup, before)) yield { ...change, settle: false, effort: 0 };
  for (const part of setup.parts) {
    const partClass = catalogue.parts.get(part.class)!;
    for (const knob of partClass.knobs ?? []) {
      if (knob.unit === 'dB') continue;
      for (let at = knob.min; at <= knob.max; at += knob.step) {
        if (at === (part.knobs?.[knob.id] ?? knob.start)) continue;
        const word = knob.positions?.[at - knob.min] ?? String(at);
        const label = `Set ${knob.label} of ${nameOf(compiled, part.id)} to ${word}`;
        yield { label, setup: turnKnob(setup, part.id, knob.id, at), settle: false, effort: 1 };
      }
    }
  }
  const solution = solveKnobs(setup, catalogue);
  if (solution) {
    yield { label: 'Set all knobs for peaks at −12 dBFS', setup: solution.best.setup, settle: false, effort: 1 };
  }
  const starved = before.verdicts.some((v) => (v.gate === 'powered' || v.gate === 'seen') && v.status !== 'pass');
  for (const { hub, setup: next } of starved ? hubPorts(setup, catalogue) : []) {
    const label = `Plug what hangs on ${nameOf(compiled, hub)} into its sockets another way`;
    yield { label, setup: next, settle: false, effort: 1 };
  }
  for (const joint of setup.joints) {
    for (const hole of otherHoles(setup, catalogue, joint.id)) {
      const number = setup.joints.indexOf(joint) + 1;
      const label = `Move joint ${number} to the ${hole.port.label} of ${nameOf(compiled, hole.part)}`;
      yield { label, setup: hole.setup, settle: false, effort: 1 };
    }
    const { contactOhm, ...clean } = joint;
    if (contactOhm === undefined) continue;
    const joints = setup.joints.map((j) => (j.id === joint.id ? clean : j));
    const number = setup.joints.indexOf(joint) + 1;
    yield { label: `Clean the contacts of joint ${number}`, setup: { ...setup, joints }, settle: false, effort: 1 };
  }
  const kinds = { heard: 'listening', powered: 'power' } as const;
  for (const gate of ['heard', 'powered'] as const) {
    if (before.verdicts.find((v) => v.gate === gate)?.status !== 'fail') continue;
    for (const hole of holesFor(kinds[gate], setup, catalogue)) {
      for (const c of classesFor(kinds[gate], setup, catalogue)) {
        const next = attachPart(setup, catalogue, hole, another(c));
        if (next)
          yield {
            label: `Plug ${c.name.toLowerCase()} into the ${hole.port.label} of ${nameOf(compiled, hole.part)}`,
            setup: next,
            settle: false,
            effort: 2,
          };
      }
    }
  }
  const { guiltyParts, guiltyJoints } = guilty(before);
  const others = shipped(catalogue, (c) => !isGiven(c));
  for (const id of guiltyParts) {
    for (const c of others) {
      if (c.id === setup.parts.find((p) => p.id === id)!.class) continue;
      const next = swapPart(setup, catalogue, id, another(c));
      if (next)
        yield {
          label: `Use ${withArticle(c)} in place of ${nameOf(compiled, id)}`,
          setup: next,
          settle: true,
          effort: 3,
        };
    }
  }
  for (const joint of guiltyJoints) {
    for (const c of others) {
      const next = insertPart(setup, catalogue, joint, another(c));
      const number = setup.joints.findIndex((j) => j.id === joint) + 1;
      if (next) yield { label: `Put ${withArticle(c)} into joint ${number}`, setup: next, settle: true, effort: 3 };
    }
  }
}

const shipped = (catalogue: Catalogue, keep: (c: PartClass) => boolean): readonly PartClass[] =>
  [...catalogue.parts.values()].filter(keep);

/** Parts and joints that a failing or cautious finding points at, the joints' two parts included. */
function guilty(before: Assessment): {
  readonly guiltyParts: readonly string[];
  readonly guiltyJoints: readonly string[];
} {
  const findings = before.verdicts
    .flatMap((v) => v.findings)
    .filter((f) => f.status === 'fail' || f.status === 'caution');
  const guiltyJoints = [...new Set(findings.flatMap((f) => f.joint ?? []))];
  const { setup, device } = before.readings.compiled;
  const ends = guiltyJoints.flatMap((id) =>
    setup.joints.filter((j) => j.id === id).flatMap((j) => [j.a.part, j.b.part]),
  );
  const guiltyParts = [...new Set([...findings.flatMap((f) => f.part ?? []), ...ends])].filter(
    (p) => p !== device.part.id,
  );
  return { guiltyParts, guiltyJoints };
}

import { byId, itemAt } from '../algorithms';
import { mustAssess } from '../assess';
import { attachPart, freePorts, plugIn, wiredSource } from '../change';
import {
  appIn,
  bareSetup,
  blankJob,
  type Catalogue,
  type ClassId,
  classIn,
  classOfPart,
  type Job,
  type PortRef,
  type Setup,
  type Usual,
} from '../model';
import { isWorking } from './answers';
import { type PlanProgress, plan } from './plan';

/** A chain told in five choices by somebody who has not drawn it. */
export interface Told {
  readonly device: ClassId;
  readonly app: ClassId;
  /** What makes the sound: a microphone, an instrument, a player. */
  readonly from: ClassId;
  /** By its own plug alone, by whatever cables and adapters it takes, or through something of a class. */
  readonly by: 'plug' | 'cables' | { readonly through: ClassId };
  readonly headphones: ClassId | null;
}

export interface AsTold {
  /** The chain so far; null where none is known that leads there. */
  readonly setup: Setup | null;
  /** Whether it passes as it stands, everything in order. */
  readonly works: boolean;
  readonly done: boolean;
}

/**
 * The setup of a chain that was told in five choices: what is told takes part as it is, even where that does not work; the
 * cables and small pieces between are those of the best chain there is.
 * A generator: each step is one chain assessed; the last is the answer.
 * @param setup id and name of what is made
 * @example for (const { setup, done } of asTold(told, { id: 'told', name: 'Told' }, usual, catalogue)) if (done) show(setup);
 */
export function* asTold(
  told: Told,
  { id, name }: Pick<Setup, 'id' | 'name'>,
  usual: Usual,
  catalogue: Catalogue,
): Generator<AsTold> {
  const job = jobOf(told, { id: `${id}-job`, name }, usual, catalogue);
  if (told.by === 'plug') {
    const setup = byItsPlug(told, bareSetup(id, name, job), catalogue);
    yield { setup, works: setup !== null && failures(setup, catalogue) === 0, done: true };
    return;
  }
  let last: PlanProgress | null = null;
  for (const p of plan(job, null, catalogue)) {
    last = p;
    const best = p.answers[0]?.setup ?? null;
    if (!p.done) yield { setup: best && { ...best, id, name }, works: false, done: false };
  }
  const best = last?.answers[0];
  yield { setup: best ? { ...best.setup, id, name } : null, works: best !== undefined && isWorking(best), done: true };
}

function jobOf(
  { device, app, from, by, headphones }: Told,
  named: Pick<Job, 'id' | 'name'>,
  usual: Usual,
  catalogue: Catalogue,
): Job {
  const blank = blankJob(named.id, named.name, usual);
  const source = classIn(catalogue, from);
  // Whoever wears headphones at a call wants to hear the caller; that a voice hears itself in time is another wish.
  const hasCaller = appIn(catalogue, app).networkMs !== undefined;
  return {
    ...blank,
    device,
    app,
    // What lies on a desk with an outlet can be anything that one has.
    place: 'desk-mains',
    ...(source.kind === 'source' ? { sources: [wiredSource(source, [])] } : {}),
    hearing: headphones !== null && hasCaller ? 'far-end' : 'nothing',
    with: [
      ...(source.kind === 'source' ? [] : [{ class: from }]),
      ...(typeof by === 'object' ? [{ class: by.through }] : []),
      ...(headphones === null ? [] : [{ class: headphones }]),
    ],
  };
}

/** Straight into the device, into the hole in which least is wrong; null where its plug goes into none. */
function byItsPlug(told: Told, bare: Setup, catalogue: Catalogue): Setup | null {
  const device = itemAt(bare.parts, 0);
  const holes = freePorts(bare, catalogue);
  const plugged = holes.flatMap((to) => plugIn(bare, catalogue, to, { id: 'first', class: told.from }, told.app) ?? []);
  const best = leastWrong(
    plugged.filter((s) => s.joints.some((j) => j.b.part === device.id && sends(s, catalogue, j.a))),
    catalogue,
  );
  // What makes the sound stands before what records it, as in every other chain.
  return best && withHeadphones(told, { ...best, parts: [...best.parts.slice(1), device] }, catalogue);
}

const sends = (setup: Setup, catalogue: Catalogue, { part, port }: PortRef): boolean =>
  byId(classOfPart(setup, catalogue, part).ports, port).flow !== 'in';

/** With the headphones that were told, in the hole in which least is wrong; without where their plug goes in nowhere. */
function withHeadphones({ headphones }: Told, setup: Setup, catalogue: Catalogue): Setup {
  if (headphones === null) return setup;
  const attached = freePorts(setup, catalogue)
    .filter(({ port }) => port.flow !== 'in')
    .flatMap((to) => attachPart(setup, catalogue, to, { id: 'headphones', class: headphones }) ?? []);
  return leastWrong(attached, catalogue) ?? setup;
}

/** The first of those in which the fewest gates fail; null of none. */
function leastWrong(setups: readonly Setup[], catalogue: Catalogue): Setup | null {
  let best: Setup | null = null;
  let fewest = Number.POSITIVE_INFINITY;
  for (const setup of setups) {
    const wrong = failures(setup, catalogue);
    if (wrong >= fewest) continue;
    best = setup;
    fewest = wrong;
  }
  return best;
}

const failures = (setup: Setup, catalogue: Catalogue): number =>
  mustAssess(setup, catalogue).verdicts.filter((v) => v.status === 'fail' || v.status === 'not known').length;

import { type Assessment, mustAssess } from '../assess';
import { insertPart, swapPart, withArticle } from '../change';
import { type Catalogue, type Drawer, knobAt, type PartClass, quantity, type Setup, turnKnob } from '../model';
import { costOf, stockOf } from './stock';

/** A change that would bring mains hum down, and by how much. */
export interface Quieter {
  readonly label: string;
  readonly setup: Setup;
  readonly cost: number;
  /** How far hum then lies under the voice, and how much that is better; an order of magnitude. */
  readonly overHumDb: number;
  readonly gainDb: number;
}

/** Less is not worth a trip to the bag. */
const WORTH_DB = 2;
const MOST = 6;
/** A lead of a metre: as short as is sold everywhere. */
const SHORT_M = 1;
/** What stands for "no hum at all" where a number is wanted. */
const SILENT_DB = 160;

interface Candidate {
  readonly label: string;
  readonly setup: Setup;
}

/**
 * What would each mend bring against hum? A battery in place of a supply, one outlet for all, a transformer in the way, a
 * balanced run, a shorter lead: each is carried out on a copy and assessed.
 * @returns those that bring the hum down and shut no other gate, most first.
 */
export function quieterFor(setup: Setup, drawer: Drawer | null, catalogue: Catalogue): readonly Quieter[] {
  const before = mustAssess(setup, catalogue);
  const start = overHum(before);
  const stock = stockOf(drawer, catalogue);
  const spent = costOf(setup.parts, stock, catalogue).cost;
  if (start === null) return [];
  const found: Quieter[] = [];
  for (const c of candidates(setup, before, catalogue)) {
    const after = mustAssess(c.setup, catalogue);
    const overHumDb = overHum(after);
    if (overHumDb === null || overHumDb - start < WORTH_DB || newlyShut(before, after)) continue;
    const cost = Math.max(0, costOf(c.setup.parts, stock, catalogue).cost - spent);
    found.push({ ...c, cost, overHumDb, gainDb: overHumDb - start });
  }
  return found.sort((a, b) => Math.round(b.gainDb - a.gainDb) || a.cost - b.cost).slice(0, MOST);
}

/** Voice over hum at the worst channel of any device, decibels; null where nothing arrives. */
function overHum({ readings, also }: Assessment): number | null {
  const channels = [readings, ...also].flatMap((r) => r.channels).filter((c) => Number.isFinite(c.snrDb));
  return channels.length === 0 ? null : Math.min(SILENT_DB, ...channels.map((c) => c.overHumDb));
}

const newlyShut = (before: Assessment, after: Assessment): boolean =>
  after.verdicts.some((v, i) => ['fail', 'not known'].includes(v.status) && before.verdicts[i].status !== v.status);

function* candidates(setup: Setup, before: Assessment, catalogue: Catalogue): Generator<Candidate> {
  const { compiled, lines } = before.readings;
  const classOf = (id: string): PartClass => catalogue.parts.get(setup.parts.find((p) => p.id === id)!.class)!;
  const nameOf = (id: string) => setup.parts.find((p) => p.id === id)!.name ?? classOf(id).name;
  for (const part of setup.parts) {
    const partClass = catalogue.parts.get(part.class)!;
    if (part.outlet !== undefined) {
      const { outlet: _, ...rest } = part;
      const parts = setup.parts.map((p) => (p.id === part.id ? rest : p));
      yield { label: `Plug ${nameOf(part.id)} into the outlet of the others`, setup: { ...setup, parts } };
    }
    const supply = partClass.host?.mainsKnob;
    if (supply !== undefined && knobAt(part, partClass, supply) > 0) {
      const knob = partClass.knobs!.find((k) => k.id === supply)!;
      if (knob.min === 0)
        yield { label: `Run ${nameOf(part.id)} from its battery`, setup: turnKnob(setup, part.id, supply, 0) };
    }
    if (partClass.kind === 'power') {
      const joints = setup.joints.filter((j) => j.a.part !== part.id && j.b.part !== part.id);
      const parts = setup.parts.filter((p) => p.id !== part.id);
      yield { label: `Take out ${nameOf(part.id)} while recording`, setup: { ...setup, parts, joints } };
    }
    if (Object.hasOwn(partClass.values, 'lengthM') && quantity(part, partClass, 'lengthM') > SHORT_M) {
      const values = { ...part.values, lengthM: SHORT_M };
      const parts = setup.parts.map((p) => (p.id === part.id ? { ...p, values } : p));
      yield { label: `Use ${SHORT_M} m of ${nameOf(part.id)}`, setup: { ...setup, parts } };
    }
  }
  const isolators = [...catalogue.parts.values()].filter(isIsolator);
  const leads = [...catalogue.parts.values()].filter((c) => c.kind === 'lead');
  for (const { joint } of new Set(lines.flatMap((l) => l.path?.joints ?? []))) {
    const number = compiled.setup.joints.findIndex((j) => j.id === joint.id) + 1;
    for (const c of isolators) {
      const next = insertPart(setup, catalogue, joint.id, { id: c.id, class: c.id });
      if (next) yield { label: `Put ${withArticle(c)} into joint ${number}`, setup: next };
    }
  }
  for (const id of new Set(lines.flatMap((l) => l.path?.parts ?? []))) {
    if (classOf(id).kind !== 'lead') continue;
    for (const c of leads) {
      if (c.id === classOf(id).id) continue;
      const next = swapPart(setup, catalogue, id, { id: c.id, class: c.id });
      if (next) yield { label: `Use ${withArticle(c)} in place of ${nameOf(id)}`, setup: next };
    }
  }
}

/** A box with a transformer in the way; whether it parts the grounds is for `assess` to find. */
const isIsolator = (c: PartClass): boolean => c.kind === 'adapter' && c.circuit.some((e) => e.is === 'transformer');
